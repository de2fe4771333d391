import { describe, expect, test } from 'vitest'
import { noiseOf } from './noise'
import { alongEdges, circle, flat, jittered } from './testing/shapes'
import { trailOf } from './trail'

describe('the jitter of a trail', () => {
	test('is found to a fifth on curves and on straight edges', () => {
		const square = alongEdges([
			[0, 0],
			[300, 0],
			[300, 300],
			[0, 300],
		])
		for (const shape of [circle(100), square])
			for (const by of [0.25, 1]) {
				const expected = by / Math.sqrt(3)
				const found = noiseOf(trailOf(flat(jittered(shape, by, 9)), true))
				expect(Math.abs(found - expected)).toBeLessThan(0.2 * expected)
			}
	})

	test('is next to nothing where there is none', () => {
		expect(noiseOf(trailOf(flat(circle(100)), true))).toBeLessThan(0.01)
	})
})
