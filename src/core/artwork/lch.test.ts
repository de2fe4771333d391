import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { colourDifference, hexOfLch, lchOf, typedHex } from './lch'

describe('lightness, chroma and hue', () => {
	test('give the colour back that they were read from (random colours)', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 0xffffff }), (value) => {
				const hex = `#${value.toString(16).padStart(6, '0')}`
				expect(hexOfLch(lchOf(hex))).toBe(hex)
			}),
		)
	})

	test('greys have no hue; what cannot be shown keeps its hue and lightness', () => {
		expect(lchOf('#808080')).toMatchObject({ h: 0 })
		expect(lchOf('#ffffff').l).toBeCloseTo(100, 3)
		const shown = lchOf(hexOfLch({ l: 60, c: 60, h: 150 }))
		expect(shown.l).toBeCloseTo(60, 0)
		expect(shown.h).toBeCloseTo(150, 0)
		expect(shown.c).toBeLessThan(30)
	})

	test('colours are as far apart as one sees', () => {
		expect(colourDifference('#336699', '#336699')).toBe(0)
		expect(colourDifference('#000000', '#ffffff')).toBeCloseTo(50, 6)
		expect(colourDifference('#c03020', '#c33222')).toBeLessThan(1)
		expect(colourDifference('#c03020', '#20a040')).toBeGreaterThan(10)
	})

	test('a colour may be typed with three or six digits', () => {
		expect(typedHex(' #0E7466 ')).toBe('#0e7466')
		expect(typedHex('fa0')).toBe('#ffaa00')
		for (const text of ['', '#12', 'green', '#12345g', '#1234567'])
			expect(typedHex(text)).toBeNull()
	})
})
