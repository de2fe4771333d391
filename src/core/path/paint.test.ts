import { describe, expect, test } from 'vitest'
import { parsePathData } from '../formats/pathData'
import { emptySheet, newPiece, type Sheet } from './model'
import { coloursUsed, fillEach, paintPieces, swapPaints } from './paint'

const RED = { kind: 'solid', colour: '#c03020' } as const
const sheet: Sheet = {
	...emptySheet('Stall', 100, 100),
	pieces: ['Pear', 'Leaf', 'Stem'].map((name) => newPiece(name, parsePathData('M0 0H9V9Z'))),
}
const [pear, leaf, stem] = sheet.pieces.map(({ id }) => id) as [string, string, string]

describe('painting pieces', () => {
	test('changes those that are named, and of them what is named', () => {
		const painted = paintPieces(sheet, new Set([pear, leaf]), {
			fill: RED,
			stroke: { width: 3, dashes: [6, 2] },
			opacity: 0.5,
		})
		for (const piece of painted.pieces.slice(0, 2))
			expect(piece).toMatchObject({
				fill: RED,
				stroke: { paint: { kind: 'none' }, width: 3, dashes: [6, 2] },
				opacity: 0.5,
			})
		expect(painted.pieces[2]).toBe(sheet.pieces[2])
	})

	test('swapped twice is as before', () => {
		const swapped = swapPaints(paintPieces(sheet, new Set([leaf]), { fill: RED }), new Set([leaf]))
		expect(swapped.pieces[1]).toMatchObject({ fill: { kind: 'none' }, stroke: { paint: RED } })
		expect(swapPaints(swapped, new Set([leaf])).pieces[1]?.fill).toEqual(RED)
	})

	test('each may have a colour of its own; the colours used are told, the commonest first', () => {
		const each = fillEach(
			sheet,
			new Map([
				[pear, { kind: 'solid', colour: '#aabb00' }],
				[stem, { kind: 'solid', colour: '#aabb00' }],
			]),
		)
		expect(coloursUsed(each.pieces)).toEqual(['#aabb00', '#22272e'])
	})
})
