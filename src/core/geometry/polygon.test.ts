import fc from 'fast-check'
import { expect, test } from 'vitest'
import { distance, mix, type Point } from './point'
import { nearestOnRing } from './polygon'

const place = fc
	.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 }))
	.map(([x, y]): Point => [x / 10, y / 10])

test('no place along a ring is nearer than the nearest, which lies on it', () => {
	fc.assert(
		fc.property(fc.array(place, { minLength: 1, maxLength: 9 }), place, (ring, p) => {
			const near = nearestOnRing(p, ring)
			const along = ring.flatMap((a, i) =>
				Array.from({ length: 21 }, (_, k) => mix(a, ring[(i + 1) % ring.length] ?? a, k / 20)),
			)
			for (const q of along) expect(distance(p, near)).toBeLessThanOrEqual(distance(p, q) + 1e-9)
			expect(distance(near, nearestOnRing(near, ring))).toBeLessThan(1e-9)
		}),
	)
})

test('on the middle of a side, at a corner, and of a single point that', () => {
	const square: Point[] = [
		[0, 0],
		[10, 0],
		[10, 10],
		[0, 10],
	]
	expect(nearestOnRing([4, -3], square)).toEqual([4, 0])
	expect(nearestOnRing([14, 13], square)).toEqual([10, 10])
	expect(nearestOnRing([-2, 5], square)).toEqual([0, 5])
	expect(nearestOnRing([7, 7], [[1, 2]])).toEqual([1, 2])
})
