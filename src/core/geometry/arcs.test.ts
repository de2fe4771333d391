import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cases } from '../testing/cases'
import { type Arc, arcCentre, arcLengthOf, arcsOf, pointOnArc } from './arcs'
import { arcLength, type Cubic, pointAt } from './cubic'
import { add, distance, dot, type Point, scale, subtract } from './point'

const KAPPA = 0.5522847498
const QUARTER: Cubic = [
	[100, 0],
	[100, 100 * KAPPA],
	[100 * KAPPA, 100],
	[0, 100],
]
const place = fc.tuple(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 200 }))
const anyCubic = fc.tuple(place, place, place, place)

/** The farthest that places on either lie from the other. */
function apart(cubic: Cubic, arcs: readonly Arc[]): number {
	const on = arcs.flatMap((arc) => Array.from({ length: 9 }, (_, k) => pointOnArc(arc, k / 8)))
	const curve = Array.from({ length: 401 }, (_, k) => pointAt(cubic, k / 400))
	return Math.max(
		...on.map((p) => Math.min(...curve.slice(1).map((b, k) => toChord(p, curve[k] ?? b, b)))),
	)
}

function toChord(p: Point, a: Point, b: Point): number {
	const [way, to] = [subtract(b, a), subtract(p, a)]
	const share = Math.min(1, Math.max(0, dot(to, way) / (dot(way, way) || 1)))
	return distance(p, add(a, scale(way, share)))
}

describe('a curve as arcs', () => {
	test('a quarter of a circle is two arcs of its radius about its middle', () => {
		const arcs = arcsOf(QUARTER, 0.05)
		expect(arcs).toHaveLength(2)
		for (const arc of arcs) {
			expect(Math.hypot(...(arcCentre(arc) ?? [9, 9]))).toBeLessThan(0.2)
			expect(arc.sweep).toBeGreaterThan(0)
		}
		expect(arcs.reduce((sum, arc) => sum + arcLengthOf(arc), 0)).toBeCloseTo(50 * Math.PI, 1)
	})

	test('a straight one is straight', () => {
		const arcs = arcsOf(
			[
				[0, 0],
				[10, 10],
				[20, 20],
				[30, 30],
			],
			0.01,
		)
		expect(arcs.every(({ sweep }) => sweep === 0)).toBe(true)
		expect(arcs.at(-1)?.to).toEqual([30, 30])
	})

	test('any curve is kept to, from its beginning to its end without a gap', () => {
		fc.assert(
			fc.property(anyCubic, fc.constantFrom(0.2, 2), (cubic, tolerance) => {
				const arcs = arcsOf(cubic as Cubic, tolerance)
				if (arcs.length === 0) return distance(cubic[0], cubic[3]) === 0
				expect(arcs[0]?.from).toEqual(cubic[0])
				for (const [n, arc] of arcs.entries()) {
					const next = arcs[n + 1]?.from ?? cubic[3]
					expect(distance(arc.to, next)).toBeLessThan(1e-6)
				}
				// Judged at places: what lies between two of them may be a little further.
				expect(apart(cubic as Cubic, arcs)).toBeLessThan(1.3 * tolerance + 0.03)
			}),
			{ numRuns: cases(50) },
		)
	})

	test('finer asks for more of them, and their length nears the curve’s', () => {
		const bent: Cubic = [
			[0, 0],
			[120, 0],
			[-20, 80],
			[100, 80],
		]
		const counts = [3, 0.3, 0.03].map((tolerance) => arcsOf(bent, tolerance).length)
		expect(counts[0]).toBeLessThan(counts[1] ?? 0)
		expect(counts[1]).toBeLessThan(counts[2] ?? 0)
		const length = arcsOf(bent, 0.01).reduce((sum, arc) => sum + arcLengthOf(arc), 0)
		expect(length).toBeCloseTo(arcLength(bent), 0)
	})
})

test('a point half way round a half circle lies opposite its chord', () => {
	const half: Arc = { from: [-5, 0], to: [5, 0], sweep: Math.PI }
	const [x, y] = pointOnArc(half, 0.5)
	expect(x).toBeCloseTo(0)
	expect(Math.abs(y)).toBeCloseTo(5)
	expect(subtract(arcCentre(half) ?? [9, 9], [0, 0]).map((v) => Math.round(v * 1e9))).toEqual([
		0, 0,
	])
})
