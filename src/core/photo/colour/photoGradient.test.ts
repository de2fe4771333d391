import { describe, expect, test } from 'vitest'
import { parsePathData } from '../../path/parsePathData'
import { painted } from '../testing/painted'
import { photoGradient } from './photoGradient'

const PIECE = parsePathData('M10 10H90V70H10Z')
const levelsOf = (hex = '') => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16))

describe('the gradient under a piece', () => {
	test('a ramp is found with its direction and its colours', () => {
		const photo = painted(100, 80, (x, y) => {
			const t = (0.8 * x + 0.6 * y) / 140
			return [40 + 160 * t, 60 + 100 * t, 200 - 120 * t]
		})
		const found = photoGradient(photo, PIECE)
		expect(found?.better).toBe(true)
		expect(found?.residual).toBeLessThan(0.3)
		if (found?.paint.kind !== 'linear') throw new Error('It is no linear gradient.')
		const { from, to, stops } = found.paint
		expect(Math.atan2(to[1] - from[1], to[0] - from[0])).toBeCloseTo(Math.atan2(0.6, 0.8), 2)
		const t = (0.8 * from[0] + 0.6 * from[1]) / 140
		for (const [c, level] of levelsOf(stops[0]?.colour).entries())
			expect(Math.abs(level - ([40 + 160 * t, 60 + 100 * t, 200 - 120 * t][c] ?? 0))).toBeLessThan(
				4,
			)
	})

	test('light that falls off about a place is a radial one about it', () => {
		const photo = painted(100, 80, (x, y) => {
			const far = Math.hypot(x + 0.5 - 30, y + 0.5 - 30) / 80
			return [240 - 200 * far, 200 - 150 * far, 120 - 60 * far]
		})
		const found = photoGradient(photo, PIECE)
		if (found?.paint.kind !== 'radial') throw new Error('It is no radial gradient.')
		expect(found.better).toBe(true)
		expect(found.paint.centre[0]).toBeCloseTo(30, 0)
		expect(found.paint.centre[1]).toBeCloseTo(30, 0)
		const [first, , last] = found.paint.stops.map(({ colour }) => levelsOf(colour)[0] ?? 0)
		expect(first).toBeGreaterThan((last ?? 0) + 100)
	})

	test('over one colour with grain none is worth having; with nothing under it there is none', () => {
		const photo = painted(100, 80, (x, y) => {
			const grain = ((13 * x + 7 * y) % 9) - 4
			return [120 + grain, 90 + grain, 60 + grain]
		})
		expect(photoGradient(photo, PIECE)?.better).toBe(false)
		expect(photoGradient(photo, parsePathData('M200 200H300V300Z'))).toBeNull()
		expect(photoGradient(photo, [])).toBeNull()
	})
})
