import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { emptySheet, NEUTRAL_TONE, type Piece, type Sheet } from '../path/model'
import { newPhoto } from '../path/photos'
import { anyContour, sheetOf } from '../path/testing/arbitrary'
import { cases } from '../testing/cases'
import { parseSheet, type StoredSheet } from './sheetSchema'

const LINEAR = {
	kind: 'linear',
	from: [0, 0],
	to: [5, 5],
	stops: [
		{ at: 0.1, colour: '#102030' },
		{ at: 0.9, colour: '#f0e0d0', alpha: 0.5 },
	],
}
const HATCH = {
	kind: 'pattern',
	figure: 'hatch',
	spacing: 9,
	weight: 2,
	angle: 45,
	at: [1, 1],
	colour: '#102030',
}

describe('a stored sheet', () => {
	test('is read back exactly, through JSON', () => {
		fc.assert(
			fc.property(fc.array(anyContour, { maxLength: 4 }), (contours) => {
				const text = JSON.stringify(sheetOf(...contours))
				expect(parseSheet(JSON.parse(text))).toEqual(JSON.parse(text))
			}),
			{ numRuns: cases(40) },
		)
	})

	test('of an earlier day, without tone, guides and line, gets what they were then', () => {
		const { guides, guidesHidden, guidesLocked, line, unit, ...old } = emptySheet('Old', 10, 10)
		const { tone, locked, ...photo } = newPhoto({ blob: 'b', name: 'P', width: 10, height: 10 })
		expect(parseSheet({ ...old, photos: [photo] })).toEqual({
			...emptySheet('Old', 10, 10),
			id: old.id,
			photos: [{ ...photo, tone: NEUTRAL_TONE, locked: false }],
		})
	})

	const photo = newPhoto({ blob: 'b', name: 'P', width: 10, height: 10 })
	const sheet = sheetOf({ id: 'c', closed: true, nodes: [{ id: 'n', at: [1, 2], kind: 'corner' }] })
	const painted = (fill: object) => ({ ...sheet, pieces: [{ ...sheet.pieces[0], fill }] })
	test('keeps gradients and patterns as they are', () => {
		for (const fill of [LINEAR, HATCH])
			expect(parseSheet(painted(fill)).pieces[0]?.fill).toEqual(fill)
	})

	test.each([
		['is nothing', null],
		['has no pieces', { ...sheet, pieces: undefined }],
		['has no size', { ...sheet, width: 0 }],
		['has a piece without outlines', { ...sheet, pieces: [{ ...sheet.pieces[0], contours: [] }] }],
		[
			'has an unknown fill rule',
			{ ...sheet, pieces: [{ ...sheet.pieces[0], fillRule: 'winding' }] },
		],
		[
			'has a colour that is none',
			{ ...sheet, pieces: [{ ...sheet.pieces[0], fill: { kind: 'solid', colour: 'red' } }] },
		],
		[
			'has a tone that cannot be',
			{ ...sheet, photos: [{ ...photo, tone: { ...NEUTRAL_TONE, black: 200, white: 100 } }] },
		],
		['has a gradient whose stops fall', painted({ ...LINEAR, stops: [...LINEAR.stops].reverse() })],
		['has a gradient without a colour', painted({ ...LINEAR, stops: [] })],
		['has a pattern of no size', painted({ ...HATCH, spacing: 0 })],
		['has a pattern of an unknown figure', painted({ ...HATCH, figure: 'stars' })],
		['has a px of no size', { ...sheet, mmPerPx: 0 }],
		['has a guide nowhere', { ...sheet, guides: [{ id: 'g', axis: 'z', at: 1 }] }],
		['has an opacity beyond one', { ...sheet, pieces: [{ ...sheet.pieces[0], opacity: 2 }] }],
	])('is refused where it %s', (_, value) => {
		expect(() => parseSheet(value)).toThrow()
	})
})

/** A type without what is unknown of it: what a later day may hold beyond the schema, and whether it may be written. */
type Known<T> = T extends readonly unknown[]
	? { -readonly [K in keyof T]: Known<T[K]> }
	: T extends object
		? { -readonly [K in keyof T as string extends K ? never : K]: Known<T[K]> }
		: T

type Same<A, B> = (<T>() => T extends A ? 1 : 2) extends <T>() => T extends B ? 1 : 2 ? true : false

type Fields<T, K extends PropertyKey> = K extends keyof T ? T[K] : never

/** Names of fields of which the two do not say the same. */
type Differing<A, B> = {
	[K in keyof A | keyof B]-?: Same<Fields<A, K>, Fields<B, K>> extends true ? never : K
}[keyof A | keyof B]

type Told<T> = [T] extends [never] ? 'none' : T

test('the schema says of every field what the model says: that is asked of the types', () => {
	const ofSheet: Told<Differing<Known<Sheet>, Known<StoredSheet>>> = 'none'
	const ofPiece: Told<Differing<Known<Piece>, Known<StoredSheet['pieces'][number]>>> = 'none'
	expect([ofSheet, ofPiece]).toEqual(['none', 'none'])
})
