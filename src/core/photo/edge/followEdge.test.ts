import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { cases } from '../../testing/cases'
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
			{ numRuns: cases(30) },
		)
	})

	test('goes on along its own side where another edge, as strong, runs beside it', () => {
		// A dark band of 7 px: both its edges are as strong, with light on either side.
		const field = edgeField(rendered(200, 80, (_, y) => Math.abs(y - 40.2) < 3.5))
		const path = pointsOf(followEdge(field, [10, 36], [190, 36]))
		for (const [, y] of path) expect(Math.abs(y - 36.7)).toBeLessThan(0.3)
	})

	test('keeps to the colours that lie beside its pins, however much shorter the way along others as light', () => {
		// A red thing on green that swells, with a blue band of the green's lightness where it would go straight.
		const [green, blue, red] = [
			[60, 150, 60],
			[120, 90, 230],
			[200, 30, 30],
		] as const
		const photo = picture(200, 130, () => 0)
		for (let k = 0; k < 200 * 130; k++) {
			const [x, y] = [(k % 200) + 0.5, Math.floor(k / 200) + 0.5]
			const swollen = Math.hypot(x - 100, y - 80) < 48
			const colour = y < 80 && !swollen ? green : swollen && y > 68 && y < 80 ? blue : red
			photo.data.set(colour, 4 * k)
		}
		const path = pointsOf(followEdge(edgeField(photo), [14, 81], [186, 79]))
		const arc = path.filter(([x, y]) => Math.abs(x - 100) < 40 && y < 76)
		expect(arc.length).toBeGreaterThan(80)
		expect(p95(arc.map((p) => Math.abs(distance(p, [100, 80]) - 48)))).toBeLessThan(0.5)
		expect(Math.min(...path.map(([, y]) => y))).toBeLessThan(33)
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

/** Points of a way about a px apart. */
const evenly = (way: readonly Point[]): Point[] =>
	way.flatMap((p, i): Point[] => {
		const next = way[i + 1]
		if (!next) return [p]
		const count = Math.max(1, Math.round(distance(p, next)))
		return Array.from(
			{ length: count },
			(_, k): Point => [
				p[0] + ((next[0] - p[0]) * k) / count,
				p[1] + ((next[1] - p[1]) * k) / count,
			],
		)
	})

describe('a way that is laid', () => {
	/** A dark disc that the photo's left side cuts off. */
	const CUT_OFF = edgeField(
		rendered(120, 140, (x, y) => Math.hypot(x - 20, y - 70) < 45, { grain: 3 }),
	)

	test('runs along the photo’s frame where it begins and ends at it', () => {
		const y = Math.sqrt(45 ** 2 - 20 ** 2)
		const path = pointsOf(followEdge(CUT_OFF, [2, 70 - y + 2], [2, 70 + y - 2]))
		expect(path.length).toBeGreaterThan(40)
		for (const [x] of path.slice(3, -3)) expect(x).toBeLessThan(0.6)
	})

	test('never runs out and back over itself', () => {
		fc.assert(
			fc.property(
				fc.double({ min: -1.2, max: 1.2, noNaN: true }),
				fc.double({ min: 1, max: 119, noNaN: true }),
				fc.double({ min: 1, max: 139, noNaN: true }),
				(angle, x, y) => {
					const from: Point = [20 + 45 * Math.cos(angle), 70 + 45 * Math.sin(angle)]
					const path = pointsOf(followEdge(CUT_OFF, from, [x, y]))
					for (let i = 0; i < path.length; i++)
						for (let k = i + 12; k < path.length; k++) {
							// Near to itself again after a dozen px it has gone round something, not back.
							if (distance(path[i] as Point, path[k] as Point) > 0.7) continue
							const ring = path.slice(i, k + 1)
							const area = Math.abs(
								ring.reduce((sum, p, n) => {
									const q = ring[(n + 1) % ring.length] as Point
									return sum + (p[0] * q[1] - q[0] * p[1]) / 2
								}, 0),
							)
							expect(area).toBeGreaterThan(0.25 * ring.length)
						}
				},
			),
			{ numRuns: cases(40) },
		)
	})

	test('does not go again along one that was laid before', () => {
		const [a, b] = [onDisc(0), onDisc(1.4)]
		const first = followEdge(DISC, a, b)
		const shorter = evenly(pointsOf(followEdge(DISC, b, a)))
		const other = evenly(pointsOf(followEdge(DISC, b, a, { laid: [first] })))
		const old = pointsOf(first)
		const beside = (path: readonly Point[]) =>
			path.filter((p) => old.some((q) => distance(p, q) < 1.2)).length / path.length
		expect(beside(shorter)).toBeGreaterThan(0.9)
		expect(beside(other)).toBeLessThan(0.4)
	})

	test('a faint edge in grain is a calm curve, no ladder', () => {
		const faint = edgeField(
			rendered(200, 100, (x, y) => y < 50 + 12 * Math.sin(x / 32), {
				inside: 112,
				outside: 124,
				blur: 1.5,
				grain: 8,
			}),
		)
		const path = pointsOf(
			followEdge(faint, [10, 50 + 12 * Math.sin(10 / 32)], [190, 50 + 12 * Math.sin(190 / 32)]),
		)
		const turns = path.slice(2).map((p, i) => {
			const [a, b] = [path[i] as Point, path[i + 1] as Point]
			const one = Math.atan2(b[1] - a[1], b[0] - a[0])
			const two = Math.atan2(p[1] - b[1], p[0] - b[0])
			return Math.abs(Math.atan2(Math.sin(two - one), Math.cos(two - one)))
		})
		// A ladder turns by right angles all along; the curve itself by half a circle or so.
		expect(turns.reduce((a, b) => a + b, 0)).toBeLessThan(0.35 * path.length)
		expect(p95(path.map(([x, y]) => Math.abs(y - 50 - 12 * Math.sin(x / 32))))).toBeLessThan(2.5)
	})
})
