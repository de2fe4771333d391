import { describe, expect, test } from 'vitest'
import { reverseContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { grain, picture } from '../testing/arbitraryPixels'
import { ring } from '../testing/outlines'
import { rendered } from '../testing/rendered'
import { edgeDeviation } from './edgeDeviation'
import { edgeField } from './edgeField'

/** A ring, clockwise on screen, or the other way round. */
const turned = (x: number, y: number, r: number, clockwise: boolean): Contour =>
	clockwise ? ring(x, y, r) : reverseContour(ring(x, y, r))

const median = (values: Iterable<number>) => {
	const sorted = [...values].filter((v) => !Number.isNaN(v)).sort((a, b) => a - b)
	return sorted[sorted.length >> 1] ?? Number.NaN
}

const DISC = rendered(140, 140, (x, y) => Math.hypot(x - 70, y - 70) < 45, { grain: 2 })

describe('outlines measured against a photo’s edges', () => {
	test.each([-2, 0, 2])(
		'a ring put %d px out is that far out, everywhere, whichever way it runs',
		(out) => {
			const field = edgeField(DISC)
			for (const clockwise of [true, false]) {
				const profile = edgeDeviation([turned(70, 70, 45 + out, clockwise)], field)
				expect(profile.covered).toBeGreaterThan(0.97)
				expect(Math.abs(median(profile.offset) - out)).toBeLessThan(0.06)
				const off = [...profile.offset].filter((v) => Math.abs(v - out) > 0.3)
				expect(off.length / profile.offset.length).toBeLessThan(0.1)
				expect(profile.p95).toBeLessThan(Math.abs(out) + 0.4)
			}
		},
	)

	test('an opening’s inside is outside of it: both its rings stray inwards alike', () => {
		const photo = rendered(140, 140, (x, y) => {
			const r = Math.hypot(x - 70, y - 70)
			return r < 55 && r > 25
		})
		for (const clockwise of [true, false]) {
			const pair = [ring(70, 70, 53), turned(70, 70, 27, clockwise)]
			const { offset } = edgeDeviation(pair, edgeField(photo))
			expect(Math.abs(median(offset) + 2)).toBeLessThan(0.08)
			for (const v of offset) if (!Number.isNaN(v)) expect(v).toBeLessThan(0)
		}
	})

	test('texture inside the object is not its edge', () => {
		const striped = picture(140, 140, (x, y) => {
			const inside = Math.hypot(x + 0.5 - 70, y + 0.5 - 70) < 45
			return inside ? 60 + 25 * Math.sin(x / 1.7) + 6 * grain(x, y) : 190 + 6 * grain(x, y)
		})
		const { offset, covered } = edgeDeviation([ring(70, 70, 46.5)], edgeField(striped))
		expect(covered).toBeGreaterThan(0.85)
		expect(Math.abs(median(offset) - 1.5)).toBeLessThan(0.2)
	})

	test('where there is nothing to see, nothing is sure', () => {
		const flat = edgeDeviation([ring(20, 20, 12)], edgeField(picture(40, 40, () => 100)))
		expect(flat.covered).toBe(0)
		expect([...flat.offset].every(Number.isNaN)).toBe(true)
		expect([flat.mean, flat.p95]).toEqual([0, 0])
		expect(edgeDeviation([], edgeField(picture(1, 1, () => 9)))).toMatchObject({ covered: 0 })
	})
})
