import { describe, expect, test } from 'vitest'
import { parsePathData } from '../path/parsePathData'
import { deviation } from './deviation'

const square = parsePathData('M0 0H100V100H0Z')

describe('the deviation between outlines', () => {
	test('is nothing from an outline to itself, however it is cut up', () => {
		const cut = parsePathData('M0 0H40H100V100H0Z')
		expect(deviation(square, square).max).toBeLessThan(1e-9)
		expect(deviation(square, cut).max).toBeLessThan(1e-9)
	})

	test('is the distance of parallel sides, and at a corner the diagonal', () => {
		const wider = parsePathData('M-3 -3H103V103H-3Z')
		const { max, mean, p95, worst } = deviation(square, wider)
		expect(max).toBeCloseTo(3 * Math.SQRT2)
		expect(mean).toBeGreaterThan(2.9)
		expect(mean).toBeLessThan(3.2)
		expect(p95).toBeLessThan(3.2)
		expect(Math.abs(worst?.[0] ?? 0) + Math.abs(worst?.[1] ?? 0)).toBeGreaterThan(2)
	})

	test('counts what only one of them has', () => {
		const two = parsePathData('M0 0H100V100H0ZM500 0H520V20H500Z')
		expect(deviation(square, two).max).toBeCloseTo(420)
		expect(deviation(two, square).max).toBeCloseTo(420)
	})

	test('of nothing is nothing', () => {
		expect(deviation([], square)).toEqual({ max: 0, mean: 0, p95: 0 })
	})
})
