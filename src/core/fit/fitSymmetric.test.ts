import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { nearestOn } from '../geometry/nearest'
import { distance, type Point } from '../geometry/point'
import { segmentCubic, segments } from '../path/contour'
import type { Contour } from '../path/model'
import { cases } from '../testing/cases'
import { fitPolyline } from './fitPolyline'
import { alongEdges, circle, flat, jittered, roundedRectangle } from './testing/shapes'

const closed = (points: readonly Point[], tolerance = 1) =>
	fitPolyline(flat(points), { closed: true, tolerance })

/** How far the mirror image of any node lies from the next node, about the nodes' own upright middle. */
function leftOver({ nodes }: Contour, axis: 0 | 1 = 0): number {
	const middle = nodes.reduce((sum, node) => sum + node.at[axis] / nodes.length, 0)
	const image = (p: Point): Point =>
		axis === 0 ? [2 * middle - p[0], p[1]] : [p[0], 2 * middle - p[1]]
	const away = (p: Point | undefined, to: readonly (Point | undefined)[]) =>
		p ? Math.min(...to.flatMap((q) => (q ? distance(image(p), q) : []))) : 0
	return Math.max(
		...nodes.flatMap((node) => [
			away(
				node.at,
				nodes.map((other) => other.at),
			),
			away(
				node.in,
				nodes.map((other) => other.out),
			),
			away(
				node.out,
				nodes.map((other) => other.in),
			),
		]),
	)
}

/** Closed curves that are symmetric about an upright line: waves on a circle, all in phase. */
const anySymmetric: fc.Arbitrary<Point[]> = fc
	.record({
		radius: fc.double({ min: 60, max: 250, noNaN: true }),
		waves: fc.array(fc.double({ min: -0.09, max: 0.09, noNaN: true }), {
			minLength: 1,
			maxLength: 5,
		}),
		shift: fc.double({ min: 0, max: 1, noNaN: true }),
	})
	.map(({ radius, waves, shift }) => {
		const count = Math.round(2 * Math.PI * radius)
		return Array.from({ length: count }, (_, i): Point => {
			const angle = ((i + shift) / count) * 2 * Math.PI
			const r = waves.reduce(
				(sum, height, k) => sum + radius * height * Math.cos((k + 1) * (angle - Math.PI / 2)),
				radius,
			)
			return [500 + r * Math.cos(angle), 400 + r * Math.sin(angle)]
		})
	})

describe('what is symmetric about an upright or a level line', () => {
	test('gives an outline that is, to the last digit, and true to every point', () => {
		fc.assert(
			fc.property(anySymmetric, fc.constantFrom(0, 0.25), fc.nat(), (points, by, seed) => {
				const shaken = jittered(points, by, seed)
				const fitted = closed(shaken)
				expect(leftOver(fitted)).toBeLessThan(1e-6)
				const cubics = segments(fitted).map(segmentCubic)
				for (const p of shaken)
					expect(Math.min(...cubics.map((c) => nearestOn(c, p).distance))).toBeLessThan(1.03)
			}),
			{ numRuns: cases(20) },
		)
	})

	test('has no node more for it', () => {
		expect(closed(circle(120)).nodes).toHaveLength(4)
		expect(closed(roundedRectangle(400, 300, 60)).nodes).toHaveLength(8)
		const heart: Point[] = [
			[200, 60],
			[320, 0],
			[400, 120],
			[200, 400],
			[0, 120],
			[80, 0],
		]
		const { nodes } = closed(alongEdges(heart))
		expect(nodes.map(({ kind }) => kind)).toEqual(Array(6).fill('corner'))
	})

	test('both ways where it is symmetric both ways', () => {
		const fitted = closed(jittered(roundedRectangle(400, 300, 60), 0.25, 4))
		expect(leftOver(fitted, 0)).toBeLessThan(1e-6)
		expect(leftOver(fitted, 1)).toBeLessThan(1e-6)
	})

	test('also where it is open', () => {
		const arch = Array.from({ length: 200 }, (_, i): Point => {
			const angle = Math.PI + (i / 199) * Math.PI
			return [300 + 120 * Math.cos(angle), 200 + 90 * Math.sin(angle)]
		})
		const fitted = fitPolyline(flat(jittered(arch, 0.1, 2)), { closed: false, tolerance: 1 })
		expect(leftOver(fitted)).toBeLessThan(1e-6)
		expect(fitted.nodes).toHaveLength(3)
	})
})

test('what is not symmetric is not made so', () => {
	const leaning: Point[] = [
		[0, 0],
		[200, 10],
		[260, 180],
		[120, 90],
		[20, 220],
	]
	const { nodes } = closed(alongEdges(leaning))
	for (const corner of leaning)
		expect(Math.min(...nodes.map((node) => distance(node.at, corner)))).toBeLessThan(0.3)
})
