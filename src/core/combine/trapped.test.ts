import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { writePdf } from '../formats/pdf/writePdf'
import { seenPdf } from '../formats/testing/readers'
import { type Contour, emptySheet, newPiece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { formatPathData } from '../path/pathData'
import { addPieces } from '../path/pieces'
import { combine } from './combine'
import { trapped } from './trapped'
import { contains } from './winding'

const [WIDTH, HEIGHT] = [240, 180]
const INK = '#22272e'
const COLOURS = ['#3b4a6b', '#7f6a58', '#d9b26f', '#f3ead2']

/** A piece parted by curves that cross it: areas edge to edge, from the darkest up. */
function parted(): Contour[][] {
	const whole = parsePathData('M20 20C90 0 160 10 220 30L210 160C140 175 80 150 25 165Z')
	const cuts = [
		'M0 0H90C120 60 60 110 100 180H0Z',
		'M0 0H150C130 70 190 110 150 180H0Z',
		'M150 40C190 40 200 70 190 100C180 130 140 120 140 90C140 60 130 40 150 40Z',
	].map((d) => parsePathData(d))
	const [left = [], middle = [], spot = []] = cuts
	const rest = combine('cut-out', whole, spot)
	return [
		combine('cut-out', rest, middle),
		combine('overlap', combine('cut-out', rest, left), middle),
		combine('overlap', rest, left),
		combine('overlap', whole, spot),
	]
}

/** Areas in their colours over the piece in ink, as they are drawn at a scale; RGB. */
async function drawn(areas: readonly (readonly Contour[])[], scale: number, fine = 1) {
	const paths = areas
		.map(
			(area, k) => `<path d="${formatPathData(area)}" fill="${COLOURS[k]}" fill-rule="evenodd"/>`,
		)
		.join('')
	const [width, height] = [WIDTH, HEIGHT].map((side) => Math.round(side * scale))
	const crisp = fine > 1 ? ' shape-rendering="crispEdges"' : ''
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${(width ?? 0) * fine}" height="${(height ?? 0) * fine}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><rect width="100%" height="100%" fill="${INK}"/><g${crisp}>${paths}</g></svg>`
	const { data, info } = await sharp(Buffer.from(svg))
		.removeAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true })
	return averaged(data, info.width, info.height, fine)
}

/** The same as a PDF, as poppler draws it. */
async function printed(areas: readonly (readonly Contour[])[], scale: number) {
	const pieces = [parsePathData(`M0 0H${WIDTH}V${HEIGHT}H0Z`), ...areas].map((contours, k) => ({
		...newPiece('Area', contours),
		fill: { kind: 'solid', colour: COLOURS[k - 1] ?? INK } as const,
	}))
	const sheet = addPieces(emptySheet('Areas', WIDTH, HEIGHT), pieces)
	const size = [WIDTH, HEIGHT].map((side) => Math.round(side * scale)) as [number, number]
	return (await seenPdf(await writePdf(sheet), ...size)).data
}

/** The mean of each square of so many px. */
function averaged(data: Uint8Array, width: number, height: number, fine: number): Float64Array {
	const [across, down] = [width / fine, height / fine]
	const made = new Float64Array(3 * across * down)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++)
			for (let c = 0; c < 3; c++) {
				const k = 3 * (Math.floor(y / fine) * across + Math.floor(x / fine)) + c
				made[k] = (made[k] ?? 0) + (data[3 * (y * width + x) + c] ?? 0) / fine ** 2
			}
	return made
}

/** The share of what lies well within the piece that is off by more than ten levels. */
async function shareOff(
	areas: readonly (readonly Contour[])[],
	plain: readonly (readonly Contour[])[],
	scale: number,
	draw: typeof drawn | typeof printed = drawn,
) {
	const seen = await draw(areas, scale)
	const truth = await drawn(plain, scale, 8)
	const inner = parsePathData('M32 32C95 15 155 22 208 42L200 148C140 162 85 138 36 152Z')
	const width = Math.round(WIDTH * scale)
	let [all, off] = [0, 0]
	for (let k = 0; k < seen.length / 3; k++) {
		const at = [((k % width) + 0.5) / scale, (Math.floor(k / width) + 0.5) / scale] as const
		if (!contains(inner, at, 'nonzero')) continue
		all++
		const worst = Math.max(
			...[0, 1, 2].map((c) => Math.abs((seen[3 * k + c] ?? 0) - (truth[3 * k + c] ?? 0))),
		)
		if (worst > 10) off++
	}
	return off / all
}

describe('areas that reach under those above them', () => {
	const plain = parted()
	const made = trapped(plain, 1)

	test.each([1, 2, 0.37])('show no hairlines at %s ×', async (scale) => {
		const before = await shareOff(plain, plain, scale)
		const after = await shareOff(made, plain, scale)
		expect(before).toBeGreaterThan(0.005)
		expect(after).toBeLessThan(before / 5)
	})

	test.each([1, 2, 0.37])('show none in print at %s ×', async (scale) => {
		const before = await shareOff(plain, plain, scale, printed)
		const after = await shareOff(made, plain, scale, printed)
		expect(before).toBeGreaterThan(0.005)
		expect(after).toBeLessThan(before / 4)
	})

	test('are seen as they were, and reach nowhere beyond', () => {
		const top = (areas: readonly (readonly Contour[])[], p: readonly [number, number]) =>
			areas.findLastIndex((area) => contains(area, p, 'nonzero'))
		let differ = 0
		for (let x = 1.3; x < WIDTH; x += 3.1)
			for (let y = 1.7; y < HEIGHT; y += 2.9) if (top(plain, [x, y]) !== top(made, [x, y])) differ++
		expect(differ).toBe(0)
		expect(made).toHaveLength(plain.length)
	})

	test('by nothing they are as they are', () => {
		expect(trapped(plain, 0)).toEqual(plain)
	})
})
