import fc from 'fast-check'
import { expect, test } from 'vitest'
import { boxContains, growBox } from './box'
import { clipRing } from './clipRing'
import type { Point } from './point'
import { ringWinding } from './polygon'

const BOX = { minX: 20, minY: 30, maxX: 70, maxY: 60 }
const coordinate = fc.double({ min: 0, max: 100, noNaN: true })
const place = fc.tuple(coordinate, coordinate)

test('what lies within the box goes round what it went round before, and nothing lies beyond it', () => {
	fc.assert(
		fc.property(fc.array(place, { minLength: 3, maxLength: 12 }), place, (ring, p) => {
			const clipped = clipRing(ring, BOX)
			for (const corner of clipped) expect(boxContains(growBox(BOX, 1e-9), corner)).toBe(true)
			const within = boxContains(growBox(BOX, -1e-3), p)
			if (within) expect(ringWinding(clipped, p)).toBe(ringWinding(ring, p))
		}),
	)
})

test('a ring within the box comes back as it is, one beyond it as nothing', () => {
	const inside: Point[] = [
		[30, 40],
		[50, 40],
		[40, 50],
	]
	expect(clipRing(inside, BOX)).toEqual(inside)
	expect(clipRing(inside, { minX: 80, minY: 80, maxX: 90, maxY: 90 })).toEqual([])
})
