import { describe, expect, test } from 'vitest'
import { closeSmoothly, fillAcross, joinByNearness } from './closing'
import {
	addBeneath,
	compoundPieces,
	partsOf,
	replacePieces,
	separatePiece,
	takeOutlines,
} from './compound'
import { obeysKind } from './kinds'
import { newPiece, type Sheet } from './model'
import { nestingOf } from './nesting'
import { parsePathData } from './parsePathData'
import { sheetOf } from './testing/arbitrary'

const paths = (...d: string[]) => d.flatMap((one) => parsePathData(one))
const ids = (sheet: Sheet) =>
	sheet.pieces.flatMap((p) => p.contours.flatMap((c) => [c.id, ...c.nodes.map((n) => n.id)]))
const single = (sheet: Sheet) => expect(new Set(ids(sheet)).size).toBe(ids(sheet).length)

const NEST = 'M0 0H100V100H0ZM10 10V90H90V10ZM20 20H80V80H20ZM30 30V70H70V30Z'

describe('which outlines make a piece', () => {
	test('taking others, pieces that are used up go; ids stay single', () => {
		const sheet = sheetOf(...paths('M0 0H10V10Z', 'M20 0H30V10Z', 'M40 0H50V10Z'))
		const [a, b, c] = sheet.pieces
		const next = takeOutlines(sheet, a!.id, b!.contours, { gone: new Set([b!.id]) })
		expect(next.pieces.map((p) => p.id)).toEqual([a!.id, c!.id])
		expect(next.pieces[0]?.contours).toEqual(b!.contours)
		// The cutter is kept: its outline stands in the sheet twice, under two ids.
		const kept = takeOutlines(sheet, a!.id, b!.contours)
		expect(kept.pieces).toHaveLength(3)
		single(kept)
		expect(takeOutlines(sheet, a!.id, []).pieces).toHaveLength(2)
	})

	test('open outlines of the piece stay, unless they are replaced too', () => {
		const piece = newPiece('Sign', paths('M0 0H10V10Z', 'M20 0H30V10'))
		const sheet = { ...sheetOf(), pieces: [piece] }
		const other = paths('M5 5H8V8Z')
		const closed = (s: Sheet) => s.pieces[0]!.contours.map((c) => c.closed)
		expect(closed(takeOutlines(sheet, piece.id, other))).toEqual([true, false])
		expect(closed(takeOutlines(sheet, piece.id, []))).toEqual([false])
		expect(closed(takeOutlines(sheet, piece.id, other, { openToo: true }))).toEqual([true])
	})

	test('separated, each edge keeps its openings; an island becomes a piece; made one again, nothing is lost', () => {
		const sheet = { ...sheetOf(), pieces: [newPiece('Sieve', paths(NEST))] }
		const [piece] = sheet.pieces
		expect(nestingOf(piece!).map((n) => n.role)).toEqual(['edge', 'opening', 'island', 'opening'])
		expect(partsOf(piece!).map((part) => part.length)).toEqual([2, 2])
		const apart = separatePiece(sheet, piece!.id, (taken) => `Part ${taken.size}`)
		expect(apart.pieces.map((p) => p.name)).toEqual(['Sieve', 'Part 1'])
		expect(apart.pieces[0]?.id).toBe(piece!.id)
		const one = compoundPieces(apart, new Set(apart.pieces.map((p) => p.id)))
		expect(one.pieces).toHaveLength(1)
		expect(one.pieces[0]?.contours).toEqual(piece!.contours)
	})

	test('what cannot be taken apart, or is only one, stays the same object', () => {
		const sheet = sheetOf(...paths('M0 0H10V10Z'))
		const id = sheet.pieces[0]!.id
		expect(separatePiece(sheet, id, () => 'x')).toBe(sheet)
		expect(compoundPieces(sheet, new Set([id]))).toBe(sheet)
		expect(addBeneath(sheet, id, 'x', [])).toBe(sheet)
	})

	test('pieces take the place of others in the order of drawing; one is laid just beneath', () => {
		const sheet = sheetOf(...paths('M0 0H10V10Z', 'M20 0H30V10Z', 'M40 0H50V10Z'))
		const [a, b, c] = sheet.pieces
		const made = [newPiece('New', a!.contours)]
		const next = replacePieces(sheet, new Set([a!.id, b!.id]), made)
		expect(next.pieces.map((p) => p.name)).toEqual(['New', c!.name])
		const beneath = addBeneath(sheet, b!.id, 'Under', b!.contours)
		expect(beneath.pieces.map((p) => p.name)).toEqual([a!.name, 'Under', b!.name, c!.name])
		single(beneath)
	})
})

describe('closing what is open', () => {
	const open = (sheet: Sheet) => sheet.pieces.flatMap((p) => p.contours).filter((c) => !c.closed)

	test('smoothly: both ends go on as they arrive; nodes between stay as they are', () => {
		const sheet = sheetOf(...paths('M0 0C0 -30 40 -30 60 0L60 40'))
		const before = sheet.pieces[0]!.contours[0]!
		const closed = closeSmoothly(sheet, before.id).pieces[0]!.contours[0]!
		expect(closed.closed).toBe(true)
		expect(closed.nodes[1]).toEqual(before.nodes[1])
		expect(closed.nodes[0]?.kind).not.toBe('corner')
		expect(closed.nodes[0]?.in?.[0]).toBeCloseTo(0)
		expect(closed.nodes[2]?.out?.[1]).toBeGreaterThan(40)
		closed.nodes.forEach((_, i) => void expect(obeysKind(closed, i)).toBe(true))
	})

	test('filled across, the line stays open above a closed piece', () => {
		const sheet = sheetOf(...paths('M0 0H50V50'))
		const id = sheet.pieces[0]!.contours[0]!.id
		const next = fillAcross(sheet, id, 'Fill')
		expect(next.pieces.map((p) => [p.name, p.contours[0]!.closed])).toEqual([
			['Fill', true],
			['Piece 1', false],
		])
		single(next)
	})

	test('joined by nearness: the nearest ends first, and closed where its own ends are nearest', () => {
		const sheet = sheetOf(...paths('M0 0H100V10', 'M100 20V100H0', 'M0 90V5'))
		const all = new Set(sheet.pieces.flatMap((p) => p.contours.map((c) => c.id)))
		const joined = joinByNearness(sheet, all, 12)
		expect(joined.pieces).toHaveLength(1)
		expect(open(joined)).toEqual([])
		expect(joined.pieces[0]!.contours[0]!.nodes).toHaveLength(8)
		// Too far apart, all stays as it was.
		expect(joinByNearness(sheet, all, 1)).toBe(sheet)
	})

	test('ends in one place become one node', () => {
		const sheet = sheetOf(...paths('M0 0H100', 'M100 0V100'))
		const all = new Set(sheet.pieces.flatMap((p) => p.contours.map((c) => c.id)))
		expect(joinByNearness(sheet, all, 5).pieces[0]!.contours[0]!.nodes).toHaveLength(3)
	})
})
