import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { edgeField } from './edgeField'
import { followEdge } from './followEdge'

const pointsOf = (path: Float64Array): Point[] =>
	Array.from({ length: path.length / 2 }, (_, i) => [path[2 * i] ?? 0, path[2 * i + 1] ?? 0])

/** The p95 of some sizes. */
const p95 = (sizes: number[]) => sizes.sort((a, b) => a - b)[Math.floor(0.95 * sizes.length)] ?? 0

const DISC = edgeField(
	rendered(160, 160, (x, y) => Math.hypot(x - 80.3, y - 79.6) < 55.4, { grain: 4 }),
)
const onDisc = (angle: number, off = 0): Point => [
	80.3 + (55.4 + off) * Math.cos(angle),
	79.6 + (55.4 + off) * Math.sin(angle),
]

describe('following an edge', () => {
	test('between pins set 2 px off, either way round, the path lies on it', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 6.2, noNaN: true }),
				fc.double({ min: 0.3, max: 1.9, noNaN: true }),
				fc.constantFrom(1, -1),
				fc.constantFrom(2, -2),
				(from, by, way, off) => {
					const path = pointsOf(followEdge(DISC, onDisc(from, off), onDisc(from + way * by, -off)))
					expect(p95(path.map((p) => Math.abs(distance(p, [80.3, 79.6]) - 55.4)))).toBeLessThan(0.3)
					expect(path.length).toBeGreaterThan(20 * by)
					const [first, last] = [path[0] as Point, path.at(-1) as Point]
					expect(distance(first, onDisc(from))).toBeLessThan(1)
					expect(distance(last, onDisc(from + way * by))).toBeLessThan(1)
				},
			),
			{ numRuns: 30 },
		)
	})

	test('goes on along its own side where another edge, as strong, runs beside it', () => {
		// A dark band of 7 px: both its edges are as strong, with light on either side.
		const field = edgeField(rendered(200, 80, (_, y) => Math.abs(y - 40.2) < 3.5))
		const path = pointsOf(followEdge(field, [10, 36], [190, 36]))
		for (const [, y] of path) expect(Math.abs(y - 36.7)).toBeLessThan(0.3)
	})

	test('near the straight line, a faint edge is kept to beside a strong one that bulges from it', () => {
		const bulge = (x: number) => 40.5 + 20 * Math.sin((Math.PI * x) / 200)
		const field = edgeField(picture(200, 90, (x, y) => (y > bulge(x) ? 30 : y >= 40 ? 120 : 128)))
		const stray = (chord: boolean) =>
			p95(
				pointsOf(followEdge(field, [12, 42], [188, 42], { reach: 1.5, chord })).map(([, y]) =>
					Math.abs(y - 40),
				),
			)
		expect(stray(false)).toBeGreaterThan(10)
		expect(stray(true)).toBeLessThan(2.1)
	})

	test('turns a corner where the edge does', () => {
		const field = edgeField(rendered(120, 120, (x, y) => x < 60.5 && y > 50.5))
		const path = pointsOf(followEdge(field, [20, 50], [60, 100]))
		const off = path.map(([x, y]) => Math.min(Math.abs(y - 50.5), Math.abs(x - 60.5)))
		expect(p95(off)).toBeLessThan(0.6)
		expect(Math.min(...path.map((p) => distance(p, [60.5, 50.5])))).toBeLessThan(2)
	})

	test('where there is no edge it goes straight, also in part', () => {
		const flat = edgeField(picture(100, 60, () => 120))
		expect([...followEdge(flat, [10, 10], [90, 50])]).toEqual([10, 10, 90, 50])
		const half = edgeField(rendered(200, 60, (x, y) => y > 30 && x < 100))
		const path = pointsOf(followEdge(half, [20, 30], [180, 10]))
		for (const [x, y] of path) expect(y).toBeLessThan(x < 96 ? 30.6 : 60)
		expect(path.at(-1)).toEqual([180, 10])
	})

	test('never leads off the photo, from wherever it is asked, and never to what is no number', () => {
		for (const size of [1, 2, 40]) {
			const field = edgeField(picture(size, size, (x, y) => (x > y ? 30 : 220)))
			const path = followEdge(field, [-5, -5], [size + 5, size + 5])
			expect(path.length).toBeGreaterThanOrEqual(4)
			expect(path.every(Number.isFinite)).toBe(true)
		}
	})
})
