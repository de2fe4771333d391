import { describe, expect, test } from 'vitest'
import { enlarge } from './resample'
import { levelAt, picture } from './testing/arbitraryPixels'

describe('enlarging', () => {
	test('gives so many times the pixels, and an even picture stays even', () => {
		for (const factor of [2, 4]) {
			const large = enlarge(
				picture(5, 3, () => 117),
				factor,
			)
			expect([large.width, large.height]).toEqual([5 * factor, 3 * factor])
			expect(new Set(large.data)).toEqual(new Set([117, 255]))
		}
	})

	test('a smooth ramp stays the same ramp, pixel centres where they belong', () => {
		const large = enlarge(
			picture(40, 1, (x) => 20 + 5 * x),
			4,
		)
		for (let x = 20; x < 140; x++)
			expect(Math.abs(levelAt(large, x, 0) - (20 + 5 * ((x + 0.5) / 4 - 0.5)))).toBeLessThan(1)
	})

	test('an edge keeps its place and comes out finer than by repeating pixels', () => {
		// A soft edge at x = 10.3, as a lens would have it.
		const soft = (x: number) => 255 / (1 + Math.exp(-(x - 10.3) / 0.7))
		const large = enlarge(
			picture(20, 4, (x) => soft(x + 0.5)),
			4,
		)
		const wrong = (level: (x: number) => number) => {
			let sum = 0
			for (let x = 20; x < 60; x++) sum += Math.abs(level(x) - soft((x + 0.5) / 4))
			return sum / 40
		}
		const repeated = wrong((x) => soft(Math.floor(x / 4) + 0.5))
		expect(wrong((x) => levelAt(large, x, 8))).toBeLessThan(repeated / 5)
	})

	test('what is transparent leaves no fringe', () => {
		const cutOut = picture(12, 12, () => [200, 40, 40])
		for (let p = 0; p < cutOut.data.length; p += 4)
			if ((p / 4) % 12 >= 6) cutOut.data.set([0, 0, 0, 0], p)
		const { data } = enlarge(cutOut, 2)
		for (let p = 0; p < data.length; p += 4)
			if (data[p + 3]! > 8) expect(Math.abs(data[p]! - 200)).toBeLessThanOrEqual(2)
	})
})
