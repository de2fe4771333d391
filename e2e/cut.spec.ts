import { readFileSync } from 'node:fs'
import { contains } from '../src/core/combine/winding'
import { readSvg } from '../src/core/drawings'
import { boxOf, growBox } from '../src/core/geometry/box'
import type { Point } from '../src/core/geometry/point'
import { signedArea } from '../src/core/geometry/polygon'
import { openingsOf } from '../src/core/path/openings'
import { type Bench, expect, overlapWithMask, test } from './bench'
import { keyPlaces } from './truth'

const MASK = 'public/photos/truth/lantern.png'
/** Openings smaller than this are chinks that nobody cuts, px². */
const LEAST_OPENING = 150

test('the lantern’s openings are punched as they are drawn, and the file fills alike under both rules', async ({
	bench,
	page,
}) => {
	test.slow()
	const { pieces } = readSvg(readFileSync('public/photos/truth/lantern.svg', 'utf8'))
	const [outer = [], ...openings] = pieces[0]!.contours.map(({ nodes }) => nodes.map((n) => n.at))
	const cut = openings.filter((ring) => Math.abs(signedArea(ring)) > LEAST_OPENING)
	await bench.beginSample('Storm lantern')
	await page.getByRole('switch', { name: 'Straight only' }).click()
	const draw = async (ring: readonly Point[], apart: number) => {
		const places = keyPlaces(ring, 2.2, apart).map((k) => ring[k] as Point)
		await bench.clickAll([...places, places[0] as Point])
	}
	await bench.canvas.focus()
	await draw(outer, 24)

	await bench.pass('Cut')
	await page.getByRole('switch', { name: 'Punch into “Piece 1”' }).click()
	const panel = page.getByRole('region', { name: 'Pieces' })
	for (const [k, ring] of cut.entries()) {
		await bench.fitSheet({ width: 2000, height: 1500 })
		const { minX, minY, maxX, maxY } = growBox(boxOf(ring), 12)
		await bench.zoomTo(minX, minY, maxX, maxY)
		await draw(ring, 9)
		await expect(panel.getByText(/^Opening \d+$/)).toHaveCount(k + 1)
	}
	// A step too many is one step back.
	await page.getByRole('button', { name: /^Undo/ }).click()
	await expect(panel.getByText(/^Opening \d+$/)).toHaveCount(cut.length - 1)
	await page.getByRole('button', { name: 'Redo', exact: true }).click()
	await expect(panel.getByText(/^Opening \d+$/)).toHaveCount(cut.length)

	const svg = await bench.exported()
	const [piece] = readSvg(svg).pieces
	expect(openingsOf(piece!)).toHaveLength(cut.length)
	expect(await overlapWithMask(svg, MASK)).toBeGreaterThanOrEqual(0.97)
	const otherRule = svg.replaceAll(' fill-rule="evenodd"', '')
	expect(otherRule).not.toBe(svg)
	expect(await overlapWithMask(otherRule, MASK)).toBeGreaterThanOrEqual(0.97)
})

const SHEET = { width: 1000, height: 700 }
const BOARD = 'M200 100H700V600H200Z'
const BAR = 'M600 250H900V450H600Z'

/** Opens a drawing of paths, one piece each, in the Cut pass. */
async function openPaths(bench: Bench, ...paths: string[]): Promise<void> {
	const { page } = bench
	await page.goto('/')
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Open a drawing' }).click()
	const body = paths.map((d) => `<path d="${d}"/>`).join('')
	await (await choosing).setFiles({
		name: 'boards.svg',
		mimeType: 'image/svg+xml',
		buffer: Buffer.from(
			`<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="700">${body}</svg>`,
		),
	})
	await page.waitForURL(/\/sheet\//)
	await bench.canvas.waitFor()
	await bench.fitSheet(SHEET)
	await bench.pass('Cut')
}

const row = (bench: Bench, name: string) =>
	bench.page
		.getByRole('region', { name: 'Pieces' })
		.getByRole('button', { name: new RegExp(`^${name}`) })

async function choose(bench: Bench, ...names: string[]): Promise<void> {
	for (const [k, name] of names.entries())
		await row(bench, name).click(k > 0 ? { modifiers: ['Control'] } : {})
}

async function filledAt(bench: Bench, ...places: Point[]): Promise<boolean[][]> {
	const { pieces } = readSvg(await bench.exported())
	await bench.pass('Cut')
	return pieces.map(({ contours, fillRule }) => places.map((p) => contains(contours, p, fillRule)))
}

test('pictures show what combining gives; which is cut from which is said, and can be swapped', async ({
	bench,
	page,
}) => {
	await openPaths(bench, BOARD, BAR)
	await choose(bench, 'Piece 1', 'Piece 2')
	await expect(page.getByText('“Piece 2” is cut from “Piece 1”.')).toBeVisible()
	await expect(page.getByRole('button', { name: /^Cut out/ })).toBeEnabled()
	await page.getByRole('button', { name: /^Overlap/ }).hover()
	// Only what both have is dark now.
	await expect.poll(async () => (await bench.colourAt([650, 350]))[0]).toBeLessThan(150)
	expect((await bench.colourAt([300, 350]))[0]).toBeGreaterThan(200)

	await page.getByRole('button', { name: 'Swap' }).click()
	await expect(page.getByText('“Piece 1” is cut from “Piece 2”.')).toBeVisible()
	await page.getByRole('button', { name: /^Cut out/ }).click()
	expect(await filledAt(bench, [300, 350], [650, 350], [800, 350])).toEqual([[false, false, true]])
	await page.getByRole('button', { name: /^Undo/ }).click()
	await choose(bench, 'Piece 1', 'Piece 2')
	await page.getByRole('switch', { name: 'Keep the cutter' }).click()
	await page.getByRole('button', { name: /^Cut out/ }).click()
	expect(await filledAt(bench, [300, 350], [650, 350], [800, 350])).toEqual([
		[true, false, false],
		[false, true, true],
	])
})

test('pieces are taken apart into regions: one is dropped, two are joined, as one edit', async ({
	bench,
	page,
}) => {
	await openPaths(bench, BOARD, BAR)
	await choose(bench, 'Piece 1', 'Piece 2')
	await page.getByRole('button', { name: 'Take apart into regions' }).click()
	await expect(page.getByText('3 pieces, 0 dropped')).toBeVisible()
	await bench.click([300, 350])
	await expect(page.getByText('2 pieces, 1 dropped')).toBeVisible()
	await page.getByRole('button', { name: 'Join' }).click()
	await bench.drag([650, 350], [800, 350])
	await expect(page.getByText('1 piece, 1 dropped')).toBeVisible()
	await bench.key('Enter')
	await expect(bench.canvas).toHaveAttribute('aria-label', /, 1 pieces?$/)
	expect(await filledAt(bench, [300, 350], [650, 350], [800, 350])).toEqual([[false, true, true]])
	await page.getByRole('button', { name: /^Undo/ }).click()
	expect(await filledAt(bench, [300, 350], [650, 350])).toEqual([
		[true, true],
		[false, true],
	])
})

test('regions chosen and left for another pass are offered once, and made if that was not meant', async ({
	bench,
	page,
}) => {
	await openPaths(bench, BOARD, BAR)
	await choose(bench, 'Piece 1', 'Piece 2')
	const apart = page.getByRole('button', { name: 'Take apart into regions' })
	const merge = page.getByRole('button', { name: /^Merge \d+ nodes/ })
	await expect(merge).toBeEnabled()
	// What is asked for is found only after one has gone elsewhere and come back.
	const letGo = await page.evaluateHandle(() => {
		const post = Worker.prototype.postMessage
		const kept: (() => void)[] = []
		Worker.prototype.postMessage = function (...message: unknown[]) {
			kept.push(() => Reflect.apply(post, this, message))
		}
		return () => {
			Worker.prototype.postMessage = post
			for (const send of kept) send()
		}
	})
	await apart.click()
	await bench.pass('Colour')
	await expect(page.getByText('The regions were not made')).toHaveCount(0)
	await bench.pass('Cut')
	await letGo.evaluate((send) => send())
	// The pictures were asked for after the regions.
	await expect(merge).toBeEnabled()
	await apart.click()
	await expect(page.getByText(/regions\. Click one/)).toBeVisible()
	await bench.click([300, 350])
	await bench.pass('Colour')
	await page.getByRole('button', { name: 'Make 2 pieces' }).click()
	await expect
		.poll(() => filledAt(bench, [300, 350], [650, 350], [800, 350]))
		.toEqual([
			[false, true, false],
			[false, false, true],
		])
})

test('an outline drawn over the edge bites it; one beside the piece is left alone', async ({
	bench,
	page,
}) => {
	await openPaths(bench, BOARD)
	await choose(bench, 'Piece 1')
	await bench.tool('Pen D')
	await page.getByRole('switch', { name: 'Punch into “Piece 1”' }).click()
	const bite: readonly Point[] = [
		[640, 300],
		[800, 300],
		[800, 400],
		[640, 400],
	]
	await bench.clickAll([...bite, bite[0]!])
	await expect(row(bench, 'Piece 1')).toContainText('8 nodes')
	await bench.clickAll([
		[850, 550],
		[930, 550],
		[930, 630],
		[850, 550],
	])
	await expect(page.getByText(/lies beside “Piece 1”: nothing was cut/)).toBeVisible()
	expect(await filledAt(bench, [670, 350], [300, 350])).toEqual([
		[false, true],
		[false, false],
	])
})

test('fill rules are shown side by side and made to agree; islands are found and bridged', async ({
	bench,
	page,
}) => {
	await openPaths(
		bench,
		`${BOARD}M300 200H600V500H300Z`,
		'M750 100H950V300H750ZM800 150H900V250H800ZM830 180H870V220H830Z',
	)
	await bench.pass('Proof')
	await expect(page.getByRole('region', { name: 'Fills two ways' })).toBeVisible()
	await bench.pass('Cut')
	await choose(bench, 'Piece 1')
	await page.getByRole('button', { name: 'Fill rule and direction' }).click()
	await expect(page.getByText('The rules differ in one place')).toBeVisible()
	await page.getByRole('switch', { name: 'Show winding numbers' }).click()
	await page.getByRole('button', { name: 'Make it the same under both' }).click()
	await expect(page.getByText('Both rules fill it alike.')).toBeVisible()
	await page.getByRole('button', { name: 'even-odd' }).click()
	expect(await filledAt(bench, [450, 350], [250, 350])).toEqual([
		[true, true],
		[false, false],
	])

	await choose(bench, 'Piece 2')
	await page.getByRole('button', { name: 'Fill rule and direction' }).click()
	await page.getByRole('button', { name: 'even-odd' }).click()
	await page.getByRole('button', { name: 'Openings and islands' }).click()
	await expect(row(bench, 'Island 1')).toBeVisible()
	await expect(page.getByText('Island 1 is tied to nothing')).toBeVisible()
	await page.getByRole('button', { name: 'Tie it by a bridge' }).click()
	await expect(row(bench, 'Island 1')).toBeHidden()
	const tied = (
		await filledAt(bench, [850, 200], [815, 200], [850, 165], [885, 200], [850, 235])
	)[1]!
	expect(tied[0]).toBe(true)
	expect(tied.slice(1).filter(Boolean)).toHaveLength(1)
})

test('open outlines are joined end to end; a piece grows, and its stroke becomes a piece', async ({
	bench,
	page,
}) => {
	await openPaths(bench, 'M200 200H400V206', 'M400 212V400H200', 'M200 390V300V210')
	await page.getByRole('button', { name: 'Close, join, separate' }).click()
	await choose(bench, 'Piece 1', 'Piece 2', 'Piece 3')
	await expect(page.getByText('3 outlines of what is chosen are open.')).toBeVisible()
	await page.getByRole('button', { name: 'Join ends' }).click()
	await expect(page.getByText('Every outline of what is chosen is closed.')).toBeVisible()
	await choose(bench, 'Piece 1')
	await page.getByRole('button', { name: 'Grow or shrink' }).click()
	await bench.type('Outward by', '20')
	await page.getByRole('button', { name: 'Grow by 20 px' }).click()
	expect(await filledAt(bench, [185, 300], [175, 300], [300, 300])).toEqual([[true, false, true]])
	await choose(bench, 'Piece 1')
	await page.getByRole('button', { name: 'Stroke to piece' }).click()
	await bench.type('Stroke width', '10')
	await page.getByRole('button', { name: 'Make a piece of it' }).click()
	expect(await filledAt(bench, [183, 300], [190, 300], [300, 300])).toEqual([[true, false, false]])
})
