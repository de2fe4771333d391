import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { segmentCubic, segments } from './contour'
import {
	appendNode,
	beginOutline,
	closeOutline,
	dropLoneNode,
	leaveStraight,
	pickUpOutline,
	pullClosingHandle,
	pullHandles,
	takeBackNode,
} from './draw'
import { obeysKind } from './kinds'
import { emptySheet, type NodeKind, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import { anyPoint, onlyContour, sheetOf } from './testing/arbitrary'

/** A triangle begun at (0, 0), still open: corner, then a smooth node, then a corner. */
function begun(): { sheet: Sheet; contourId: string; ids: string[] } {
	const first = beginOutline(emptySheet('Key', 100, 100), [0, 0], 'Key')
	const second = appendNode(first.sheet, first.contourId, [50, 0])
	const pulled = pullHandles(second.sheet, first.contourId, second.nodeId, [60, 10])
	const third = appendNode(pulled, first.contourId, [50, 50])
	return {
		sheet: third.sheet,
		contourId: first.contourId,
		ids: [first.nodeId, second.nodeId, third.nodeId],
	}
}

describe('placing', () => {
	test('a click makes a corner, a pull a smooth node with mirrored handles', () => {
		const [a, b, c] = onlyContour(begun().sheet).nodes
		expect(a?.kind).toBe('corner')
		expect(b).toMatchObject({ in: [40, -10], out: [60, 10], kind: 'smooth' })
		expect(c?.kind).toBe('corner')
	})

	test('with the outgoing handle broken, the incoming one stays', () => {
		const { sheet, contourId, ids } = begun()
		const broken = pullHandles(sheet, contourId, ids[1]!, [50, -30], 'cusp')
		expect(onlyContour(broken).nodes[1]).toMatchObject({
			in: [40, -10],
			out: [50, -30],
			kind: 'cusp',
		})
	})

	test('pulled by a kind of its own a node is of that kind at once', () => {
		const { sheet, contourId, ids } = begun()
		const of = (kind: NodeKind) =>
			onlyContour(pullHandles(sheet, contourId, ids[1]!, [50, -30], kind)).nodes[1]!
		expect(of('symmetric')).toMatchObject({ in: [50, 30], out: [50, -30], kind: 'symmetric' })
		// In line, and as long as it was.
		const smooth = of('smooth')
		expect(smooth).toMatchObject({ out: [50, -30], kind: 'smooth' })
		expect(smooth.in?.[0]).toBeCloseTo(50, 9)
		expect(smooth.in?.[1]).toBeCloseTo(Math.hypot(10, 10), 9)
		expect(of('corner')).toEqual({ id: ids[1], at: [50, 0], kind: 'corner' })
	})

	test('the outgoing handle of the last node can be taken away', () => {
		const start = begun()
		const curved = pullHandles(start.sheet, start.contourId, start.ids[2]!, [40, 60])
		const last = onlyContour(leaveStraight(curved, start.contourId)).nodes[2]
		expect(last?.out).toBeUndefined()
		expect(last?.in).toEqual([60, 40])
		expect(last?.kind).toBe('cusp')
	})
})

describe('ending', () => {
	test('closing joins the last node to the first', () => {
		const { sheet, contourId } = begun()
		const closed = onlyContour(closeOutline(sheet, contourId))
		expect(closed.closed).toBe(true)
		expect(closed.nodes.every((_, i) => obeysKind(closed, i))).toBe(true)
	})

	test('a pull while closing gives the first node handles, or one of them', () => {
		const { sheet, contourId } = begun()
		const closed = closeOutline(sheet, contourId)
		expect(onlyContour(pullClosingHandle(closed, contourId, [0, -20])).nodes[0]).toMatchObject({
			in: [0, 20],
			out: [0, -20],
			kind: 'smooth',
		})
		const alone = onlyContour(pullClosingHandle(closed, contourId, [0, -20], 'cusp')).nodes[0]
		expect(alone).toMatchObject({ in: [0, 20], kind: 'cusp' })
		expect(alone?.out).toBeUndefined()
	})

	test('one node alone cannot be closed, and is dropped when drawing ends', () => {
		const first = beginOutline(emptySheet('Key', 9, 9), [1, 1], 'Key')
		expect(onlyContour(closeOutline(first.sheet, first.contourId)).closed).toBe(false)
		expect(dropLoneNode(first.sheet, first.contourId).pieces).toEqual([])
	})
})

test('what goes on beyond an end leaves the curve that ended there as it is', () => {
	fc.assert(
		fc.property(anyPoint, anyPoint, anyPoint, anyPoint, anyPoint, (a, b, c, d, on) => {
			const [contour] = parsePathData(`M${a}C${b} ${c} ${d}`)
			if (!contour) return
			const begun = sheetOf(contour)
			const [first] = segments(contour)
			if (!first) return
			const gone = appendNode(begun, contour.id, on).sheet
			for (const sheet of [gone, closeOutline(gone, contour.id)]) {
				const after = onlyContour(sheet)
				expect(after.nodes.every((_, i) => obeysKind(after, i))).toBe(true)
				const [same] = segments(after)
				expect(same && segmentCubic(same)).toEqual(segmentCubic(first))
			}
		}),
	)
})

test('nodes are taken back one at a time, and the outline goes with its last', () => {
	const { sheet, contourId } = begun()
	const two = takeBackNode(sheet, contourId)
	expect(onlyContour(two).nodes).toHaveLength(2)
	const none = takeBackNode(takeBackNode(two, contourId), contourId)
	expect(none.pieces).toEqual([])
})

test('an open outline is picked up at either end', () => {
	const { sheet, contourId, ids } = begun()
	expect(pickUpOutline(sheet, contourId, ids[2]!)).toBe(sheet)
	const turned = onlyContour(pickUpOutline(sheet, contourId, ids[0]!))
	expect(turned.nodes.map((n) => n.id)).toEqual(ids.toReversed())
	expect(turned.nodes[1]).toMatchObject({ in: [60, 10], out: [40, -10] })
})
