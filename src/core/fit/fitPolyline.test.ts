import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { FONT_NAMES, glyphOutlines } from '../../../benchmarks/glyphs'
import { placement } from '../../../benchmarks/placement'
import { randomFrom, sampled } from '../../../benchmarks/samples'
import { nearestOn } from '../geometry/nearest'
import { distance, type Point, polar } from '../geometry/point'
import { deviation } from '../measure/deviation'
import { segmentCubic, segments } from '../path/contour'
import { obeysKind } from '../path/kinds'
import type { Contour } from '../path/model'
import { cases } from '../testing/cases'
import { fitPolyline } from './fitPolyline'
import {
	alongEdges,
	anySmoothCurve,
	circle,
	flat,
	jittered,
	roundedRectangle,
} from './testing/shapes'

const closed = (points: readonly Point[], tolerance = 1) =>
	fitPolyline(flat(points), { closed: true, tolerance })

/** The greatest distance of any point from the outline. */
function furthest(points: readonly Point[], contour: Contour): number {
	const cubics = segments(contour).map(segmentCubic)
	return Math.max(...points.map((p) => Math.min(...cubics.map((c) => nearestOn(c, p).distance))))
}

describe('shapes that anyone can count', () => {
	test.each([0.1, 1, 5])('a circle has four smooth nodes, at %d px', (tolerance) => {
		for (const radius of [5, 20, 100, 400]) {
			const { nodes } = closed(circle(radius), tolerance)
			expect(nodes).toHaveLength(4)
			for (const { kind } of nodes) expect(['smooth', 'symmetric']).toContain(kind)
		}
	})

	test('they stand at its outermost points, level and upright', () => {
		for (const { at, out } of closed(circle(300)).nodes) {
			const [x, y] = [Math.abs((out?.[0] ?? 0) - at[0]), Math.abs((out?.[1] ?? 0) - at[1])]
			expect(Math.min(x, y)).toBeLessThan(1e-6)
		}
	})

	test.each([0.3, 1])('a rounded rectangle has eight, at %d px', (tolerance) => {
		for (const [w, h, r] of [
			[200, 120, 20],
			[400, 300, 40],
			[1000, 600, 150],
		] as const) {
			const { nodes } = closed(roundedRectangle(w, h, r), tolerance)
			expect(nodes.map((node) => node.kind)).toEqual(Array(8).fill('smooth'))
		}
	})

	test('a polygon has exactly its corners, however many points lie on its edges', () => {
		const corners: Point[] = [
			[0, 0],
			[200, 10],
			[260, 180],
			[120, 90],
			[20, 220],
		]
		for (const points of [corners, alongEdges(corners), jittered(alongEdges(corners), 0.25, 3)]) {
			const { nodes } = closed(points)
			expect(nodes.map((node) => node.kind)).toEqual(Array(5).fill('corner'))
			for (const corner of corners)
				expect(Math.min(...nodes.map((node) => distance(node.at, corner)))).toBeLessThan(0.3)
		}
	})

	test('jitter adds no nodes to a circle and a rounded rectangle', () => {
		for (let seed = 0; seed < 8; seed++)
			for (const by of [0.25, 0.5]) {
				expect(closed(jittered(circle(100), by, seed)).nodes).toHaveLength(4)
				expect(closed(jittered(roundedRectangle(400, 300, 60), by, seed)).nodes).toHaveLength(8)
			}
	})

	test('two arcs that meet in points keep their two corners', () => {
		const arc = (from: number, x: number): Point[] =>
			Array.from({ length: 200 }, (_, i) => {
				const angle = from + (i / 200) * ((2 * Math.PI) / 3)
				return [100 * Math.cos(angle) + x, 100 * Math.sin(angle)]
			})
		const { nodes } = closed([...arc(-Math.PI / 3, -50), ...arc((2 * Math.PI) / 3, 50)], 0.5)
		expect(nodes.filter((node) => node.kind === 'cusp')).toHaveLength(2)
		expect(nodes).toHaveLength(4)
	})

	test('an open line is two nodes, and an open arc ends where its points end', () => {
		const line: Point[] = Array.from({ length: 100 }, (_, i) => [i, i / 2])
		expect(fitPolyline(flat(line), { closed: false, tolerance: 1 }).nodes).toHaveLength(2)
		const arc: Point[] = Array.from({ length: 160 }, (_, i) => [
			100 * Math.cos(i / 100),
			100 * Math.sin(i / 100),
		])
		const { nodes } = fitPolyline(flat(arc), { closed: false, tolerance: 0.5 })
		expect(distance(nodes[0]!.at, arc[0]!)).toBeLessThan(0.5)
		expect(distance(nodes.at(-1)!.at, arc.at(-1)!)).toBeLessThan(0.5)
	})
})

describe.each(FONT_NAMES)(
	'the alphabet of a type designer, %s, every px, a quarter px of jitter',
	(font) => {
		const random = randomFrom(7)
		const drawn = glyphOutlines(font)
		const fitted = drawn.map((contour) =>
			fitPolyline(sampled(contour, 1, 0.25, random), { closed: true, tolerance: 1 }),
		)

		test('needs no more nodes than were drawn, and is as true', () => {
			const count = (all: readonly Contour[]) => all.reduce((sum, c) => sum + c.nodes.length, 0)
			// All fonts together need fewer; jitter makes it a node or two more for one or another.
			expect(count(fitted)).toBeLessThanOrEqual(1.005 * count(drawn))
			const off = drawn.filter((contour, k) => deviation([contour], [fitted[k]!]).max > 1.25)
			// One in a hundred may lie further off; these alphabets have ninety outlines each.
			expect(off.length).toBeLessThanOrEqual(1)
		})

		test('carries outermost points as level or upright nodes, and has its corners', () => {
			const { outermost, carried, corners, found } = placement(
				drawn.map((contour, k) => [contour, fitted[k]!] as const),
			)
			expect(outermost).toBeGreaterThan(200)
			expect(carried / outermost).toBeGreaterThan(0.93)
			expect(found / corners).toBeGreaterThan(0.98)
		})
	},
)

describe('laws', () => {
	test('no point of a smooth curve lies further off than the tolerance', () => {
		fc.assert(
			fc.property(anySmoothCurve, fc.constantFrom(0.3, 1, 3), (points, tolerance) => {
				expect(furthest(points, closed(points, tolerance))).toBeLessThanOrEqual(tolerance * 1.001)
			}),
			{ numRuns: cases(25) },
		)
	})

	test('no corner of a star does either, and its kinds are what they say', () => {
		const reach = fc.integer({ min: 60, max: 300 })
		fc.assert(
			fc.property(fc.array(reach, { minLength: 5, maxLength: 14 }), (reaches) => {
				const corners = reaches.map((r, k) => polar((k / reaches.length) * 2 * Math.PI, r))
				const contour = closed(corners)
				expect(furthest(corners, contour)).toBeLessThanOrEqual(1.001)
				for (const k of contour.nodes.keys()) expect(obeysKind(contour, k)).toBe(true)
			}),
			{ numRuns: cases(25) },
		)
	})

	test('a larger or moved copy gets the same nodes', () => {
		const points = jittered(circle(80), 0.2, 1)
		const count = closed(points).nodes.length
		const far = points.map(([x, y]): Point => [x * 1000 + 1e6, y * 1000 - 1e6])
		expect(closed(far, 1000).nodes).toHaveLength(count)
	})
})

describe('what is hardly a polyline', () => {
	test('nothing, one point and the same point again come back as they are', () => {
		expect(closed([]).nodes).toEqual([])
		expect(closed([[1, 2]]).nodes).toHaveLength(1)
		expect(closed(Array(3).fill([1, 2])).nodes).toHaveLength(1)
	})

	test('a place that is none, and a tolerance of zero, are refused', () => {
		expect(() =>
			closed([
				[0, 0],
				[Number.NaN, 1],
				[3, 3],
			]),
		).toThrow(/Point 1 .* not a place/)
		expect(() => closed(circle(20), 0)).toThrow(RangeError)
	})
})

test('whatever is drawn, however roughly, is fitted with places that are numbers', () => {
	const hand = fc.record({
		turns: fc.array(fc.double({ min: -0.9, max: 0.9, noNaN: true }), {
			minLength: 2,
			maxLength: 90,
		}),
		step: fc.double({ min: 0.4, max: 9, noNaN: true }),
		tolerance: fc.constantFrom(0.3, 1, 2, 6),
		closed: fc.boolean(),
	})
	fc.assert(
		fc.property(hand, ({ turns, step, tolerance, closed }) => {
			let [x, y, way] = [0, 0, 0]
			const points = turns.flatMap((turn) => {
				way += turn
				x += step * Math.cos(way)
				y += step * Math.sin(way)
				return [x, y]
			})
			const fitted = fitPolyline(Float64Array.from(points), { closed, tolerance })
			for (const { at, in: into = at, out = at } of fitted.nodes)
				expect([...at, ...into, ...out].every(Number.isFinite)).toBe(true)
		}),
		{ numRuns: cases(120) },
	)
})
