import { describe, expect, test } from 'vitest'
import {
	addPieces,
	changePiece,
	emptySheet,
	moveNodes,
	newPiece,
	parsePathData,
	removePieces,
	SHEET_REACH_PX,
	type Sheet,
} from '@/core'
import { createOpenSheet } from './openSheet'

const ring = newPiece('Ring', parsePathData('M0 0H40V40H0Z'))
const bar = { ...newPiece('Bar', parsePathData('M60 0H90V40H60Z')), locked: true }
const sheet: Sheet = addPieces(emptySheet('Test', 100, 100), [ring, bar])
const nodeOf = (piece: typeof ring) => new Set([piece.contours[0]?.nodes[0]?.id ?? ''])
const labels = (open: ReturnType<typeof createOpenSheet>) =>
	open.getState().history.past.map(({ label }) => label)

describe('the one way in', () => {
	test('keeps what is locked, says so at once, and does the rest', () => {
		const open = createOpenSheet(sheet)
		open.apply('Move', (s) => moveNodes(s, new Set([...nodeOf(ring), ...nodeOf(bar)]), [5, 0]))
		expect(open.sheet().pieces[0]?.contours[0]?.nodes[0]?.at).toEqual([5, 0])
		expect(open.sheet().pieces[1]).toBe(bar)
		expect(open.getState().refused).toMatchObject({
			label: 'Move',
			kept: [{ name: 'Bar', why: 'locked' }],
			whole: false,
		})
		open.apply('Move', (s) => moveNodes(s, nodeOf(bar), [5, 0]))
		expect(open.getState().refused?.whole).toBe(true)
		expect(labels(open)).toEqual(['Move'])
	})

	test('refuses what no sheet can hold, and changes nothing', () => {
		const open = createOpenSheet(sheet)
		open.apply('Move far', (s) => moveNodes(s, nodeOf(ring), [2 * SHEET_REACH_PX, 0]))
		expect(open.sheet()).toBe(sheet)
		expect(open.getState().refused).toEqual({ label: 'Move far', kept: [], whole: true })
	})

	test('lets nothing in while another tab has the sheet, whichever way it would come', () => {
		const open = createOpenSheet(sheet)
		open.setReadOnly(true)
		open.apply('Delete', (s) => removePieces(s, new Set([ring.id])))
		open.takeIn('Bring in', { pieces: [newPiece('More', parsePathData('M0 0H9V9Z'))] })
		open.takeBack('Back', (s) => removePieces(s, new Set([ring.id])))
		expect(open.sheet()).toBe(sheet)
		expect(open.getState().refused).toBeNull()
	})

	test('what takes the last step back leaves neither; what is locked is kept from it too', () => {
		const open = createOpenSheet(sheet)
		const more = newPiece('More', parsePathData('M0 60H9V69Z'))
		open.takeIn('Bring in', { pieces: [more] })
		expect(labels(open)).toEqual(['Bring in'])
		open.takeBack('Take back', (s) => removePieces(s, new Set([more.id])))
		expect(open.sheet()).toBe(sheet)
		expect(labels(open)).toEqual([])
		open.takeBack('Take back', (s) => removePieces(s, new Set([bar.id])))
		expect(open.sheet().pieces).toContain(bar)
		expect(open.getState().refused?.kept).toEqual([{ name: 'Bar', why: 'locked' }])
	})

	test('counts the ways along the history, and no edits', () => {
		const open = createOpenSheet(sheet)
		open.apply('Name', (s) => changePiece(s, ring.id, { name: 'Hoop' }))
		expect(open.getState().travels).toBe(0)
		open.undo()
		open.redo()
		open.jump(-1)
		open.undo()
		expect(open.getState().travels).toBe(3)
	})

	test('what is chosen goes with what is gone', () => {
		const open = createOpenSheet(sheet)
		open.select({ piece: ring.id, contour: null, nodes: nodeOf(ring), others: new Set([ring.id]) })
		open.apply('Delete', (s) => removePieces(s, new Set([ring.id])))
		const { piece, nodes, others } = open.getState().selection
		expect([piece, nodes.size, others?.size]).toEqual([null, 0, 0])
	})
})
