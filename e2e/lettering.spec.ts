import { expect, test } from './bench'

test('words are typed on the canvas, changed, and undone as one step', async ({ bench, page }) => {
	page.on('console', (m) => console.log('console', m.type(), m.text()))
	page.on('requestfailed', (r) => console.log('failed', r.url(), r.failure()?.errorText))
	await bench.beginSample('Storm lantern')
	await bench.tool("Lettering '")
	await bench.click([300, 700])
	await expect(page.getByRole('textbox', { name: 'Words' })).toBeFocused()
	await page.keyboard.type('Winter play')
	await page.waitForTimeout(3000)
	await page.screenshot({ path: '/tmp/j/l1.png' })
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Winter play')
})
