import { expect, test } from 'vitest'
import {
	appendNode,
	beginOutline,
	closeOutline,
	emptySheet,
	moveNodes,
	newPiece,
	parsePathData,
	removeNodes,
	setKind,
} from '@/core'
import { createOpenSheet, type OpenSheet } from '@/store/openSheet'
import { spokenChange } from './spoken'

/** What is said of an act. */
function said(open: OpenSheet, act: () => void): string | null {
	const before = open.getState()
	act()
	return spokenChange(before, open.getState())
}

const outlineOf = (open: OpenSheet) => {
	const contour = open.sheet().pieces[0]?.contours[0]
	if (!contour) throw new Error('There is no outline.')
	return contour
}
const triangle = () => {
	const piece = newPiece('Lantern', parsePathData('M0 0H100V100Z'))
	return createOpenSheet({ ...emptySheet('Test', 400, 300), pieces: [piece] })
}
const second = (open: OpenSheet) => new Set([outlineOf(open).nodes[1]?.id ?? ''])

test('each node placed is said with its number and place; closing says how many there are', () => {
	const open = createOpenSheet(emptySheet('Test', 400, 300))
	const place = (x: number, y: number) =>
		said(open, () =>
			open.apply('Place a node', (sheet) =>
				sheet.pieces.length === 0
					? beginOutline(sheet, [x, y], 'Lantern').sheet
					: appendNode(sheet, outlineOf(open).id, [x, y]).sheet,
			),
		)
	expect(place(120, 85)).toBe('Node 1 of an open outline, corner, at 120 px, 85 px.')
	expect(place(200, 85)).toBe('Node 2 of an open outline, corner, at 200 px, 85 px.')
	expect(place(200, 160.5)).toBe('Node 3 of an open outline, corner, at 200 px, 160.5 px.')
	expect(
		said(open, () => open.apply('Close', (sheet) => closeOutline(sheet, outlineOf(open).id))),
	).toBe('Closed: an outline of 3 nodes.')
})

test('of nodes placed in haste the last is said, and how many there were', () => {
	const open = createOpenSheet(emptySheet('Test', 400, 300))
	const haste = () => {
		open.apply('Place a node', (sheet) => beginOutline(sheet, [1, 2], 'Key').sheet)
		open.apply('Place a node', (sheet) => appendNode(sheet, outlineOf(open).id, [3, 4]).sheet)
	}
	expect(said(open, haste)).toBe(
		'2 nodes placed. Node 2 of an open outline, corner, at 3 px, 4 px.',
	)
})

test('a node that is nudged is said with its new place, however many steps it took', () => {
	const open = triangle()
	const nudge = () =>
		open.apply('Nudge', (sheet) => moveNodes(sheet, second(open), [1, 0]), 'nudging')
	expect(
		said(open, () => {
			nudge()
			nudge()
		}),
	).toBe('Node 2 of a closed outline, corner, at 102 px, 0 px.')
})

test('a node that goes says how many are left; what is done to several says what and to which piece', () => {
	const open = triangle()
	const all = () => new Set(outlineOf(open).nodes.map(({ id }) => id))
	expect(said(open, () => open.apply('Make smooth', (s) => setKind(s, all(), 'smooth')))).toBe(
		'Make smooth: Lantern.',
	)
	expect(
		said(open, () => open.apply('Remove a node', (sheet) => removeNodes(sheet, second(open)))),
	).toBe('A node was removed: 2 nodes left.')
})

test('what is undone and done again is called by its name', () => {
	const open = triangle()
	open.apply('Move a node', (sheet) => moveNodes(sheet, second(open), [5, 5]))
	open.apply('Make smooth', (sheet) => setKind(sheet, second(open), 'smooth'))
	expect(said(open, () => open.undo())).toBe('Undone: Make smooth.')
	expect(said(open, () => open.undo())).toBe('Undone: Move a node.')
	expect(said(open, () => open.redo())).toBe('Done again: Move a node.')
	expect(said(open, () => open.redo())).toBe('Done again: Make smooth.')
})

test('what is called as what was undone, and is another thing, is not said to be done again', () => {
	const open = triangle()
	const move = (by: number) =>
		open.apply('Move a node', (sheet) => moveNodes(sheet, second(open), [by, 0]))
	move(5)
	open.undo()
	expect(said(open, () => move(9))).toBe('Node 2 of a closed outline, corner, at 109 px, 0 px.')
})

test('where nothing became of the sheet nothing is said', () => {
	const open = triangle()
	expect(said(open, () => open.seal())).toBeNull()
})
