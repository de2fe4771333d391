import { expect, TRIANGLE, test } from './bench'

test('whoever comes to a sheet is at its canvas; what was done is said in words', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Iron key')
	await page.reload()
	await bench.painted()
	await expect(bench.canvas).toBeFocused()
	const said = page.getByRole('log', { name: 'What was done' })
	await bench.key('d')
	await bench.clickAll(TRIANGLE.slice(0, 2))
	await expect(said).toHaveText(/Node 2 of an open outline, corner, at [\d.]+ px, [\d.]+ px\.$/)
	await bench.clickAll([TRIANGLE[2]!, TRIANGLE[0]!])
	await expect(said).toHaveText('Closed: an outline of 3 nodes.')
	await bench.key('Control+z')
	await expect(said).toHaveText(/^Undone: /)
})

test('the focus is not lost with what had it: the next row has it, else the canvas', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Iron key')
	for (const [x, y] of [
		[100, 100],
		[500, 100],
	] as const)
		await bench.clickAll([
			[x, y],
			[x + 200, y],
			[x + 200, y + 200],
			[x, y],
		])
	const pieces = page.getByRole('region', { name: 'Pieces' })
	const bins = pieces.getByRole('button', { name: /^Delete/ })
	await expect(bins).toHaveCount(2)
	await bins.first().focus()
	await page.keyboard.press('Enter')
	await expect(bins).toHaveCount(1)
	await expect(pieces.locator(':focus')).toHaveCount(1)
	await bins.first().focus()
	await page.keyboard.press('Enter')
	await expect(bins).toHaveCount(0)
	await expect(bench.canvas).toBeFocused()
	// A button that can no longer be used has no focus to keep.
	const undo = page.getByRole('button', { name: 'Undo', exact: true })
	await undo.focus()
	for (let i = 0; i < 12 && (await undo.isEnabled()); i++) await page.keyboard.press('Enter')
	await expect(bench.canvas).toBeFocused()
})
