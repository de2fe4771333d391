import { describe, expect, test } from 'vitest'
import { combine } from '../combine/combine'
import { writeDxf } from '../formats/dxf/writeDxf'
import { parseSheet } from '../formats/sheetSchema'
import { readSvg } from '../formats/svg/readSvg'
import { formatSvg } from '../formats/svg/writeSvg'
import { asSeen } from '../path/bridges'
import { takeOutlines } from '../path/compound'
import { ringedOf } from '../path/enclosing'
import { reverseOutline, setFirstNode } from '../path/ends'
import { emptySheet, newPiece, type Sheet } from '../path/model'
import { moveNodes } from '../path/nodes'
import { flawsOf } from '../path/normalise'
import { parsePathData } from '../path/parsePathData'
import { enlargeSheet } from '../path/photoSizes'
import { addPieces } from '../path/pieces'
import { placeAlong } from '../path/placeAlong'
import { tableParts } from '../table/parts'
import { bridgedBy, bridgesAsOutlines, bridgesFollow, tied, withBridges } from './bridged'
import { displayItem } from './displayList'

/** A ring of 30 px round an opening of 40 × 40, as a stencil's letter. */
const ring = (): Sheet =>
	addPieces(emptySheet('Stencil', 200, 200), [
		newPiece('O', parsePathData('M20 20H120V120H20ZM50 50V90H90V50Z')),
	])
const first = (sheet: Sheet) => {
	const [piece] = sheet.pieces
	const opening = piece?.contours[1]
	if (!piece || !opening) throw new Error('There is a piece with an opening.')
	return { piece, opening }
}
const with2 = () => {
	const sheet = ring()
	return tied(sheet, new Map([[first(sheet).opening.id, { count: 2, width: 6 }]]))
}
const areaOf = (sheet: Sheet) =>
	Math.abs(asSeen(first(sheet).piece).contours.reduce((sum, c) => sum + ringedOf(c).area, 0))
const OPEN = 100 * 100 - 40 * 40
const STRIP = 30 * 6

describe('bridges', () => {
	test('stand across what is seen, painted, written and cut; the outlines stay as they were', () => {
		const sheet = with2()
		const { piece } = first(sheet)
		expect(areaOf(sheet)).toBeCloseTo(OPEN - 2 * STRIP, 6)
		expect(piece.contours.map(({ nodes }) => nodes.length)).toEqual([4, 4])
		expect(displayItem(piece).shapes[0]?.contours).toEqual(piece.bridged)
		// Two halves of a ring of eight corners each.
		expect(readSvg(formatSvg(sheet)).pieces[0]?.contours.map(({ nodes }) => nodes.length)).toEqual([
			8, 8,
		])
		expect(
			writeDxf(sheet, { curves: 'splines', layers: 'piece' }).match(/\nLWPOLYLINE\n/g),
		).toHaveLength(2)
		const parts = tableParts(sheet.pieces, { overlaps: 'one', strokes: 'pieces' })
		expect(parts.flatMap(({ piece: part }) => part.contours)).toHaveLength(2)
	})

	test('lie where they are put, and are made anew when the piece, their place or their number changes', () => {
		const sheet = with2()
		const { opening } = first(sheet)
		const corner = opening.nodes.find(({ at }) => at[0] === 90 && at[1] === 90)
		// The opening's corner goes inwards: the bridge that sets off beside it reaches it still.
		const moved = bridgesFollow(moveNodes(sheet, new Set([corner?.id ?? '']), [-10, -10]), sheet)
		expect(first(moved).piece.bridged).not.toBe(first(sheet).piece.bridged)
		expect(asSeen(first(moved).piece).contours).toHaveLength(2)
		const one = bridgedBy(sheet, new Map([[opening.id, [{ along: 0.125, width: 6 }]]]))
		expect(areaOf(one)).toBeCloseTo(OPEN - STRIP, 6)
		// An eighth of the way round from the first corner is the middle of its first side.
		const strip = asSeen(first(one).piece).contours.flatMap(({ nodes }) =>
			nodes.flatMap(({ at: [x, y] }) =>
				Math.abs(x - 35) < 15.1 ? [Math.round(y * 1e6) / 1e6] : [],
			),
		)
		expect([...new Set(strip)].sort((a, b) => a - b)).toEqual([20, 50, 67, 73, 90, 120])
		const none = bridgedBy(sheet, new Map([[opening.id, []]]))
		expect(first(none).piece.bridged).toBeUndefined()
	})

	test('stay where they are when the outline runs the other way or begins elsewhere, and grow with the sheet', () => {
		const sheet = with2()
		const { opening, piece } = first(sheet)
		const shape = (s: Sheet) =>
			asSeen(withBridges(first(s).piece))
				.contours.map(({ nodes }) =>
					nodes.map(({ at }) => at.map((v) => v.toFixed(6)).join(' ')).sort(),
				)
				.sort()
		for (const edited of [
			reverseOutline(sheet, opening.id),
			setFirstNode(sheet, opening.nodes[2]?.id ?? ''),
		])
			expect(shape(bridgesFollow(edited, sheet))).toEqual(shape(sheet))
		const picture = { blob: 'b', name: '', width: 400, height: 400 }
		const grown = bridgesFollow(enlargeSheet(sheet, '', picture, 2), sheet)
		expect(areaOf(grown)).toBeCloseTo(4 * (OPEN - 2 * STRIP), 6)
		expect(bridgesFollow(sheet, sheet)).toBe(sheet)
		expect(withBridges(piece).bridged?.length).toBe(2)
	})

	test('are kept with the sheet; what is no bridge is refused', () => {
		const sheet = with2()
		const stored = JSON.parse(JSON.stringify(sheet))
		expect(parseSheet(stored).pieces).toEqual(stored.pieces)
		stored.pieces[0].contours[1].bridges[0].width = -1
		expect(() => parseSheet(stored)).toThrow()
	})

	test('stay where they were when something makes their outline anew, and go when they are taken away', () => {
		const sheet = with2()
		const { piece, opening } = first(sheet)
		const cut = parsePathData('M70 100H90V115H70Z')
		const more = combine('cut-out', piece.contours, cut)
		const edited = bridgesFollow(takeOutlines(sheet, piece.id, more), sheet)
		const now = first(edited).piece
		expect(now.contours.filter(({ bridges }) => bridges).map(({ id }) => id)).toEqual([opening.id])
		expect(areaOf(edited)).toBeLessThan(areaOf(sheet) - 250)
		const places = (s: Sheet) =>
			first(s)
				.piece.contours.flatMap((one) =>
					(one.bridges ?? []).map(({ along }) => placeAlong(one, along).map(Math.round).join()),
				)
				.sort()
		expect(places(edited)).toEqual(places(sheet))
		const made = bridgesFollow(bridgesAsOutlines(sheet, new Set([piece.id])), sheet)
		expect(made.pieces[0]?.contours.some(({ bridges }) => bridges)).toBe(false)
		const gone = bridgesFollow(bridgedBy(sheet, new Map([[opening.id, []]])), sheet)
		expect(first(gone).opening.bridges).toBeUndefined()
	})

	test('can be made outlines, with nodes of their own, as they were seen', () => {
		const sheet = with2()
		const { piece } = first(sheet)
		const made = bridgesAsOutlines(sheet, new Set([piece.id]))
		expect(made.pieces[0]?.bridged).toBeUndefined()
		expect(made.pieces[0]?.contours.map(({ nodes, bridges }) => [nodes.length, bridges])).toEqual([
			[8, undefined],
			[8, undefined],
		])
		expect(flawsOf(made)).toEqual([])
	})

	test('of an outline that is no opening any more are none', () => {
		const sheet = with2()
		const { opening } = first(sheet)
		const out = bridgesFollow(
			moveNodes(sheet, new Set(opening.nodes.map(({ id }) => id)), [500, 0]),
			sheet,
		)
		expect(first(out).piece.bridged).toBeUndefined()
	})
})
