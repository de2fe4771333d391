import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData, removeNodes, removePieces } from '@/core'
import { createOpenSheet } from './openSheet'
import { NOTHING, presentIn, selectContour } from './selection'

const piece = newPiece('Key', parsePathData('M0 0L9 0L9 9L0 9Z'))
const contour = piece.contours[0]!
const sheet = { ...emptySheet('Key', 10, 10), pieces: [piece] }

describe('what is selected', () => {
	test('names its piece and outline', () => {
		expect(selectContour(sheet, contour.id, ['x'])).toEqual({
			piece: piece.id,
			contour: contour.id,
			nodes: new Set(['x']),
		})
		expect(selectContour(sheet, 'nobody')).toEqual(NOTHING)
	})

	test('loses what the sheet no longer holds, and is else the same object', () => {
		const all = selectContour(
			sheet,
			contour.id,
			contour.nodes.map((n) => n.id),
		)
		expect(presentIn(sheet, all)).toBe(all)
		const first = contour.nodes[0]!.id
		const less = removeNodes(sheet, new Set([first]))
		expect(presentIn(less, all).nodes.size).toBe(3)
		expect(presentIn(removePieces(sheet, new Set([piece.id])), all)).toEqual(NOTHING)
	})

	test('follows undo: a node that comes back is not selected anew, one that goes is let go', () => {
		const open = createOpenSheet(sheet)
		const [a, b] = contour.nodes.map((n) => n.id)
		open.select(selectContour(sheet, contour.id, [a!, b!]))
		open.apply('Delete', (s) => removeNodes(s, new Set([a!])))
		expect([...open.getState().selection.nodes]).toEqual([b])
		open.undo()
		expect([...open.getState().selection.nodes]).toEqual([b])
	})
})
