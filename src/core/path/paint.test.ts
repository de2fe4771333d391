import { describe, expect, test } from 'vitest'
import { parseSheet } from '../formats/sheetSchema'
import { formatSvg } from '../formats/svg/writeSvg'
import { emptySheet, newPiece, type Sheet } from './model'
import { coloursUsed, fillEach, paintPieces, setBackground, swapPaints } from './paint'
import { parsePathData } from './parsePathData'
import { fitSheetTo } from './sheetSize'

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

test('the sheet’s ground moves and grows with it, goes out with the artwork, and is kept', () => {
	const ground = {
		kind: 'linear',
		from: [0, 0],
		to: [0, 100],
		stops: [
			{ at: 0, colour: '#eeeeee' },
			{ at: 1, colour: '#888888' },
		],
	} as const
	const laid = setBackground(sheet, ground)
	expect(fitSheetTo(laid, { minX: 10, minY: 20, maxX: 60, maxY: 90 }).background).toMatchObject({
		from: [-10, -20],
		to: [-10, 80],
	})
	expect(formatSvg(laid)).toMatch(/<rect width="100" height="100" fill="url\(#gradient\)"\/>/)
	expect(formatSvg(laid, { only: new Set([pear]) })).not.toContain('<rect')
	expect(parseSheet(JSON.parse(JSON.stringify(laid))).background).toEqual(ground)
	expect(setBackground(laid, { kind: 'none' })).not.toHaveProperty('background')
})

test('gradients go along where the sheet is laid round something else', () => {
	const across = { kind: 'linear', from: [0, 0], to: [9, 0], stops: [] } as const
	const moved = fitSheetTo(paintPieces(sheet, new Set([pear]), { fill: across }), {
		minX: 5,
		minY: 5,
		maxX: 50,
		maxY: 50,
	})
	expect(moved.pieces[0]?.fill).toMatchObject({ from: [-5, -5], to: [4, -5] })
})
