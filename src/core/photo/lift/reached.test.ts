import { expect, test } from 'vitest'
import { reached } from './reached'
import { bounded } from './segment'

const WIDTH = 24
const HEIGHT = 8
/** Two flat halves with a strong edge between them. */
const colours = Float32Array.from({ length: 3 * WIDTH * HEIGHT }, (_, i) => {
	const x = Math.floor(i / 3) % WIDTH
	return i % 3 === 0 ? (x < WIDTH / 2 ? 20 : 80) : 0
})
const boundaries = bounded({ width: WIDTH, height: HEIGHT, colours })
const dabbed = (k: number) =>
	Uint8Array.from({ length: WIDTH * HEIGHT }, (_, n) => (n === k ? 1 : 0))
const PLACE = 4 * WIDTH + 3

test('a dab says the same of what is like it near by, and little beyond an edge', () => {
	const said = reached(boundaries, dabbed(PLACE), () => true, null)
	expect(said[PLACE]).toBeCloseTo(10)
	expect(said[PLACE + 6]).toBeGreaterThan(5)
	expect(said[PLACE + 12]).toBeLessThan(0.4 * (said[PLACE + 6] ?? 0))
	const less = reached(boundaries, dabbed(PLACE), () => false, null)
	for (const [k, v] of said.entries()) expect(less[k]).toBeCloseTo(-v, 5)
})

test('what was found before is held to where no dab reaches', () => {
	const before = new Uint8Array(WIDTH * HEIGHT).fill(1)
	const said = reached(boundaries, dabbed(PLACE), () => false, before)
	expect(said[PLACE]).toBeLessThan(-9)
	expect(said[WIDTH - 1]).toBeGreaterThan(0)
	const none = reached(boundaries, dabbed(-1), () => false, before)
	for (const v of none) expect(v).toBe(3)
})
