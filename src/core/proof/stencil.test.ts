import { describe, expect, test } from 'vitest'
import { contains } from '../combine/winding'
import { asSeen } from '../path/bridges'
import { ringedOf } from '../path/enclosing'
import { emptySheet, newPiece, type Sheet } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { addPieces, changePiece } from '../path/pieces'
import { findings } from './findings'
import { FINDING_KINDS } from './kinds'
import { limitsFor, matters } from './limits'
import { mended } from './mend'
import { fallingOf, shutInBy } from './stencil'

const O = 'M20 20H120V120H20ZM50 50V90H90V50Z'
const sheetOf = (...paths: string[]): Sheet =>
	addPieces(
		{ ...emptySheet('Stencil', 200, 200), mmPerPx: 0.25 },
		paths.map((d, n) => newPiece(`Letter ${n + 1}`, parsePathData(d))),
	)
const found = (sheet: Sheet) =>
	findings(sheet, limitsFor('stencil', sheet)).filter(({ kind }) => matters(kind, 'stencil'))
const counters = (sheet: Sheet) => found(sheet).filter(({ kind }) => kind === 'counter')
const seen = ({ pieces: [first] }: Sheet) => (first ? asSeen(first).contours : [])
const areaOf = (sheet: Sheet) => seen(sheet).reduce((sum, c) => sum + ringedOf(c).area, 0)

describe('what falls out of a stencil', () => {
	test('is what lies in openings of pieces, but for what is cut away in it', () => {
		const [one, more] = fallingOf(sheetOf(O, 'M140 20H180V60H140Z').pieces)
		expect(more).toBeUndefined()
		expect(one?.within).toEqual([])
		const dotted = `${O}M65 65H75V75H65Z`
		expect(fallingOf(sheetOf(dotted).pieces)[0]?.within).toHaveLength(1)
	})

	test('is found for stencils alone; islands of the shape are none there', () => {
		const sheet = sheetOf(`${O}M60 60H80V80H60Z`)
		expect(counters(sheet)).toHaveLength(1)
		expect(found(sheet).map(({ kind }) => kind)).not.toContain('island')
		for (const purpose of ['cutting', 'print', 'screen'] as const)
			expect(matters('counter', purpose)).toBe(false)
		const hidden = changePiece(sheet, sheet.pieces[0]?.id ?? '', { hidden: true })
		expect(counters(hidden)).toEqual([])
	})
})

describe('card that several pieces shut in', () => {
	/** Four bars that touch or overlap at the corners of a frame. */
	const BARS = [
		'M20 20H180V40H20Z',
		'M20 160H180V180H20Z',
		'M20 40H40V160H20Z',
		'M155 35H180V165H155Z',
	]
	const shut = (sheet: Sheet) => found(sheet).filter(({ kind }) => kind === 'shut-in')

	test('is found with the pieces round it, and not where one of them leaves it a way out', () => {
		const sheet = sheetOf(...BARS, 'M90 90H110V110H90Z')
		const [one, more] = shut(sheet)
		expect(more).toBeUndefined()
		expect(one?.at).toEqual([97.5, 100])
		expect(one?.among).toEqual(sheet.pieces.slice(0, 4).map(({ id }) => id))
		expect(shutInBy(sheet.pieces)[0]?.within).toHaveLength(1)
		expect(shut(sheetOf(...BARS.slice(0, 3)))).toEqual([])
		const hidden = changePiece(sheet, sheet.pieces[0]?.id ?? '', { hidden: true })
		expect(shut(hidden)).toEqual([])
	})

	test('is not told twice where one piece shuts it in by itself', () => {
		expect(shut(sheetOf(O, 'M120 20H140V120H120Z', 'M60 60H70V70H60Z'))).toEqual([])
	})

	test('is an opening once they are one piece, and held by bridges then', () => {
		const sheet = sheetOf(...BARS)
		const [one] = shut(sheet)
		if (!one) throw new Error('It falls.')
		const whole = mended(sheet, one)
		expect(whole.pieces).toHaveLength(1)
		expect(shut(whole)).toEqual([])
		const [counter] = counters(whole)
		if (!counter) throw new Error('It is an opening.')
		expect(counters(mended(whole, counter))).toEqual([])
		const locked = changePiece(sheet, sheet.pieces[2]?.id ?? '', { locked: true })
		expect(mended(locked, one)).toBe(locked)
	})
})

describe('a bridge to what falls', () => {
	test('is the card left standing across the piece, as wide as holds; two lie on either side', () => {
		const sheet = sheetOf(O)
		const [counter] = counters(sheet)
		if (!counter) throw new Error('It falls.')
		const limits = limitsFor('stencil', sheet)
		for (const [other, count] of [
			[false, 1],
			[true, 2],
		] as const) {
			const tied = mended(sheet, other ? { ...counter, other } : counter)
			expect(counters(tied)).toEqual([])
			// Strips of the same width across the 30 px of the piece.
			const strip = (areaOf(sheet) - areaOf(tied)) / count / 30
			expect(strip).toBeGreaterThan(limits.sliver)
			expect(strip).toBeLessThan(0.4 * 40)
			expect(seen(tied)).toHaveLength(count === 1 ? 1 : 2)
			// Its own outlines are as they were.
			expect(tied.pieces[0]?.contours.map(({ nodes }) => nodes)).toEqual(
				sheet.pieces[0]?.contours.map(({ nodes }) => nodes),
			)
			// What lay within the counter is still card.
			expect(contains(seen(tied), [70, 70], 'evenodd')).toBe(false)
		}
	})

	test('leaves all other outlines as they were, and is said in words', () => {
		const sheet = sheetOf(`${O}M140 20H180V60H140Z`)
		const [counter] = counters(sheet)
		if (!counter) throw new Error('It falls.')
		const tied = mended(sheet, counter)
		const beside = seen(tied).find(({ nodes }) => nodes.some(({ at }) => at[0] === 180))
		expect(beside?.nodes.map(({ at }) => at)).toEqual(
			sheet.pieces[0]?.contours[2]?.nodes.map(({ at }) => at),
		)
		expect(FINDING_KINDS.counter.or).toBe('With two bridges')
	})
})
