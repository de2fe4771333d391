import { expect, test } from 'vitest'
import { boundariesOf } from './parting'
import { reached } from './reached'

const WIDTH = 24
const HEIGHT = 8
/** Two flat halves with a strong edge between them. */
const colours = Float32Array.from({ length: 3 * WIDTH * HEIGHT }, (_, i) => {
	const x = Math.floor(i / 3) % WIDTH
	return i % 3 === 0 ? (x < WIDTH / 2 ? 20 : 80) : 0
})
const all = Int32Array.from({ length: WIDTH * HEIGHT }, (_, k) => k)
const boundaries = boundariesOf({ width: WIDTH, height: HEIGHT, colours }, all, 2)
const PLACE = 4 * WIDTH + 3

test('a dab says the same of what is like it near by, and little beyond an edge', () => {
	const said = reached(boundaries, new Set([PLACE]))
	expect(said[PLACE]).toBeCloseTo(8)
	expect(said[PLACE + 6]).toBeGreaterThan(4)
	expect(said[PLACE + 12]).toBeLessThan(0.4 * (said[PLACE + 6] ?? 0))
})

test('without a dab nothing is said', () => {
	expect([...reached(boundaries, new Set())].every((v) => v === 0)).toBe(true)
})
