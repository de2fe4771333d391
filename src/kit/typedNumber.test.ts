import { describe, expect, test } from 'vitest'
import { typedChange, whyNotTyped } from './typedNumber'

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

	test.each([
		['/0', 'divided by 0'],
		['*0', 'Times 0'],
		['*1e308', 'more than a number'],
		['/1e-308', 'more than a number'],
		['+1e309', 'no number'],
		['ten', 'no number'],
	])('“%s” is not taken, and says why', (text, why) => {
		expect(whyNotTyped(text, 12)).toContain(why)
	})

	test.each(['5', '+5', '*1e3', '/3', '-0,5', '', '+', '*', '-', '+-'])(
		'“%s” has nothing said of it',
		(text) => {
			expect(whyNotTyped(text, 12)).toBeNull()
		},
	)

	test.each([
		['0', 'At least 1.'],
		['-13', 'At least 1.'],
		['*20', 'At most 200.'],
		['200', null],
		['+1', null],
	])('“%s” where 1 to 200 may stand: %s', (text, why) => {
		expect(whyNotTyped(text, 12, undefined, { least: 1, most: 200 })).toBe(why)
	})

	test('lengths are read in their own way, also as a change', () => {
		const inMm = (text: string) => (text.trim() === '2 cm' ? 20 : null)
		expect(typedChange('2 cm', inMm)?.(7)).toBe(20)
		expect(typedChange('+2 cm', inMm)?.(7)).toBe(27)
		expect(typedChange('3 cm', inMm)).toBeNull()
	})
})
