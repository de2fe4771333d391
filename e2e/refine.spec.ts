import { readSvg } from '../src/core/drawings'
import { expect, test } from './bench'

const SQUARE = [
	[300, 300],
	[900, 300],
	[900, 900],
	[300, 900],
] as const

test('nodes are added, nudged, boxed, removed and picked up again, and all of it is undone', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const panel = page.getByRole('region', { name: 'Pieces' })
	for (const p of SQUARE) await bench.click(p)

	await test.step('ended open with Enter, gone on from its first node, closed at the other end', async () => {
		await bench.key('Enter')
		await expect(panel).toContainText('4 nodes, open')
		await bench.click(SQUARE[0])
		await bench.click([200, 600])
		await bench.click(SQUARE[3])
		await expect(panel).toContainText('5 nodes')
		await expect(panel).not.toContainText('open')
	})

	await test.step('a node inserted on a segment, then nudged by arrow keys', async () => {
		await bench.key('3')
		await page.keyboard.down('a')
		await bench.click([600, 300])
		await page.keyboard.up('a')
		await expect(panel).toContainText('6 nodes')
		await bench.key('Shift+ArrowUp')
		await bench.key('ArrowRight')
		const y = page.getByRole('region', { name: 'Node' }).getByLabel('y', { exact: true })
		await expect.poll(async () => Math.round(Number(await y.inputValue()))).toBe(290)
	})

	await test.step('a box takes the nodes in it, Delete keeps the outline whole', async () => {
		await bench.drag([820, 220], [980, 980])
		await expect(page.getByRole('region', { name: 'Node' })).toContainText('2 nodes')
		await bench.key('Delete')
		await expect(panel).toContainText('4 nodes')
		await expect(panel).not.toContainText('open')
	})

	await test.step('E held in the Pen gives Nodes for the moment', async () => {
		await bench.key('d')
		await bench.hover([300, 900])
		await page.keyboard.down('e')
		await bench.drag([300, 900], [340, 940])
		await page.keyboard.up('e')
		const { pieces } = readSvg(await bench.exported())
		const nodes = pieces[0]!.contours[0]!.nodes
		expect(nodes.some((n) => Math.hypot(n.at[0] - 340, n.at[1] - 940) < 2)).toBe(true)
		expect(nodes).toHaveLength(4)
	})

	await test.step('undo takes everything back, step by step', async () => {
		const undo = page.getByRole('button', { name: 'Undo', exact: true })
		while (await undo.isEnabled()) await undo.click()
		await expect(panel).toContainText('None yet.')
		await expect(page.getByRole('button', { name: 'Redo', exact: true })).toBeEnabled()
	})
})

test('J hides the artwork and K shows the silhouette while they are held', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	for (const p of SQUARE) await bench.click(p)
	await bench.click(SQUARE[0])
	const inside = [450, 450] as const
	const traced = await bench.colourAt(inside)
	await page.keyboard.down('k')
	await expect.poll(() => bench.colourAt(inside)).toEqual([0, 0, 0])
	await page.keyboard.up('k')
	await expect.poll(() => bench.colourAt(inside)).toEqual(traced)
	await page.keyboard.down('j')
	await expect.poll(() => bench.colourAt(inside)).not.toEqual(traced)
	await page.keyboard.up('j')
	await expect.poll(() => bench.colourAt(inside)).toEqual(traced)
})
