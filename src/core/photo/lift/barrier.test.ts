import { describe, expect, test } from 'vitest'
import { barriers } from './barrier'
import { OPEN, OUT } from './hint'
import type { Ground } from './parting'

const SIZE = 24

/** A picture of lightness alone, and seeds for what lies on its frame. */
function pictureOf(lightness: (x: number, y: number) => number): Ground & { seeds: Uint8Array } {
	const colours = new Float32Array(3 * SIZE * SIZE)
	const seeds = new Uint8Array(SIZE * SIZE)
	for (let k = 0; k < seeds.length; k++) {
		const [x, y] = [k % SIZE, Math.floor(k / SIZE)]
		colours[3 * k] = lightness(x, y)
		seeds[k] = x === 0 || y === 0 || x === SIZE - 1 || y === SIZE - 1 ? OUT : OPEN
	}
	return { width: SIZE, height: SIZE, colours, seeds }
}

const inSquare = (x: number, y: number) => x > 7 && x < 16 && y > 7 && y < 16
const middle = 12 * SIZE + 12

describe('barriers', () => {
	test('are the least span of lightness on any way from outside', () => {
		const { seeds, ...ground } = pictureOf((x, y) => (inSquare(x, y) ? 80 : 50))
		expect(barriers(ground, seeds)[middle]).toBe(30)
		expect(barriers(ground, seeds)[3 * SIZE + 3]).toBe(0)
		// Through a gap in a wall one comes in as if there were none.
		const gap = pictureOf((x, y) => (inSquare(x, y) && !(y === 12 && x <= 12) ? 80 : 50))
		expect(barriers(gap, gap.seeds)[middle]).toBe(0)
	})

	test('texture counts once, however long the way; light that falls off by what it falls off', () => {
		const striped = pictureOf((x, y) => 50 + 4 * ((x + y) % 2))
		expect(barriers(striped, striped.seeds)[middle]).toBe(4)
		const lit = pictureOf((x) => 50 + x)
		expect(barriers(lit, lit.seeds)[middle]).toBeLessThanOrEqual(SIZE / 2)
	})
})
