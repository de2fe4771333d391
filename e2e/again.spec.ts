import sharp from 'sharp'
import { readSvg } from '../src/core/drawings'
import { type Affine, applyAffine } from '../src/core/geometry/affine'
import type { Point } from '../src/core/geometry/point'
import { deviation } from '../src/core/measure/deviation'
import { parsePathData } from '../src/core/path/parsePathData'
import { transformContour } from '../src/core/path/pieces'
import { type Bench, expect, test } from './bench'

test.describe.configure({ timeout: 90_000 })

const [WIDTH, HEIGHT] = [900, 640]

/** A leaf of card about the origin: a tip, a notch, and a curve between them. */
const LEAF =
	'M-110 20C-90 -60 10 -90 70 -50C100 -30 120 -20 130 -50C130 20 90 70 20 75C-40 80 -90 60 -110 20Z'

const posed = (degrees: number, scale: number, x: number, y: number, mirrored = 1): Affine => {
	const [c, s] = [
		scale * Math.cos((degrees * Math.PI) / 180),
		scale * Math.sin((degrees * Math.PI) / 180),
	]
	return [mirrored * c, mirrored * s, -s, c, x, y]
}

const FIRST = posed(10, 1, 190, 170)
const OTHERS = [posed(140, 0.9, 520, 170), posed(-60, 1.1, 240, 450), posed(30, 1, 650, 440, -1)]

/** Leaves of dark card on a bench, as a photo shows them, and a disc that is none. */
async function leaves(): Promise<Buffer> {
	const all = [FIRST, ...OTHERS].map((map) => `<path d="${LEAF}" transform="matrix(${map})"/>`)
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
		<rect width="100%" height="100%" fill="#b9a88a"/>
		<g fill="#33302c">${all.join('')}<circle cx="800" cy="140" r="70"/></g></svg>`
	const noise = await sharp({
		create: {
			width: WIDTH,
			height: HEIGHT,
			channels: 3,
			background: '#808080',
			noise: { type: 'gaussian', mean: 128, sigma: 9 },
		},
	})
		.png()
		.toBuffer()
	return sharp(Buffer.from(svg))
		.blur(0.9)
		.composite([{ input: noise, blend: 'soft-light' }])
		.jpeg({ quality: 92 })
		.toBuffer()
}

const on = (map: Affine, p: Point) => applyAffine(map, p)

/** Lifts the first leaf. */
async function traceFirst(bench: Bench): Promise<void> {
	await bench.key('2')
	await bench.tool('Lift L')
	await bench.drag([60, 80], [340, 270])
	await expect(bench.page.getByRole('button', { name: 'Keep as a piece' })).toBeEnabled({
		timeout: 30_000,
	})
	await bench.key('Enter')
}

test('a leaf traced once is laid on all its likes, each on its own edge, and nothing on what is none', async ({
	bench,
	page,
}) => {
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	await expect(page.getByRole('button', { name: 'Choose a photo' })).toBeEnabled()
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	await (await choosing).setFiles({
		name: 'leaves.jpg',
		mimeType: 'image/jpeg',
		buffer: await leaves(),
	})
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	await bench.fitSheet({ width: WIDTH, height: HEIGHT })
	await bench.key('Shift+G')
	await traceFirst(bench)

	const lay = page.getByRole('button', { name: 'Lay 3 pieces' })
	// What was kept in haste is still being found for a moment.
	await expect(async () => {
		const find = page.getByRole('button', { name: 'Find “Piece 1” again' })
		if (await find.isVisible()) await find.click({ timeout: 500 })
		// Nothing at first; where it is found at once some are there already.
		await expect(page.getByRole('button', { name: /^Lay / })).toBeVisible({ timeout: 1000 })
	}).toPass()
	await expect(lay).toBeVisible({ timeout: 30_000 })

	// One left out is had back by undo.
	await bench.click(on(OTHERS[0] as Affine, [0, 0]))
	await expect(page.getByRole('button', { name: 'Lay 2 pieces' })).toBeVisible()
	await bench.key('Control+z')
	await expect(lay).toBeVisible()
	// Where nothing is, nothing is found.
	await bench.click([800, 140])
	await expect(page.getByText('It was not found here.').first()).toBeVisible()
	await bench.canvas.focus()
	await bench.key('Enter')
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Piece 4')

	const { pieces } = readSvg(await bench.exported())
	expect(pieces).toHaveLength(4)
	for (const [k, map] of [FIRST, ...OTHERS].entries()) {
		const truth = parsePathData(LEAF).map((contour) => transformContour(contour, map))
		const off = pieces.map(({ contours }) => deviation(contours, truth))
		const best = off.sort((a, b) => a.max - b.max)[0]
		expect(best?.p95, `leaf ${k}`).toBeLessThan(1)
		expect(best?.mean, `leaf ${k}`).toBeLessThan(0.5)
	}
})
