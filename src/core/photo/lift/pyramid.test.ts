import { expect, test } from 'vitest'
import { picture } from '../testing/arbitraryPixels'
import { bandOf } from './band'
import { doubled, partOf, pyramidOf } from './pyramid'

const photo = picture(13, 9, (x, y) => 10 * x + y)

test('each copy is half the one before, of means; the last is small enough', () => {
	const levels = pyramidOf(photo, 20)
	expect(levels.map(({ width, height }) => [width, height])).toEqual([
		[13, 9],
		[7, 5],
		[4, 3],
	])
	expect(levels[1]?.data[0]).toBe(Math.round((0 + 10 + 1 + 11) / 4))
	// What stands beyond the last column and row is as these are.
	expect(levels[1]?.data.at(-4)).toBe(128)
})

test('what is known of a copy is said of its picture', () => {
	const known = Uint8Array.from({ length: 35 }, (_, k) => (k === 8 ? 1 : 0))
	const made = doubled(known, 7, photo)
	expect([...made.keys()].filter((k) => made[k])).toEqual([28, 29, 41, 42])
})

test('a part is cut out', () => {
	const part = partOf(photo, 3, 2, 4, 5)
	expect([part.width, part.height]).toEqual([4, 5])
	expect(part.data[4 * 5]).toBe(10 * 4 + 3)
})

test('a band is what lies within so many steps of a boundary, the nearest first', () => {
	const inside = Uint8Array.from({ length: 10 * 6 }, (_, k) => (k % 10 < 5 ? 1 : 0))
	const { places, away } = bandOf(inside, 10, 6, 2)
	expect(places).toHaveLength(4 * 6)
	expect([...away.subarray(0, 10)]).toEqual([0, 0, 0, 2, 1, 1, 2, 0, 0, 0])
	const far = [...places].map((k) => away[k] ?? 0)
	expect(far).toEqual([...far].sort((a, b) => a - b))
})
