import { describe, expect, test } from 'vitest'
import { typedChange } from './typedNumber'

describe('what is typed into a number’s field', () => {
	test.each([
		['12.5', 12.5],
		['12,5', 12.5],
		['-3', -3],
		['+5', 15],
		[' + 5', 15],
		['+-5', 5],
		['*2', 20],
		['/4', 2.5],
		['* 1,5', 15],
	])('“%s” makes 10 into %d', (text, value) => {
		expect(typedChange(text)?.(10)).toBe(value)
	})

	test.each(['', ' ', 'ten', '+', '*', '/0', '*x', '1.2.3'])('“%s” asks for nothing', (text) => {
		expect(typedChange(text)).toBeNull()
	})

	test('lengths are read in their own way, also as a change', () => {
		const inMm = (text: string) => (text.trim() === '2 cm' ? 20 : null)
		expect(typedChange('2 cm', inMm)?.(7)).toBe(20)
		expect(typedChange('+2 cm', inMm)?.(7)).toBe(27)
		expect(typedChange('3 cm', inMm)).toBeNull()
	})
})
