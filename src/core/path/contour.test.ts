import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { boxContains, growBox } from '../geometry/box'
import { pointAt } from '../geometry/cubic'
import { distance } from '../geometry/point'
import { signedArea } from '../geometry/polygon'
import {
	contourBounds,
	contourHull,
	flattenContour,
	neighbours,
	reverseContour,
	segmentCount,
	segmentCubic,
	segments,
	withHandles,
} from './contour'
import { obeysKind } from './kinds'
import { parsePathData } from './parsePathData'
import { anyContour } from './testing/arbitrary'

describe('segments', () => {
	test('lead from node to node, back to the first where closed', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const all = segments(contour)
				expect(all).toHaveLength(segmentCount(contour))
				for (const [i, s] of all.entries()) {
					expect(s.from).toBe(contour.nodes[i])
					expect(s.to).toBe(contour.nodes[(i + 1) % contour.nodes.length])
				}
			}),
		)
	})

	test('an outline of one node has none, and of none neither', () => {
		expect(segments({ id: 'c', closed: false, nodes: [] })).toEqual([])
		expect(
			segments({ id: 'c', closed: false, nodes: [{ id: 'n', at: [1, 1], kind: 'corner' }] }),
		).toEqual([])
	})

	test('neighbours end where an open outline ends', () => {
		const [open] = parsePathData('M0 0L1 0L2 0')
		expect(neighbours(open!, 0).before).toBeUndefined()
		expect(neighbours(open!, 2).after).toBeUndefined()
		const [closed] = parsePathData('M0 0L1 0L2 2Z')
		expect(neighbours(closed!, 0).before).toBe(closed!.nodes[2])
	})
})

describe('boxes round outlines', () => {
	test('hold every point of every curve', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const bounds = growBox(contourBounds(contour), 1e-6)
				const hull = growBox(contourHull(contour), 1e-6)
				for (const s of segments(contour)) {
					for (let i = 0; i <= 20; i++) {
						const p = pointAt(segmentCubic(s), i / 20)
						expect(boxContains(bounds, p)).toBe(true)
						expect(boxContains(hull, p)).toBe(true)
					}
				}
			}),
		)
	})

	test('the quick hull is never smaller than the bounds', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const bounds = contourBounds(contour)
				const hull = growBox(contourHull(contour), 1e-9)
				expect(boxContains(hull, [bounds.minX, bounds.minY])).toBe(true)
				expect(boxContains(hull, [bounds.maxX, bounds.maxY])).toBe(true)
			}),
		)
	})
})

describe('turning an outline round', () => {
	test('twice gives it back, node for node', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				expect(reverseContour(reverseContour(contour))).toEqual(contour)
			}),
		)
	})

	test('keeps the shape and every kind, and turns the area’s sign', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const turned = reverseContour(contour)
				expect(turned.nodes.every((_, i) => obeysKind(turned, i))).toBe(true)
				const area = signedArea(flattenContour(contour))
				expect(signedArea(flattenContour(turned))).toBeCloseTo(-area, 2)
			}),
		)
	})

	test('a closed outline keeps its first node, an open one begins at its end', () => {
		const [closed] = parsePathData('M0 0L9 0L9 9Z')
		expect(reverseContour(closed!).nodes.map((n) => n.at)).toEqual([
			[0, 0],
			[9, 9],
			[9, 0],
		])
		const [open] = parsePathData('M0 0L9 0L9 9')
		expect(reverseContour(open!).nodes.map((n) => n.at)).toEqual([
			[9, 9],
			[9, 0],
			[0, 0],
		])
	})
})

test('a handle laid on its node is a retracted one', () => {
	const node = { id: 'n', at: [3, 4] as const, kind: 'cusp' as const }
	const kept = withHandles(node, { in: [3, 4], out: [9, 9] })
	expect(kept).toEqual({ ...node, out: [9, 9] })
	expect('in' in kept).toBe(false)
})

test('a flattened outline begins at its first node and comes back to it where closed', () => {
	fc.assert(
		fc.property(anyContour, (contour) => {
			const polygon = flattenContour(contour)
			expect(polygon[0]).toEqual(contour.nodes[0]?.at)
			const end = contour.closed ? contour.nodes[0] : contour.nodes.at(-1)
			expect(distance(polygon.at(-1)!, end!.at)).toBe(0)
		}),
	)
})
