import type { Page } from '@playwright/test'
import { type Bench, expect, TRIANGLE, test } from '../bench'

const SCRIPTS = '**/_next/static/**/*.js'

/** From now on no script arrives, as when the server is stopped. */
async function serverGone(page: Page): Promise<void> {
	await page.context().route(SCRIPTS, (route) => route.abort())
}

const serverBack = (page: Page) => page.context().unroute(SCRIPTS)

const pieces = (bench: Bench, count: number) =>
	expect(bench.canvas).toHaveAttribute('aria-label', new RegExp(`, ${count} pieces?$`))

test('a part that does not arrive says so, the work goes on, and it comes when it is asked for again', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await serverGone(page)
	const missing = page.getByRole('alert').filter({ hasText: 'did not arrive' })
	for (const name of ['Thin', 'Cut', 'Colour', 'Proof', 'Export', 'Refine']) {
		await bench.pass(name)
		await expect(missing.first()).toBeVisible()
		await expect(page.getByRole('region', { name: `${name} pass` })).toContainText('did not arrive')
	}
	await bench.key('?')
	await expect(missing.filter({ hasText: 'Leave it' })).toBeVisible()
	await missing.getByRole('button', { name: 'Leave it' }).click()
	// Drawing, undo and saving need nothing of the server.
	await bench.pass('Rough')
	await bench.clickAll([...TRIANGLE, TRIANGLE[0]!])
	await pieces(bench, 1)
	await bench.canvas.focus()
	await bench.key('Control+z')
	await bench.key('Control+Shift+z')
	await pieces(bench, 1)
	await bench.saved()

	await bench.pass('Thin')
	await expect(missing.first()).toBeVisible()
	await serverBack(page)
	await missing.first().getByRole('button', { name: 'Try again' }).click()
	await expect(page.getByRole('slider', { name: /deviation/i }).first()).toBeVisible()
	await expect(missing).toHaveCount(0)
	// What was asked for while it was gone comes without being told to.
	await bench.pass('Cut')
	await expect(
		page.getByRole('region', { name: 'Cut pass' }).getByRole('radio').first(),
	).toBeVisible()
	await bench.pass('Rough')
	await bench.canvas.focus()
	await bench.key('Control+z')
	await expect(bench.canvas).toHaveAttribute('aria-label', /, [01] pieces?$/)
})

test('what the editor may need is fetched ahead: with the server gone every pass is there', async ({
	bench,
	page,
}) => {
	test.setTimeout(240_000)
	const asked = new Set<string>()
	page.on('request', (request) => asked.add(request.url()))
	await bench.beginSample('Storm lantern')
	// That begins when the editor has stood for five seconds, and ends when nothing more is asked for: where the machine
	// is busy, each part is up to two seconds after the one before.
	await page.waitForTimeout(6000)
	await expect
		.poll(
			async () => {
				const before = asked.size
				await page.waitForTimeout(3500)
				return asked.size === before
			},
			{ timeout: 190_000 },
		)
		.toBe(true)
	await serverGone(page)
	for (const name of ['Photo', 'Refine', 'Thin', 'Cut', 'Colour', 'Proof', 'Export']) {
		await bench.pass(name)
		await expect(page.getByRole('region', { name: `${name} pass` })).toBeVisible()
	}
	await bench.key('?')
	await expect(page.getByRole('dialog')).toBeVisible()
	await expect(page.getByText('did not arrive')).toHaveCount(0)
})
