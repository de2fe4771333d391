import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anyContour, sheetOf } from '../path/arbitrary'
import { parseSheet } from './sheetSchema'

describe('a stored sheet', () => {
	test('is read back exactly, through JSON', () => {
		fc.assert(
			fc.property(fc.array(anyContour, { maxLength: 4 }), (contours) => {
				const text = JSON.stringify(sheetOf(...contours))
				expect(parseSheet(JSON.parse(text))).toEqual(JSON.parse(text))
			}),
			{ numRuns: 40 },
		)
	})

	const sheet = sheetOf({ id: 'c', closed: true, nodes: [{ id: 'n', at: [1, 2], kind: 'corner' }] })
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
		['has an opacity beyond one', { ...sheet, pieces: [{ ...sheet.pieces[0], opacity: 2 }] }],
	])('is refused where it %s', (_, value) => {
		expect(() => parseSheet(value)).toThrow()
	})
})
