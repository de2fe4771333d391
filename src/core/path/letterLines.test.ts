import { describe, expect, test } from 'vitest'
import { sheetToJson } from '../formats/sheetJson'
import { parseSheet } from '../formats/sheetSchema'
import { moveGuide } from './guides'
import { letterHeight, letterLinesOf, setLetterform, setLetterLines } from './letterLines'
import { emptySheet } from './model'

const SHEET = emptySheet('Letters', 800, 600)

describe('lines of letters', () => {
	test('each is a guide, one of a name; laid again it moves, and may be taken away', () => {
		const laid = setLetterLines(SHEET, { baseline: 400, 'cap height': 100 })
		expect(laid.guides).toHaveLength(2)
		const moved = setLetterLines(laid, { baseline: 420, 'x-height': 220, 'cap height': null })
		expect(letterLinesOf(moved)).toEqual({ baseline: 420, 'x-height': 220 })
		const [base] = moved.guides
		expect(letterLinesOf(moveGuide(moved, base?.id ?? '', 430)).baseline).toBe(430)
		expect(setLetterLines(moved, { baseline: 420, ascender: null })).toBe(moved)
	})

	test('letters are as high as from the baseline to the capitals, or to the small ones where there are no capitals', () => {
		expect(letterHeight({})).toBeNull()
		expect(letterHeight({ baseline: 400 })).toBeNull()
		expect(letterHeight({ baseline: 400, 'cap height': 100, 'x-height': 200 })).toBe(300)
		expect(letterHeight({ baseline: 400, 'x-height': 200 })).toBe(200)
		expect(letterHeight({ baseline: 400, 'cap height': 500 })).toBeNull()
	})

	test('what letters have in common is said, changed and no longer said', () => {
		const said = setLetterform(SHEET, { overshoot: 4, stem: 30 })
		expect(said.letterform).toEqual({ overshoot: 4, stem: 30 })
		expect(setLetterform(said, { stem: null }).letterform).toEqual({ overshoot: 4 })
		expect('letterform' in setLetterform(said, { stem: null, overshoot: null })).toBe(false)
		expect(setLetterform(SHEET, { stem: null })).toBe(SHEET)
	})

	test('they are stored and read back', () => {
		const sheet = setLetterform(setLetterLines(SHEET, { baseline: 400, descender: 500 }), {
			overshoot: 4,
			slant: 12,
		})
		const read = parseSheet(JSON.parse(sheetToJson(sheet)))
		expect(letterLinesOf(read)).toEqual({ baseline: 400, descender: 500 })
		expect(read.letterform).toEqual({ overshoot: 4, slant: 12 })
	})
})
