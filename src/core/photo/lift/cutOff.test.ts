import { describe, expect, test } from 'vitest'
import { withoutCutOff } from './cutOff'
import { IN } from './hint'

/** A bar with a knob at its end, and a speck far off; what is taken away is marked by a dot. */
const PICTURE = [
	'##############......',
	'##############.....#',
	'###########***######',
	'##############.....#',
	'##############......',
	'....................',
	'##..................',
]
const WIDTH = 20
/** The bar between body and knob is taken away. */
const WITHOUT_BAR = PICTURE.map((row, y) => (y === 2 ? '##############..####' : row))

const read = (rows: readonly string[]) =>
	Uint8Array.from(rows.join(''), (c) => (c === '#' || c === '*' ? 1 : 0))
const ROWS = { minY: 0, maxY: PICTURE.length }
const none = new Uint8Array(WIDTH * PICTURE.length)
const at = (picture: Uint8Array, x: number, y: number) => picture[y * WIDTH + x]

describe('what hung on what is taken away', () => {
	const [before, after] = [read(PICTURE), read(WITHOUT_BAR)]

	test('goes with it where it is small', () => {
		const left = withoutCutOff(before, after, WIDTH, none, ROWS)
		expect(at(left, 18, 2)).toBe(0)
		expect(at(left, 19, 1)).toBe(0)
		expect(at(left, 3, 2)).toBe(1)
	})

	test('stays where a dab said that it is the object’s', () => {
		const marks = none.slice()
		marks[2 * WIDTH + 19] = IN
		expect(withoutCutOff(before, after, WIDTH, marks, ROWS)).toEqual(after)
	})

	test('stays where it is one of many alike: each is little of all, and none is little beside another', () => {
		const row = (bite: string) =>
			Array.from({ length: 10 }, (_, n) => (n === 3 ? bite : '###')).join('.')
		const whole = ['###', '###', '###'].map(row)
		const bitten = ['.##', '###', '###'].map(row)
		expect(
			withoutCutOff(read(whole), read(bitten), 39, new Uint8Array(117), { minY: 0, maxY: 3 }),
		).toEqual(read(bitten))
	})

	test('stays where it is large; and what did not hang on it stays in any case', () => {
		const half = Array.from({ length: 6 }, () => '#########.##########')
		const whole = half.map((row) => row.replace('.', '#'))
		expect(withoutCutOff(read(whole), read(half), WIDTH, none, { minY: 0, maxY: 6 })).toEqual(
			read(half),
		)
		expect(at(withoutCutOff(before, after, WIDTH, none, ROWS), 0, 6)).toBe(1)
	})
})
