import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { emptySheet, NEUTRAL_TONE } from '../path/model'
import { flawsOf } from '../path/normalise'
import { sheetToJson } from './sheetJson'
import { parseSheet, salvageSheet } from './sheetSchema'
import { SHEET_VERSION } from './sheetVersions'

const stored = (name: string): Record<string, unknown> =>
	JSON.parse(readFileSync(`src/core/formats/testing/${name}.json`, 'utf8'))

describe('sheets that were stored on earlier days', () => {
	test.each(['sheetOfDayOne', 'sheetBeforeVersions'])('%s opens with all it held', (name) => {
		const old = stored(name)
		const sheet = parseSheet(old)
		expect(sheet).toMatchObject({ ...old, photos: sheet.photos })
		expect(flawsOf(sheet)).toEqual([])
		expect(salvageSheet(old)).toEqual({ sheet: { ...sheet, id: expect.any(String) }, lost: 0 })
	})

	test('what the first day did not know has its plain value', () => {
		const { photos, unit, guides, line } = parseSheet(stored('sheetOfDayOne'))
		expect(photos[0]).toMatchObject({ tone: NEUTRAL_TONE, locked: false, strength: 0.7 })
		expect([unit, guides, line.colour]).toEqual(['px', [], null])
	})

	test('written again they carry today’s version, and open as the same', () => {
		const sheet = parseSheet(stored('sheetBeforeVersions'))
		const json = sheetToJson(sheet)
		expect(JSON.parse(json).version).toBe(SHEET_VERSION)
		expect(parseSheet(JSON.parse(json))).toEqual(sheet)
	})
})

test('of a sheet from a later version all that is known is read, and the rest kept', () => {
	const later = { ...emptySheet('Stall', 10, 10), version: SHEET_VERSION + 5, weather: 'snow' }
	const { version, ...known } = later
	expect(parseSheet(later)).toEqual(known)
})
