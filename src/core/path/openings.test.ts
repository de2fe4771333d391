import { describe, expect, test } from 'vitest'
import type { Sheet } from './model'
import { CannotCut, cutOpening, cuttable, isInside, openingsOf, releaseOpening } from './openings'
import { parsePathData } from './parsePathData'
import { sheetOf } from './testing/arbitrary'

const OUTER = 'M0 0H100V100H0Z'

function sheetWith(...paths: string[]): Sheet {
	return sheetOf(...paths.flatMap((d) => parsePathData(d)))
}

function second(sheet: Sheet): string {
	return sheet.pieces[1]!.contours[0]!.id
}

function problem(sheet: Sheet): string {
	try {
		cutOpening(sheet, second(sheet))
	} catch (error) {
		if (error instanceof CannotCut) return error.problem
	}
	return 'none'
}

describe('cutting', () => {
	for (const inner of ['M20 20H40V40H20Z', 'M20 20V40H40V20Z']) {
		test(`an outline wholly inside becomes an opening under both fill rules: ${inner}`, () => {
			const sheet = sheetWith(OUTER, inner)
			const cut = cutOpening(sheet, second(sheet))
			expect(cut.pieces).toHaveLength(1)
			const piece = cut.pieces[0]!
			expect(openingsOf(piece)).toHaveLength(1)
			for (const rule of ['nonzero', 'evenodd'] as const) {
				expect(isInside(piece, [30, 30], rule)).toBe(false)
				expect(isInside(piece, [60, 60], rule)).toBe(true)
			}
		})
	}

	test('what cannot be cut says why, and nothing changes', () => {
		expect(problem(sheetWith(OUTER, 'M90 90H120V120H90Z'))).toBe('crossing')
		expect(problem(sheetWith(OUTER, 'M200 200H220V220H200Z'))).toBe('outside')
		expect(problem(sheetWith(OUTER, 'M20 20H40V40H20'))).toBe('open')
		expect(problem(sheetWith('M20 20H40V40H20Z', OUTER))).toBe('outside')
	})

	test('an outline round an opening that is there already is refused: it would fill it in', () => {
		const sheet = sheetWith(OUTER, 'M40 40H60V60H40Z')
		const cut = cutOpening(sheet, second(sheet))
		const round = sheetWith(OUTER, 'M20 20H80V80H20Z').pieces[1]!
		expect(problem({ ...cut, pieces: [...cut.pieces, round] })).toBe('surrounds')
	})

	test('what can be cut is listed with its host', () => {
		const sheet = sheetWith(OUTER, 'M20 20H40V40H20Z', 'M90 90H120V120H90Z', 'M50 50H60V60')
		expect(cuttable(sheet).map(({ piece, host }) => [piece.name, host.name])).toEqual([
			['Piece 2', 'Piece 1'],
		])
	})

	test('an outline inside an opening is not inside the piece', () => {
		const sheet = sheetWith(OUTER, 'M20 20H80V80H20Z')
		const cut = cutOpening(sheet, second(sheet))
		const island = sheetWith(OUTER, 'M40 40H60V60H40Z').pieces[1]!
		expect(problem({ ...cut, pieces: [...cut.pieces, island] })).toBe('outside')
	})
})

test('released, an opening is a piece of its own above, with the same nodes', () => {
	const sheet = sheetWith(OUTER, 'M20 20H40V40H20Z')
	const id = second(sheet)
	const freed = releaseOpening(cutOpening(sheet, id), id, 'Freed')
	expect(freed.pieces.map((p) => p.name)).toEqual(['Piece 1', 'Freed'])
	const ids = new Set(sheet.pieces[1]!.contours[0]!.nodes.map((n) => n.id))
	expect(freed.pieces[1]!.contours[0]!.nodes.every((n) => ids.has(n.id))).toBe(true)
	expect(openingsOf(freed.pieces[0]!)).toEqual([])
})
