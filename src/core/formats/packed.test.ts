import fc from 'fast-check'
import { expect, test } from 'vitest'
import type { Contour } from '../path/model'
import { anyContour } from '../path/testing/arbitrary'
import { cases } from '../testing/cases'
import { packContours, unpackContours } from './packed'

const withoutIds = (contours: readonly Contour[]) =>
	contours.map(({ id: _, nodes, ...contour }) => ({
		...contour,
		nodes: nodes.map(({ id: _, ...node }) => node),
	}))

test('what is packed comes out the same, to the bit, but for its ids', () => {
	fc.assert(
		fc.property(fc.array(anyContour, { maxLength: 5 }), (contours) => {
			expect(withoutIds(unpackContours(packContours(contours)))).toEqual(withoutIds(contours))
		}),
		{ numRuns: cases(20) },
	)
})

test('open outlines stay open, filled or not, and ids are single', () => {
	const node = { id: 'a', at: [0, 1 / 3], kind: 'cusp', out: [1, 2] } as const
	const line: Contour = { id: 'c', closed: false, nodes: [node, node] }
	const out = unpackContours(
		packContours([line, { ...line, filled: true }, { ...line, nodes: [] }]),
	)
	expect(out.map(({ closed, filled, nodes }) => [closed, filled, nodes.length])).toEqual([
		[false, undefined, 2],
		[false, true, 2],
		[false, undefined, 0],
	])
	const ids = out.flatMap(({ id, nodes }) => [id, ...nodes.map((n) => n.id)])
	expect(new Set(ids).size).toBe(ids.length)
})
