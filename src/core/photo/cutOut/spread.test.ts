import { expect, test } from 'vitest'
import type { Pixels } from '../pixels'
import { spread } from './spread'

const [WIDTH, HEIGHT] = [9, 5]
const picture: Pixels = {
	width: WIDTH,
	height: HEIGHT,
	data: Uint8ClampedArray.from({ length: 4 * WIDTH * HEIGHT }, (_, k) =>
		k % 4 === 3 ? 255 : 10 * (Math.floor(k / 4) % WIDTH),
	),
}
const level = ({ data }: { data: Uint8ClampedArray }, x: number, y: number) =>
	data[4 * (y * WIDTH + x)]

test('colours are drawn outwards ring by ring, so far and no further', () => {
	const made = spread(picture, (at) => at % WIDTH === 2, 3)
	expect([3, 4, 5].map((x) => level(made, x, 2))).toEqual([20, 20, 20])
	expect([0, 1].map((x) => level(made, x, 2))).toEqual([20, 20])
	expect([6, 7].map((x) => level(made, x, 2))).toEqual([60, 70])
	expect([2, 5, 6].map((x) => made.known[2 * WIDTH + x])).toEqual([1, 1, 0])
})

test('what is sure keeps its colour, and between two colours lies their average', () => {
	const made = spread(picture, (at) => at % WIDTH === 2 || at % WIDTH === 4, 3)
	expect([2, 3, 4].map((x) => level(made, x, 2))).toEqual([20, 30, 40])
})

test('from nothing nothing is drawn, and the picture it came of stays as it was', () => {
	const made = spread(picture, () => false, 3)
	expect(made.data).toEqual(picture.data)
	expect(made.data).not.toBe(picture.data)
	expect(made.known.some(Boolean)).toBe(false)
})

test('a colour does not go over the edge to the row beside', () => {
	const made = spread(picture, (at) => at === WIDTH - 1, 1)
	expect(made.known[WIDTH]).toBe(0)
	expect(level(made, 0, 1)).toBe(0)
})
