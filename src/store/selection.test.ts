import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData, removeNodes, removePieces } from '@/core'
import { createOpenSheet } from './openSheet'
import {
	NOTHING,
	piecesAtWork,
	presentIn,
	selectContour,
	selectNodes,
	upToPiece,
	withPiece,
} from './selection'

const piece = newPiece('Key', parsePathData('M0 0L9 0L9 9L0 9Z'))
const contour = piece.contours[0]!
const sheet = { ...emptySheet('Key', 10, 10), pieces: [piece] }

describe('several pieces', () => {
	const order = ['a', 'b', 'c', 'd']
	const chosen = (selection: ReturnType<typeof upToPiece>) => [...(selection.others ?? [])]

	test('all from the one chosen last to another, either way, and from there again', () => {
		const first = { ...NOTHING, piece: 'b' }
		const down = upToPiece(first, order, 'd')
		expect(chosen(down)).toEqual(['b', 'c', 'd'])
		expect(chosen(upToPiece(down, order, 'a'))).toEqual(['a', 'b'])
		expect(chosen(upToPiece(NOTHING, order, 'c'))).toEqual(['c'])
		expect(chosen(withPiece(down, 'c'))).toEqual(['b', 'd'])
	})

	test('are all that can be changed where none is chosen; nodes are chosen wherever they are', () => {
		const locked = { ...newPiece('Lock', parsePathData('M0 0L1 1')), locked: true }
		const both = { ...sheet, pieces: [piece, locked] }
		expect([...piecesAtWork(both, NOTHING)]).toEqual([piece.id])
		expect([...piecesAtWork(both, { ...NOTHING, piece: locked.id })]).toEqual([locked.id])
		const ids = new Set([contour.nodes[1]!.id])
		expect(selectNodes(sheet, ids)).toEqual({ nodes: ids, piece: piece.id, contour: contour.id })
	})
})

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
