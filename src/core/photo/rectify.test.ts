import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../geometry/point'
import type { Pixels } from './pixels'
import { applyProjective, NotARectangle, projectiveBetween, type Quad, rectify } from './rectify'

const SQUARE: Quad = [
	[0, 0],
	[1, 0],
	[1, 1],
	[0, 1],
]

test('a projective map takes four points to four others, and straight lines to straight lines', () => {
	const near = fc.double({ min: -20, max: 20, noNaN: true })
	fc.assert(
		fc.property(fc.array(near, { minLength: 8, maxLength: 8 }), (d) => {
			const at = (x: number, y: number, k: number): Point => [x + (d[k] ?? 0), y + (d[k + 1] ?? 0)]
			const quad: Quad = [at(0, 0, 0), at(100, 0, 2), at(100, 80, 4), at(0, 80, 6)]
			const map = projectiveBetween(SQUARE, quad)
			for (const [k, p] of SQUARE.entries())
				expect(distance(applyProjective(map, p), quad[k] ?? [0, 0])).toBeLessThan(1e-6)
			const [a, b, c] = [0.1, 0.4, 0.9].map((t) => applyProjective(map, [t, 0.3])) as [
				Point,
				Point,
				Point,
			]
			const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
			expect(Math.abs(area)).toBeLessThan(1e-6 * distance(a, c) ** 2 + 1e-9)
			const back = projectiveBetween(quad, SQUARE)
			expect(
				distance(applyProjective(back, applyProjective(map, [0.3, 0.7])), [0.3, 0.7]),
			).toBeLessThan(1e-6)
		}),
	)
})

/** A chessboard of a given size in space, seen by a camera from the side; with a lens that bends by a share. */
function seenBoard(ratio: number, curvature = 0) {
	const [width, height, focal] = [640, 480, 700]
	const tilt = 0.6
	const turn = 0.25
	/** A point of the board, in board heights, as the camera sees it without its lens's curvature. */
	const project = ([u, v]: Point): Point => {
		const [x, y] = [(u - ratio / 2) * 2, (v - 0.5) * 2]
		const [x1, y1, z1] = [x * Math.cos(turn), y, x * Math.sin(turn)]
		const [y2, z2] = [
			y1 * Math.cos(tilt) - z1 * Math.sin(tilt),
			y1 * Math.sin(tilt) + z1 * Math.cos(tilt),
		]
		const z = z2 + 5
		return [width / 2 + (focal * x1) / z, height / 2 + (focal * y2) / z]
	}
	const flat: Quad = [
		[0, 0],
		[ratio, 0],
		[ratio, 1],
		[0, 1],
	]
	const straight = flat.map(project) as unknown as Quad
	const back = projectiveBetween(straight, flat)
	const reach2 = (width / 2) ** 2 + (height / 2) ** 2
	const bend = ([x, y]: Point): Point => {
		const [dx, dy] = [x - width / 2, y - height / 2]
		const out = 1 + (curvature * (dx * dx + dy * dy)) / reach2
		return [width / 2 + dx * out, height / 2 + dy * out]
	}
	const unbend = (p: Point): Point => {
		let now = p
		for (let k = 0; k < 40; k++) {
			const [dx, dy] = [now[0] - width / 2, now[1] - height / 2]
			const out = 1 + (curvature * (dx * dx + dy * dy)) / reach2
			now = [width / 2 + (p[0] - width / 2) / out, height / 2 + (p[1] - height / 2) / out]
		}
		return now
	}
	const data = new Uint8ClampedArray(4 * width * height)
	for (let j = 0; j < height; j++)
		for (let i = 0; i < width; i++) {
			let light = 0
			for (const [du, dv] of [
				[0.25, 0.25],
				[0.75, 0.25],
				[0.25, 0.75],
				[0.75, 0.75],
			] as const) {
				const [u, v] = applyProjective(back, unbend([i + du, j + dv]))
				light += (Math.floor(u * 8) + Math.floor(v * 8)) % 2 === 0 ? 55 : 0
			}
			data.set([light, light, light, 255], 4 * (j * width + i))
		}
	const photo: Pixels = { width, height, data }
	return { photo, quad: straight.map(bend) as unknown as Quad }
}

/** How much of the rectangle is the chessboard that it should be. */
function likeness(
	ratio: number,
	{ photo, quad }: ReturnType<typeof seenBoard>,
	o: Parameters<typeof rectify>[2],
) {
	const { pixels, rectangle } = rectify(photo, quad, o)
	let [good, all] = [0, 0]
	const [w, h] = [rectangle.maxX - rectangle.minX, rectangle.maxY - rectangle.minY]
	for (let y = 2; y < h - 2; y++)
		for (let x = 2; x < w - 2; x++) {
			const [u, v] = [(x / w) * ratio * 8, (y / h) * 8]
			const inside = (t: number) => Math.abs(t - Math.round(t)) > 0.08
			if (!inside(u) || !inside(v)) continue
			const white = (Math.floor(u) + Math.floor(v)) % 2 === 0
			const k = Math.floor(rectangle.minY + y) * pixels.width + Math.floor(rectangle.minX + x)
			if ((pixels.data[4 * k] ?? 0) > 110 === white) good++
			all++
		}
	return { share: good / all, ratio: w / h }
}

describe('a flat thing seen at a slant', () => {
	test.each([0.7, 1, 1.6])(
		'is laid square, in its own proportion, which nobody measured: %d',
		(ratio) => {
			const { share, ratio: found } = likeness(ratio, seenBoard(ratio), {})
			expect(share).toBeGreaterThan(0.995)
			expect(found / ratio).toBeCloseTo(1, 1)
		},
	)

	test('takes the proportion that was measured', () => {
		const { share, ratio } = likeness(1.6, seenBoard(1.6), { ratio: 1.6 })
		expect(ratio).toBeCloseTo(1.6, 9)
		expect(share).toBeGreaterThan(0.995)
	})

	test('is straight though the lens bent its sides, once that is taken back', () => {
		const bent = seenBoard(1.3, -0.35)
		expect(likeness(1.3, bent, { ratio: 1.3, curvature: -0.35 }).share).toBeGreaterThan(0.99)
		expect(likeness(1.3, bent, { ratio: 1.3 }).share).toBeLessThan(0.98)
	})

	test('corners that stand round nothing flat are refused', () => {
		const { photo } = seenBoard(1)
		const quads: Quad[] = [
			[
				[0, 0],
				[100, 0],
				[200, 0],
				[0, 100],
			],
			[
				[0, 0],
				[100, 100],
				[100, 0],
				[0, 100],
			],
			[
				[5, 5],
				[5, 5],
				[50, 50],
				[5, 50],
			],
		]
		for (const quad of quads) expect(() => rectify(photo, quad)).toThrow(NotARectangle)
	})
})
