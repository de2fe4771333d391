import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { chooseTone } from './chooseTone'
import { clippedShares, histogram, partingLevel, percentileLevel } from './histogram'
import { grain, levelAt, picture } from './testing/arbitraryPixels'
import { applyTone } from './tone'

describe('a histogram', () => {
	test('counts every pixel once', () => {
		const counts = histogram(picture(10, 4, (x) => x * 20))
		expect(counts.reduce((a, b) => a + b, 0)).toBe(40)
		expect(counts[60]).toBe(4)
	})

	test('tells what a tone clips, and calls nothing clipped that is not', () => {
		const counts = histogram(picture(256, 1, (x) => x))
		expect(clippedShares(counts, { black: 0, white: 255 })).toEqual({ black: 0, white: 0 })
		expect(clippedShares(counts, { black: 63, white: 224 })).toEqual({ black: 0.25, white: 0.125 })
		expect(clippedShares(new Uint32Array(256), { black: 9, white: 99 })).toEqual({
			black: 0,
			white: 0,
		})
	})

	test('a percentile has that share of the pixels below it', () => {
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 200 }),
				fc.double({ min: 0, max: 0.999, noNaN: true }),
				(levels, share) => {
					const counts = histogram(picture(levels.length, 1, (x) => levels[x]!))
					const level = percentileLevel(counts, share)
					expect(levels.filter((l) => l < level).length).toBeLessThanOrEqual(share * levels.length)
					expect(levels.filter((l) => l <= level).length).toBeGreaterThan(share * levels.length)
				},
			),
		)
	})

	test('two heaps are parted between them', () => {
		const counts = histogram(picture(100, 10, (x, y) => (x < 70 ? 60 : 95) + 5 * grain(x, y)))
		const level = partingLevel(counts)
		expect(level).toBeGreaterThan(60)
		expect(level).toBeLessThan(95)
	})
})

describe('a tone to see by', () => {
	test('parts two dark areas that lay six levels apart', () => {
		const hard = picture(60, 60, (x, y) => (x < 30 ? 18 : 24) + 2 * grain(x, y))
		const tone = chooseTone(hard)
		applyTone(hard, tone)
		const mean = (from: number) => {
			let sum = 0
			for (let y = 0; y < 60; y++) for (let x = from; x < from + 20; x++) sum += levelAt(hard, x, y)
			return sum / 1200
		}
		expect(mean(35) - mean(5)).toBeGreaterThan(40)
		expect(tone.grey).toBe(true)
	})

	test('keeps and strengthens colour where only colour parts', () => {
		// Red and green of one brightness.
		const hard = picture(40, 40, (x) => (x < 20 ? [150, 90, 90] : [96, 106, 90]))
		const tone = chooseTone(hard)
		expect(tone).toMatchObject({ grey: false })
		expect(tone.saturation).toBeGreaterThan(1)
	})

	test('is a tone that can be kept, whatever the region', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }), (a, b) => {
				const { black, white, midtone } = chooseTone(picture(6, 2, (x) => (x < 3 ? a : b)))
				expect(black).toBeGreaterThanOrEqual(0)
				expect(white).toBeLessThanOrEqual(255)
				expect(white - black).toBeGreaterThanOrEqual(23)
				expect(midtone).toBeGreaterThan(0)
				expect(midtone).toBeLessThan(1)
			}),
		)
	})
})
