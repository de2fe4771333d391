import { expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import type { Pixels } from '../pixels'
import { rendered } from '../testing/rendered'
import { levelLines } from './levelLines'
import { matteAnew, matteOf } from './matte'

const MIDDLE: Point = [40.3, 36.6]
const R = 21.4
const [WIDTH, HEIGHT] = [80, 74]

const isIn = (k: number, radius: number) =>
	distance([(k % WIDTH) + 0.5, Math.floor(k / WIDTH) + 0.5], MIDDLE) < radius

/** The disc, mixed in light as a lens does: dark on pale. */
function inLight({ width, height, data }: Pixels, dark: number, light: number): Pixels {
	const made = data.slice()
	for (let k = 0; k < width * height; k++) {
		const share = (data[4 * k] ?? 0) / 255
		const mixed = share * (dark / 255) ** 2.2 + (1 - share) * (light / 255) ** 2.2
		made.fill(Math.round(255 * mixed ** (1 / 2.2)), 4 * k, 4 * k + 3)
	}
	return { width, height, data: made }
}

const SHARES = rendered(WIDTH, HEIGHT, (x, y) => distance([x, y], MIDDLE) < R, {
	inside: 255,
	outside: 0,
	blur: 1,
})

test.each([
	[30, 220],
	[120, 200],
	[210, 90],
])(
	'where the lens mixed two sides in light, the half of it is the edge, however wrong the pixels were: %i on %i',
	(dark, light) => {
		const photo = inLight(SHARES, dark, light)
		for (const wrong of [-1, 0, 1]) {
			const inside = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, k) =>
				isIn(k, R + wrong) ? 1 : 0,
			)
			const [line] = levelLines(matteOf(photo, inside).cover, WIDTH, HEIGHT)
			const off = (line ?? []).map((p) => distance(p, MIDDLE) - R)
			expect(off.length).toBeGreaterThan(100)
			expect(Math.abs(off.reduce((a, b) => a + b, 0) / off.length)).toBeLessThan(0.2)
			expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.35)
		}
	},
)

test('where both sides are alike nothing is told, and the pixels say where the boundary is', () => {
	const flat = inLight(SHARES, 128, 128)
	const inside = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, k) => (isIn(k, R) ? 1 : 0))
	const { cover, trust } = matteOf(flat, inside)
	expect(Math.max(...trust)).toBeLessThan(0.05)
	const [line] = levelLines(cover, WIDTH, HEIGHT)
	for (const p of line ?? []) expect(Math.abs(distance(p, MIDDLE) - R)).toBeLessThan(0.8)
})

test('sought anew round what changed alone, it is the same as from the beginning', () => {
	const photo = inLight(SHARES, 40, 190)
	const pixels = (wrong: (x: number) => number) =>
		Uint8Array.from({ length: WIDTH * HEIGHT }, (_, k) => (isIn(k, R + wrong(k % WIDTH)) ? 1 : 0))
	const [before, after] = [pixels(() => 0), pixels((x) => (x > 58 ? 2 : 0))]
	const matted = { inside: before, matte: matteOf(photo, before) }
	const anew = matteAnew(photo, after, matted)
	expect(anew.matte).toEqual(matteOf(photo, after))
	expect(anew.matte).not.toEqual(matted.matte)
	expect(matteAnew(photo, before, matted)).toBe(matted)
})
