import { expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData, type Sheet } from '@/core'
import { createOpenSheet } from '@/store/openSheet'
import { chosenPieces } from '@/store/selection'
import { keepShades } from './shades'

test('shades come to lie right above their piece, chosen together, in one step', () => {
	const [pear, leaf] = ['Pear', 'Leaf'].map((name) =>
		newPiece(name, parsePathData('M0 0H40V40H0Z')),
	)
	if (!pear || !leaf) throw new Error('There are no pieces.')
	const sheet: Sheet = { ...emptySheet('Stall', 100, 100), pieces: [pear, leaf] }
	const open = createOpenSheet(sheet)
	keepShades(open, pear, [
		{ contours: parsePathData('M0 0H40V20H0Z'), colour: '#5a6a20', share: 0.5 },
		{ contours: parsePathData('M0 20H40V40H0Z'), colour: '#b0c050', share: 0.5 },
	])
	const { pieces } = open.sheet()
	expect(pieces.map(({ name }) => name)).toEqual(['Pear', 'Shade 1', 'Shade 2', 'Leaf'])
	expect(pieces[1]?.fill).toEqual({ kind: 'solid', colour: '#5a6a20' })
	// Along its edge the piece in ink would shine through.
	expect(pieces[0]?.fill).toEqual({ kind: 'solid', colour: '#859538' })
	expect(chosenPieces(open.getState().selection)).toEqual(
		new Set(pieces.slice(1, 3).map(({ id }) => id)),
	)
	open.undo()
	expect(open.sheet().pieces).toEqual([pear, leaf])
})

test('a piece that was painted keeps its paint beneath its shades', () => {
	const plain = newPiece('Pear', parsePathData('M0 0H40V40H0Z'))
	const pear = { ...plain, fill: { kind: 'solid', colour: '#aa3311' } as const }
	const open = createOpenSheet({ ...emptySheet('Stall', 100, 100), pieces: [pear] })
	keepShades(open, pear, [
		{ contours: parsePathData('M0 0H40V40H0Z'), colour: '#5a6a20', share: 1 },
	])
	expect(open.sheet().pieces[0]?.fill).toEqual(pear.fill)
})
