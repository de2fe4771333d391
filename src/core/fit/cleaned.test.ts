import { describe, expect, test } from 'vitest'
import { cleaned } from './cleaned'
import { circle, flat, jittered } from './testing/shapes'

describe('points before they are fitted', () => {
	test('repeated ones go, and a closed trail does not repeat its first', () => {
		const points = flat([
			[0, 0],
			[0, 0],
			[5, 0],
			[5, 5],
			[5, 5],
			[0, 0],
		])
		expect([...cleaned(points, true, 10)]).toEqual([0, 0, 5, 0, 5, 5])
	})

	test('samples stay as they are: what is added to jitter would hide it', () => {
		const points = flat(jittered(circle(20), 0.25, 1))
		expect(cleaned(points, true, 1)).toEqual(points)
	})

	test('the edges of a sparse polygon are filled, its corners kept, in proportion', () => {
		const filled = cleaned(
			flat([
				[0, 0],
				[300, 0],
				[300, 100],
			]),
			true,
			1,
		)
		expect(filled.length / 2).toBeGreaterThan(150)
		expect(filled.length / 2).toBeLessThan(1000)
		const places = new Set(
			Array.from({ length: filled.length / 2 }, (_, i) => `${filled[2 * i]},${filled[2 * i + 1]}`),
		)
		for (const corner of ['0,0', '300,0', '300,100']) expect(places.has(corner)).toBe(true)
	})

	test('a place that is none is named', () => {
		expect(() =>
			cleaned(
				flat([
					[0, 0],
					[1, Number.POSITIVE_INFINITY],
				]),
				false,
				1,
			),
		).toThrow(/Point 1/)
	})
})
