import { describe, expect, test } from 'vitest'
import { NEUTRAL_TONE } from '../path/model'
import { addLocalContrast, measureLocalContrast } from './localContrast'
import { copyOf, grain, levelAt, picture } from './testing/arbitraryPixels'
import { applyTone } from './tone'

/** Faint bars in a dark half, and faint bars in a light one, of one picture. */
const DIM = picture(200, 200, (x, y) => {
	const base = x < 100 ? 30 : 210
	return base + (y % 16 < 8 ? 0 : 8) + 3 * grain(x, y)
})

/** How much lighter the light bars are than the dark ones, on average, from `x` on. */
function stepAt(x: number, pixels = DIM): number {
	let sum = 0
	for (let y = 64; y < 128; y++)
		for (let i = x; i < x + 20; i++) sum += levelAt(pixels, i, y) * (y % 16 < 8 ? -1 : 1)
	return sum / 640
}

describe('local contrast', () => {
	test('raises faint steps in the dark and in the light at once, where levels could do one', () => {
		const local = measureLocalContrast(DIM)
		const shown = copyOf(DIM)
		applyTone(shown, { ...NEUTRAL_TONE, local: 1 }, local)
		expect(stepAt(40, shown)).toBeGreaterThan(1.8 * stepAt(40))
		expect(stepAt(140, shown)).toBeGreaterThan(1.8 * stepAt(140))
	})

	test('darker stays darker at every place: its curves never fall', () => {
		const local = measureLocalContrast(DIM)
		for (const [x, y] of [
			[0, 0],
			[0.31, 0.77],
			[1, 1],
		] as const) {
			// All levels, at one place of the photo.
			const levels = picture(256, 1, (level) => level)
			addLocalContrast(levels, 1, local, { x, y, width: 0, height: 0 })
			for (let level = 1; level < 256; level++)
				expect(levelAt(levels, level, 0)).toBeGreaterThanOrEqual(levelAt(levels, level - 1, 0))
		}
	})

	test('a window is shown as the whole photo shows it there', () => {
		const local = measureLocalContrast(DIM)
		const tone = { ...NEUTRAL_TONE, local: 0.7 }
		const whole = copyOf(DIM)
		applyTone(whole, tone, local)
		const window = picture(50, 40, (x, y) => levelAt(DIM, x + 90, y + 80))
		applyTone(window, tone, local, { x: 90 / 200, y: 80 / 200, width: 50 / 200, height: 40 / 200 })
		for (let y = 0; y < 40; y++)
			for (let x = 0; x < 50; x++)
				expect(
					Math.abs(levelAt(window, x, y) - levelAt(whole, x + 90, y + 80)),
				).toBeLessThanOrEqual(1)
	})

	test('flat noise is not blown up beyond the clip limit; the smallest pictures are taken', () => {
		const flat = picture(120, 120, (x, y) => 128 + 2 * grain(x, y))
		const shown = copyOf(flat)
		applyTone(shown, { ...NEUTRAL_TONE, local: 1 }, measureLocalContrast(flat))
		const levels = [...shown.data].filter((_, i) => i % 4 === 0)
		expect(Math.max(...levels) - Math.min(...levels)).toBeLessThan(20)
		const one = picture(1, 1, () => 77)
		applyTone(one, { ...NEUTRAL_TONE, local: 1 }, measureLocalContrast(one))
		expect(levelAt(one, 0, 0)).toBeGreaterThanOrEqual(0)
	})
})
