import type { Point } from '../src/core/geometry/point'
import { formatPathData } from '../src/core/path/pathData'
import { expect, test } from './bench'
import {
	bulges,
	handlesFor,
	judge,
	keyPlaces,
	softNodes,
	tangentAt,
	trueOutline,
	turnAt,
} from './truth'

/** Tracing by hand takes its time. */
test.describe.configure({ timeout: 240_000 })

const HERON = { width: 1000, height: 1200 }
const TEAPOT = { width: 920, height: 690 }

test('two passes by pointer: the heron straight first, then bent and walked round', async ({
	bench,
	page,
}, info) => {
	const truth = trueOutline('heron')
	const places = keyPlaces(truth, 5, 8)
	const corners = places.map((k) => truth[k] as Point)
	await bench.beginPhoto('Heron', HERON)
	await bench.key('2')
	/** Goes near enough to see an edge: the twelfth of the photo that a place lies in. */
	let part = ''
	const near = async ([x, y]: Point) => {
		const [left, top] = [Math.floor(x / 334) * 334, Math.floor(y / 300) * 300]
		if (part === `${left},${top}`) return
		part = `${left},${top}`
		await bench.fitSheet(HERON)
		await bench.zoomTo(left - 10, top - 10, left + 344, top + 310)
	}

	await test.step('Rough: corners alone, all the way round', async () => {
		await page.getByRole('switch', { name: 'Straight only' }).click()
		for (const p of [...corners, corners[0]!]) {
			await near(p)
			await bench.click(p)
		}
		await expect(page.getByRole('region', { name: 'Pieces' })).toContainText(
			`${corners.length} nodes`,
		)
		await expect(page.getByRole('region', { name: 'Pieces' })).not.toContainText('open')
	})
	const rough = judge(await bench.exported(), truth)

	await test.step('Refine: every segment that bulges is pulled to the edge', async () => {
		await bench.canvas.focus()
		await bench.key('3')
		for (const { grip, through, by, a, b } of bulges(truth, places)) {
			const room = Math.min(
				Math.hypot(grip[0] - a[0], grip[1] - a[1]),
				Math.hypot(grip[0] - b[0], grip[1] - b[1]),
			)
			// A pull of less than three px on screen is a click.
			if (by < 1.6 || room < 9) continue
			await near(grip)
			await bench.drag(grip, through)
		}
	})
	const soft = softNodes(await bench.exported())

	await test.step('Refine: walked round node by node, the soft joins made smooth', async () => {
		await bench.canvas.focus()
		await bench.key('3')
		await page.keyboard.press('Escape')
		for (const i of places.keys()) {
			await page.keyboard.press('n')
			await expect(
				page.getByText(`Node ${i + 1} of ${places.length}`, { exact: true }),
			).toBeVisible()
			if (soft.has(i)) await page.keyboard.press('s')
		}
	})

	const refined = judge(await bench.exported(), truth)
	info.annotations.push({ type: 'heron', description: JSON.stringify({ rough, refined }) })
	expect(soft.size).toBeGreaterThan(2)
	expect(refined.nodes).toBe(corners.length)
	expect(refined.mean).toBeLessThan(rough.mean * 0.8)
	expect(refined.mean).toBeLessThan(1)
	expect(refined.max).toBeLessThan(6)
})

test('curves at once: the teapot with press and drag', async ({ bench, page }, info) => {
	const truth = trueOutline('teapot')
	const step = Math.round(truth.length / 38)
	await bench.beginPhoto('Teapot', TEAPOT)
	await bench.canvas.focus()
	await bench.key('2')
	// Nothing should snap a handle: the tangents are the photo's.
	await page.keyboard.down('g')
	const spots = Array.from({ length: Math.floor(truth.length / step) }, (_, i) => i * step)
	for (const place of spots) {
		const at = truth[place] as Point
		if (turnAt(truth, place, 10) > 50) {
			await bench.click(at)
			continue
		}
		const next = truth[(place + step) % truth.length] as Point
		const reach = Math.hypot(next[0] - at[0], next[1] - at[1]) / 3
		const [x, y] = tangentAt(truth, place, 8)
		await bench.drag(at, [at[0] + x * reach, at[1] + y * reach])
	}
	await bench.click(truth[0]!)
	await page.keyboard.up('g')
	const drawn = judge(await bench.exported(), truth)
	info.annotations.push({ type: 'drawn', description: JSON.stringify(drawn) })
	expect(drawn.nodes).toBeLessThan(40)
	expect(drawn.mean).toBeLessThan(1.5)
	expect(drawn.max).toBeLessThan(30)
})

test('by keyboard alone: a rough outline walked round, made smooth, nudged and mended', async ({
	bench,
	page,
}, info) => {
	const truth = trueOutline('teapot')
	const places = keyPlaces(truth, 12, 14)
	const rough = formatPathData([
		{
			id: 'rough',
			closed: true,
			nodes: places.map((k, i) => ({ id: `${i}`, at: truth[k] as Point, kind: 'corner' as const })),
		},
	])
	await bench.beginPhoto('Teapot', TEAPOT)
	await bench.give('drop', page.getByRole('main'), {
		name: 'rough.svg',
		content: Buffer.from(
			`<svg xmlns="http://www.w3.org/2000/svg" width="920" height="690"><path d="${rough}"/></svg>`,
		),
	})
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText(`${places.length} nodes`)

	await bench.canvas.focus()
	await page.keyboard.press('3')
	const hint = page.getByRole('status').first()
	/** Moves what is in hand by arrow keys: tens with Shift, then ones. */
	const moveBy = async (by: Point) => {
		for (const [axis, [less, more]] of [
			['ArrowLeft', 'ArrowRight'],
			['ArrowUp', 'ArrowDown'],
		].entries()) {
			const steps = Math.round(Math.abs(by[axis] ?? 0))
			const key = (by[axis] ?? 0) < 0 ? less : more
			for (let i = 0; i < Math.floor(steps / 10); i++) await page.keyboard.press(`Shift+${key}`)
			for (let i = 0; i < steps % 10; i++) await page.keyboard.press(`${key}`)
		}
	}
	const n = places.length
	const at = (i: number) => truth[places[(i + n) % n] ?? 0] as Point
	const runs = places.map((k, i) => handlesFor(truth, k, places[(i + 1) % n] ?? 0))
	for (const [i, place] of places.entries()) {
		await page.keyboard.press('n')
		await expect(hint).toContainText(`Node ${i + 1} of ${n}`)
		// A cusp's handles lie along its straight segments at first, a third of the way.
		await page.keyboard.press('x')
		for (const [key, other, target] of [
			['i', at(i - 1), runs[(i - 1 + n) % n]?.[1]],
			['o', at(i + 1), runs[i]?.[0]],
		] as const) {
			if (!target) continue
			const [x, y] = at(i)
			const from = [x + (other[0] - x) / 3, y + (other[1] - y) / 3] as const
			await page.keyboard.press(key)
			await moveBy([target[0] - from[0], target[1] - from[1]])
			await page.keyboard.press(key)
		}
		if (turnAt(truth, place, 8) < 20) await page.keyboard.press('s')
	}
	// One node a hair inward and back, one handle taken in hand and let go: keys reach all of it.
	await page.keyboard.press('Alt+ArrowDown')
	await page.keyboard.press('Alt+ArrowUp')
	await page.keyboard.press('o')
	await expect(hint).toContainText('Outgoing handle')
	await page.keyboard.press('Escape')
	// A node added after the last, and taken away again.
	await page.keyboard.press('a')
	await expect(hint).toContainText(`of ${n + 1}`)
	await page.keyboard.press('Delete')

	const before = judge(`<svg xmlns="http://www.w3.org/2000/svg"><path d="${rough}"/></svg>`, truth)
	const after = judge(await bench.exported(), truth)
	info.annotations.push({ type: 'keys', description: JSON.stringify({ before, after }) })
	expect(after.nodes).toBe(before.nodes)
	expect(after.mean).toBeLessThan(before.mean / 2)
	expect(after.max).toBeLessThan(before.max)
})

test('pieces are moved, copied and lined up; the list of steps goes back to any of them', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	for (const [x, y] of [
		[300, 300],
		[900, 500],
	] as const) {
		for (const p of [
			[x, y],
			[x + 200, y],
			[x + 200, y + 200],
			[x, y],
		] as const)
			await bench.click(p)
	}
	await bench.key('m')
	await bench.click([440, 350])
	await page.keyboard.down('Shift')
	await bench.click([1040, 550])
	await page.keyboard.up('Shift')
	const card = page.getByRole('region', { name: 'Piece', exact: true })
	await expect(card).toContainText('2 pieces')
	await card.getByRole('button', { name: 'Line up by the upper edges' }).click()
	await bench.click([1500, 1200])
	await bench.click([1040, 350])
	const top = card.getByLabel('Top', { exact: true })
	expect(Math.abs(Number(await top.inputValue()) - 300)).toBeLessThan(3)
	await top.fill('+150')
	await page.keyboard.press('Enter')
	expect(Math.abs(Number(await top.inputValue()) - 450)).toBeLessThan(3)
	await card.getByRole('button', { name: 'Copy' }).click()
	const rows = page.getByRole('region', { name: 'Pieces' }).getByRole('button', { name: /^Piece/ })
	await expect(rows).toHaveCount(3)

	for (const [step, count] of [
		['As far back as is kept', 0],
		['Copy a piece', 3],
		['Line up by the upper edges', 2],
	] as const) {
		await page.getByRole('button', { name: 'All steps' }).click()
		await page.getByRole('menuitem', { name: step }).click()
		// The list stays open while one goes to and fro; behind it the page is hidden from such looks.
		await expect(async () => {
			await page.keyboard.press('Escape')
			await expect(page.getByRole('menu')).toBeHidden({ timeout: 1000 })
		}).toPass()
		await expect(rows).toHaveCount(count)
	}
})

test('mirror work: one side is drawn, the other follows and is welded on', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await page.getByRole('button', { name: 'Upright', exact: true }).click()
	await bench.clickAll([
		[1000, 200],
		[700, 400],
		[600, 900],
		[1000, 1200],
	])
	await bench.key('Enter')
	await page.getByRole('button', { name: 'Accept the other side' }).click()
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('6 nodes')
	const svg = await bench.exported()
	const { max } = judge(svg, [
		[1000, 200],
		[1300, 400],
		[1400, 900],
		[1000, 1200],
		[600, 900],
		[700, 400],
	])
	expect(max).toBeLessThan(2)
	expect(svg).toMatch(/d="M[^"]*Z"/)
})
