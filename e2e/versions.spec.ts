import { type Bench, expect, test } from './bench'

const pieces = (bench: Bench) => bench.page.getByRole('region', { name: 'Pieces' })

/** Draws two squares. */
async function drawTwo(bench: Bench): Promise<void> {
	await bench.beginSample('Storm lantern')
	for (const x of [300, 1200])
		await bench.clickAll([
			[x, 300],
			[x + 500, 300],
			[x + 500, 800],
			[x, 800],
			[x, 300],
		])
	await expect(pieces(bench).getByText('4 nodes')).toHaveCount(2)
	await bench.saved()
}

test('steps are there again after reloading, those undone too', async ({ bench, page }) => {
	await drawTwo(bench)
	await bench.key('Control+z')
	await bench.key('Control+z')
	const before = await pieces(bench).innerText()
	await bench.saved()
	await page.reload()
	await bench.painted()
	await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled()
	expect(await pieces(bench).innerText()).toBe(before)
	await bench.canvas.focus()
	await bench.key('Control+Shift+z')
	await bench.key('Control+Shift+z')
	await expect(pieces(bench).getByText('4 nodes')).toHaveCount(2)
	for (let n = 0; n < 12; n++) await bench.key('Control+z')
	await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
	await expect(pieces(bench).getByText('nodes')).toHaveCount(0)
})

test('a version is kept by name, compared, and comes back whole or a piece at a time', async ({
	bench,
	page,
}) => {
	await drawTwo(bench)
	const dialog = page.getByRole('dialog', { name: /^Versions of/ })
	const openVersions = async () => {
		await page.getByRole('button', { name: 'All steps' }).click()
		await page.getByRole('menuitem', { name: /^Versions/ }).click()
		await expect(dialog).toBeVisible()
	}
	await openVersions()
	await dialog.getByLabel('Keep it now as').fill('Two squares')
	await dialog.getByRole('button', { name: 'Keep', exact: true }).click()
	await expect(dialog.getByRole('button', { name: /^Two squares/ })).toContainText(
		'2 pieces, 8 nodes',
	)
	await expect(dialog).toContainText('All pieces are now as they were.')
	await dialog.getByRole('button', { name: 'Close' }).click()

	await bench.key('3')
	await bench.key('m')
	await bench.key('Control+a')
	await bench.key('Delete')
	await expect(pieces(bench).getByText('nodes')).toHaveCount(0)
	await bench.saved()
	await page.reload()
	await bench.painted()

	await openVersions()
	await dialog.getByRole('button', { name: /^Two squares/ }).click()
	await expect(dialog).toContainText('8 nodes then, 0 now · 2 pieces only then')
	await dialog.getByRole('checkbox').first().check()
	await dialog.getByRole('button', { name: 'Bring chosen pieces back' }).click()
	await expect(dialog).toContainText('8 nodes then, 4 now · 1 piece only then')
	await dialog.getByRole('button', { name: 'Bring all of it back' }).click()
	await expect(pieces(bench).getByText('4 nodes')).toHaveCount(2)
	await bench.canvas.focus()
	await bench.key('Control+z')
	await expect(pieces(bench).getByText('4 nodes')).toHaveCount(1)
	await bench.key('Control+z')
	await expect(pieces(bench).getByText('nodes')).toHaveCount(0)
})
