import AxeBuilder from '@axe-core/playwright'
import { expect, TRIANGLE, test } from './bench'

test('zoom at the pointer, pan and fit, by wheel and keys', async ({ bench, page }) => {
	await bench.beginSample('Storm lantern')
	const zoom = page.getByRole('button', { name: /^Zoom/ })
	const before = await zoom.textContent()
	await bench.hover([1000, 300])
	const under = await bench.colourAt([1000, 300])
	await page.keyboard.down('Control')
	await page.mouse.wheel(0, -300)
	await page.keyboard.up('Control')
	await expect(zoom).not.toHaveText(before ?? '')
	const after = await bench.colourAt([1000, 300])
	for (const [i, v] of under.entries()) expect(Math.abs(v - (after[i] ?? 0))).toBeLessThan(30)
	await page.keyboard.press('0')
	await expect(zoom).toHaveText(before ?? '')
	await page.keyboard.press('+')
	await expect(zoom).not.toHaveText(before ?? '')
	await zoom.click()
	await expect(zoom).toHaveText('100 %')
})

test('the photo’s strength changes and is undone; H hides it while held', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const place = [300, 300] as const
	const shown = await bench.colourAt(place)
	await bench.canvas.focus()
	await page.keyboard.down('h')
	await expect.poll(() => bench.colourAt(place)).toEqual([0xfb, 0xf9, 0xf4])
	await page.keyboard.up('h')
	await expect.poll(() => bench.colourAt(place)).toEqual(shown)
	await page.getByRole('slider', { name: 'Photo strength' }).focus()
	for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowLeft')
	await expect.poll(() => bench.colourAt(place)).not.toEqual(shown)
	await page.getByRole('button', { name: 'Undo', exact: true }).click()
	await expect.poll(() => bench.colourAt(place)).toEqual(shown)
})

test('the numbers of a node are read, typed and stepped', async ({ bench, page }) => {
	await bench.beginSample('Storm lantern')
	await bench.clickAll(TRIANGLE)
	await bench.click([200, 200])
	await bench.key('3')
	await bench.click([400, 200])
	const card = page.getByRole('region', { name: 'Node' })
	await card.getByLabel('x', { exact: true }).fill('432,5')
	await page.keyboard.press('Enter')
	await page.keyboard.press('Shift+ArrowUp')
	await expect(card.getByLabel('x', { exact: true })).toHaveValue('442.5')
	await card.getByRole('button', { name: /^Smooth/ }).click()
	await card.getByLabel('out y').fill('260')
	await page.keyboard.press('Enter')
	await expect(card.getByLabel('out y')).toHaveValue('260')
	const svg = await bench.exported()
	expect(svg).toContain('442.5 200')
})

test('keys typed into a field do not reach the bench', async ({ bench, page }) => {
	await bench.beginSample('Storm lantern')
	await page.getByRole('textbox', { name: 'Sheet name' }).fill('Seven 7')
	await page.keyboard.type('58')
	await expect(page.getByRole('region', { name: 'Rough pass' })).toBeVisible()
	await page.keyboard.press('Enter')
	await expect(page.getByRole('textbox', { name: 'Sheet name' })).toHaveValue('Seven 758')
})

for (const scheme of ['day', 'lamplight'])
	test(`home and every pass pass an accessibility check by ${scheme}`, async ({ bench, page }) => {
		test.setTimeout(150_000)
		const isAccessible = async (where: string) => {
			const axe = new AxeBuilder({ page })
			// By lamplight only colours differ.
			if (scheme === 'lamplight') axe.withRules(['color-contrast'])
			// What is still fading in has not the contrast that it will have.
			await page.evaluate(() =>
				Promise.allSettled(
					document
						.getAnimations()
						.filter(
							({ effect }) => effect?.getComputedTiming().iterations !== Number.POSITIVE_INFINITY,
						)
						.map(({ finished }) => finished),
				),
			)
			const { violations } = await axe.analyze()
			const found = violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target).join(', ')}`)
			expect({ where, found }).toEqual({ where, found: [] })
		}
		await bench.beginSample('Storm lantern')
		if (scheme === 'lamplight') await page.getByRole('button', { name: 'Bench by' }).click()
		await bench.clickAll([...TRIANGLE, TRIANGLE[0]!])
		await bench.key('e')
		await bench.click(TRIANGLE[0]!)
		for (const name of ['Photo', 'Rough', 'Refine', 'Thin', 'Cut', 'Colour', 'Proof', 'Export']) {
			await bench.pass(name)
			await expect(page.getByRole('region', { name: `${name} pass` })).toBeVisible()
			await isAccessible(name)
		}
		await bench.pass('Refine')
		await bench.canvas.focus()
		await bench.key('?')
		await expect(page.getByRole('dialog')).toBeVisible()
		await isAccessible('keys')
		await page.goto('/')
		await expect(page.getByRole('article').first()).toBeVisible()
		await isAccessible('home')
	})

test('the tools are one stop of the Tab key, with arrows from one to the next', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const pen = page.getByRole('radio', { name: 'Pen D' })
	const edgePen = page.getByRole('radio', { name: 'Edge pen' })
	await expect(pen).toHaveAttribute('tabindex', '0')
	await expect(edgePen).toHaveAttribute('tabindex', '-1')
	await pen.focus()
	await bench.key('ArrowDown')
	await expect(edgePen).toBeFocused()
	await expect(edgePen).toBeChecked()
	await bench.key('ArrowUp')
	await expect(pen).toBeChecked()
})
