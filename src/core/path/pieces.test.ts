import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cases } from '../testing/cases'
import { findContour, findNode, mapContours, mapPieces } from './edit'
import { emptySheet, newPiece, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import {
	addPieces,
	changePiece,
	removeOutline,
	removePieces,
	reorderPiece,
	transformContour,
} from './pieces'
import { renameSheet } from './settings'
import { anyContour, sheetOf } from './testing/arbitrary'

function three(): Sheet {
	return sheetOf(...parsePathData('M0 0L9 0L9 9ZM20 0L29 0L29 9ZM40 0L49 0L49 9Z'))
}
const names = (sheet: Sheet) => sheet.pieces.map((p) => p.name)

describe('edits share what they do not change', () => {
	test('a change of one piece leaves the others the same objects', () => {
		const sheet = three()
		const changed = changePiece(sheet, sheet.pieces[1]!.id, { name: 'Heron' })
		expect(changed.pieces[0]).toBe(sheet.pieces[0])
		expect(changed.pieces[2]).toBe(sheet.pieces[2])
		expect(names(changed)).toEqual(['Piece 1', 'Heron', 'Piece 3'])
	})

	test('a change that changes nothing gives the same sheet', () => {
		const sheet = three()
		expect(changePiece(sheet, sheet.pieces[0]!.id, { name: 'Piece 1', hidden: false })).toBe(sheet)
		expect(changePiece(sheet, 'nobody', { name: 'x' })).toBe(sheet)
		expect(renameSheet(sheet, sheet.name)).toBe(sheet)
		expect(removeOutline(sheet, 'nobody')).toBe(sheet)
		expect(addPieces(sheet, [])).toBe(sheet)
		expect(mapPieces(sheet, (p) => p)).toBe(sheet)
		expect(mapContours(sheet, (c) => c)).toBe(sheet)
	})
})

describe('pieces', () => {
	test('go when asked, and with their last outline', () => {
		const sheet = three()
		expect(names(removePieces(sheet, new Set([sheet.pieces[0]!.id, sheet.pieces[2]!.id])))).toEqual(
			['Piece 2'],
		)
		expect(names(removeOutline(sheet, sheet.pieces[1]!.contours[0]!.id))).toEqual([
			'Piece 1',
			'Piece 3',
		])
	})

	test('an outline of several goes alone', () => {
		const piece = newPiece('Key', parsePathData('M0 0L9 0L9 9ZM2 2L3 2L3 3Z'))
		const sheet = addPieces(emptySheet('Key', 10, 10), [piece])
		const left = removeOutline(sheet, piece.contours[1]!.id).pieces[0]
		expect(left?.contours).toEqual([piece.contours[0]])
	})

	test('take any place in the order', () => {
		const sheet = three()
		const first = sheet.pieces[0]!.id
		expect(names(reorderPiece(sheet, first, 2))).toEqual(['Piece 2', 'Piece 3', 'Piece 1'])
		expect(names(reorderPiece(sheet, first, 1))).toEqual(['Piece 2', 'Piece 1', 'Piece 3'])
		expect(reorderPiece(sheet, first, 0)).toBe(sheet)
		expect(reorderPiece(sheet, 'nobody', 1)).toBe(sheet)
	})
})

describe('finding', () => {
	test('every node and outline is found where it stands', () => {
		fc.assert(
			fc.property(anyContour, anyContour, (one, two) => {
				const sheet = sheetOf(one, two)
				for (const [i, node] of two.nodes.entries()) {
					expect(findNode(sheet, node.id)).toMatchObject({ index: i, contour: { id: two.id } })
				}
				expect(findContour(sheet, one.id)?.piece).toBe(sheet.pieces[0])
				expect(findNode(sheet, 'nobody')).toBeUndefined()
			}),
			{ numRuns: cases(30) },
		)
	})
})

test('an outline moved and moved back is where it was', () => {
	fc.assert(
		fc.property(anyContour, (contour) => {
			const there = transformContour(contour, [0, 2, -2, 0, 30, -7])
			const back = transformContour(there, [0, -0.5, 0.5, 0, 3.5, 15])
			for (const [i, node] of back.nodes.entries()) {
				expect(node.at[0]).toBeCloseTo(contour.nodes[i]!.at[0], 6)
				expect(node.at[1]).toBeCloseTo(contour.nodes[i]!.at[1], 6)
				expect(node.kind).toBe(contour.nodes[i]!.kind)
			}
		}),
	)
})
