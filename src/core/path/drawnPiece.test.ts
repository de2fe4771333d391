import { describe, expect, test } from 'vitest'
import { parseSheet } from '../formats/sheetSchema'
import { beginOutline } from './draw'
import { drawnPiece, setDrawnIn } from './drawnPiece'
import { emptySheet, INK, newPiece, type Paint } from './model'
import { paintPieces, swapPaints } from './paint'
import { parsePathData } from './parsePathData'
import { addPieces } from './pieces'

const piece = newPiece('Apple', parsePathData('M0 0h8v8z'))
const sheet = addPieces(emptySheet('Stall', 100, 100), [piece])
const all = new Set([piece.id])
const red: Paint = { kind: 'solid', colour: '#c03020' }
const fillOfNext = (of: typeof sheet) => drawnPiece(of, 'Pear', []).fill

describe('a piece newly drawn', () => {
	test('is in ink, whatever was painted, unless it is asked otherwise', () => {
		const painted = paintPieces(sheet, all, { fill: red })
		expect(fillOfNext(painted)).toEqual({ kind: 'solid', colour: INK })
		expect(fillOfNext(setDrawnIn(painted, 'last'))).toEqual(red)
		expect(fillOfNext(setDrawnIn(setDrawnIn(painted, 'last'), 'ink'))).not.toEqual(red)
	})

	test('has the fill, stroke and opacity of the one painted last', () => {
		const stroke = { paint: red, width: 6, cap: 'round' } as const
		const painted = paintPieces(setDrawnIn(sheet, 'last'), all, { stroke, opacity: 0.5 })
		expect(drawnPiece(painted, 'Pear', [])).toMatchObject({ stroke, opacity: 0.5 })
		expect(fillOfNext(swapPaints(painted, all))).toEqual(red)
		const { sheet: begun } = beginOutline(painted, [1, 1], 'Leaf')
		expect(begun.pieces.at(-1)).toMatchObject({ name: 'Leaf', stroke })
	})

	test('takes a gradient’s middle colour, which has no place of its own', () => {
		const stops = [
			{ at: 0, colour: '#000000' },
			{ at: 1, colour: '#ffffff' },
		]
		const fill: Paint = { kind: 'linear', from: [0, 0], to: [8, 0], stops }
		const painted = paintPieces(setDrawnIn(sheet, 'last'), all, { fill })
		expect(fillOfNext(painted).kind).toBe('solid')
		expect(parseSheet(JSON.parse(JSON.stringify(painted)))).toEqual(painted)
	})
})
