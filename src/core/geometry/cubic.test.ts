import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anyPoint } from '../path/testing/arbitrary'
import { cases } from '../testing/cases'
import { boxContains, growBox } from './box'
import {
	arcLength,
	type Cubic,
	cubicBounds,
	derivativeAt,
	extrema,
	flattenCubic,
	lineCubic,
	pointAt,
	quadraticRoots,
	splitCubic,
} from './cubic'
import { nearestOn } from './nearest'
import { distance, length, type Point } from './point'

const anyCubic: fc.Arbitrary<Cubic> = fc.tuple(anyPoint, anyPoint, anyPoint, anyPoint)
const inner = fc.double({ min: 0.01, max: 0.99, noNaN: true })
const QUARTER: Cubic = [
	[1, 0],
	[1, 0.5522847498],
	[0.5522847498, 1],
	[0, 1],
]

describe('splitting', () => {
	test('the two parts trace exactly the curve', () => {
		fc.assert(
			fc.property(anyCubic, inner, inner, (c, t, u) => {
				const [before, after] = splitCubic(c, t)
				expect(distance(pointAt(before, u), pointAt(c, t * u))).toBeLessThan(1e-9)
				expect(distance(pointAt(after, u), pointAt(c, t + (1 - t) * u))).toBeLessThan(1e-9)
			}),
		)
	})

	test('the ends are the ends, to the last bit', () => {
		fc.assert(
			fc.property(anyCubic, inner, (c, t) => {
				const [before, after] = splitCubic(c, t)
				expect(before[0]).toEqual(c[0])
				expect(after[3]).toEqual(c[3])
				expect(before[3]).toEqual(after[0])
			}),
		)
	})
})

describe('extrema', () => {
	test('a quarter circle has none inside', () => {
		expect(extrema(QUARTER)).toEqual([])
	})

	test('at each of them the curve is level or upright', () => {
		fc.assert(
			fc.property(anyCubic, (c) => {
				for (const t of extrema(c)) {
					const [dx, dy] = derivativeAt(c, t)
					const size = Math.max(...c.flat().map(Math.abs), 1)
					expect(Math.min(Math.abs(dx), Math.abs(dy))).toBeLessThan(1e-6 * size)
				}
			}),
		)
	})

	test('the bounds hold every point of the curve, and touch it on all sides', () => {
		fc.assert(
			fc.property(anyCubic, (c) => {
				const box = cubicBounds(c)
				const points = Array.from({ length: 201 }, (_, i) => pointAt(c, i / 200))
				expect(points.every((p) => boxContains(growBox(box, 1e-9), p))).toBe(true)
				const reached = Math.max(...points.map((p) => p[0]))
				expect(box.maxX - reached).toBeLessThan(0.5)
			}),
		)
	})
})

describe('arc length', () => {
	test('of a line is the distance', () => {
		expect(arcLength(lineCubic([0, 0], [3, 4]))).toBeCloseTo(5, 9)
	})

	test('of a quarter circle is a quarter of its way round', () => {
		expect(arcLength(QUARTER)).toBeCloseTo(Math.PI / 2, 3)
	})

	test('the parts of a split add up, and no chord is longer', () => {
		fc.assert(
			fc.property(anyCubic, inner, (c, t) => {
				const whole = arcLength(c, 1e-7)
				const [a, b] = splitCubic(c, t)
				expect(arcLength(a, 1e-7) + arcLength(b, 1e-7)).toBeCloseTo(whole, 3)
				expect(whole).toBeGreaterThanOrEqual(distance(c[0], c[3]) - 1e-6)
			}),
			{ numRuns: cases(60) },
		)
	})
})

describe('flattening', () => {
	test('the curve stays within tolerance of its chords', () => {
		fc.assert(
			fc.property(anyCubic, fc.double({ min: 0.05, max: 5, noNaN: true }), (c, tolerance) => {
				const points = [c[0], ...flattenCubic(c, tolerance)]
				for (let i = 0; i <= 100; i++) {
					const p = pointAt(c, i / 100)
					const away = Math.min(...points.slice(1).map((q, k) => toChord(p, points[k] ?? q, q)))
					expect(away).toBeLessThanOrEqual(tolerance * 1.001)
				}
			}),
			{ numRuns: cases(40) },
		)
	})
})

test('quadratic roots do not cancel', () => {
	const [small = 0, large = 0] = quadraticRoots(1, -1e8, 1).sort((a, b) => a - b)
	expect(small).toBeCloseTo(1e-8, 14)
	expect(large).toBeCloseTo(1e8, 0)
	expect(quadraticRoots(0, 0, 3)).toEqual([])
	expect(quadraticRoots(1, 0, 1)).toEqual([])
})

function toChord(p: Point, a: Point, b: Point): number {
	const nearest = nearestOn(lineCubic(a, b), p)
	return length([nearest.point[0] - p[0], nearest.point[1] - p[1]])
}
