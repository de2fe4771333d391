import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { formatLength, inPx, inUnit, LENGTH_UNITS, parseLength } from './lengths'

/** 4 px a mm. */
const KNOWN = { unit: 'mm', mmPerPx: 0.25 } as const

describe('lengths', () => {
	test('are read back as they were written, in every unit', () => {
		fc.assert(
			fc.property(
				fc.double({ min: -1e5, max: 1e5, noNaN: true }),
				fc.constantFrom(...LENGTH_UNITS),
				fc.double({ min: 1e-3, max: 10, noNaN: true }),
				(px, unit, mmPerPx) => {
					const scale = { unit, mmPerPx }
					expect(inPx(inUnit(px, scale), scale)).toBeCloseTo(px, 6)
					const read = parseLength(formatLength(px, scale), scale)
					expect(Math.abs((read ?? Number.NaN) - px)).toBeLessThanOrEqual(0.006 / mmPerPx + 0.006)
				},
			),
		)
	})

	test.each([
		['12', 48],
		['12 mm', 48],
		['12,5mm', 50],
		['1.2 cm', 48],
		['1 in', 101.6],
		['1/2 in', 50.8],
		['2″', 203.2],
		['30 px', 30],
		['-3 px', -3],
		['−3px', -3],
		['25 %', 200],
		['0', 0],
	])('“%s” is read', (text, px) => {
		expect(parseLength(text, { ...KNOWN, whole: 800 })).toBeCloseTo(px, 9)
	})

	test.each(['', ' ', 'mm', 'twelve', '1.2.3', '5 m', '1/0 in', '12 mm 3', 'Infinity'])(
		'“%s” is no length',
		(text) => {
			expect(parseLength(text, { ...KNOWN, whole: 800 })).toBeNull()
		},
	)

	test('mm mean nothing until the real size is known; a plain number is then px', () => {
		const unknown = { unit: 'mm', mmPerPx: undefined } as const
		expect(parseLength('12 mm', unknown)).toBeNull()
		expect(parseLength('12', unknown)).toBe(12)
		expect(formatLength(12.345, unknown)).toBe('12.35 px')
		expect(parseLength('50 %', unknown)).toBeNull()
	})
})
