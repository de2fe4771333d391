import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance } from '@/core'
import { fitBox, MAX_SCALE, MIN_SCALE, panBy, toScreen, toSheet, visibleBox, zoomAt } from './view'

const number = fc.double({ min: -2000, max: 2000, noNaN: true })
const point = fc.tuple(number, number)
const view = fc.record({
	scale: fc.double({ min: MIN_SCALE, max: MAX_SCALE, noNaN: true }),
	x: number,
	y: number,
})

describe('the view', () => {
	test('there and back is the same place', () => {
		fc.assert(
			fc.property(view, point, (v, p) => {
				expect(distance(toSheet(v, toScreen(v, p)), p)).toBeLessThan(1e-6)
			}),
		)
	})

	test('zooming keeps what is under the pointer there, within its limits', () => {
		fc.assert(
			fc.property(
				view,
				point,
				fc.double({ min: 0.01, max: 100, noNaN: true }),
				(v, pointer, factor) => {
					const zoomed = zoomAt(v, pointer, factor)
					expect(zoomed.scale).toBeGreaterThanOrEqual(MIN_SCALE)
					expect(zoomed.scale).toBeLessThanOrEqual(MAX_SCALE)
					expect(distance(toScreen(zoomed, toSheet(v, pointer)), pointer)).toBeLessThan(1e-3)
				},
			),
		)
	})

	test('panning moves everything alike', () => {
		expect(toScreen(panBy({ scale: 2, x: 1, y: 1 }, [10, -5]), [3, 4])).toEqual([17, 4])
	})

	test('a fitted box is seen whole, in the middle', () => {
		const size = { width: 700, height: 500 }
		const fitted = fitBox({ minX: 0, minY: 0, maxX: 2000, maxY: 1500 }, size)
		const seen = visibleBox(fitted, size)
		expect(seen.minX).toBeLessThan(0)
		expect(seen.maxY).toBeGreaterThan(1500)
		expect(distance(toScreen(fitted, [1000, 750]), [350, 250])).toBeLessThan(1e-9)
	})
})
