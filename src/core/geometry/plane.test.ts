import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anyPoint } from '../path/testing/arbitrary'
import { type Affine, applyAffine, composeAffine, IDENTITY, invertAffine } from './affine'
import { boxContains, boxesTouch, boxOf, EMPTY_BOX, growBox, joinBoxes } from './box'
import {
	add,
	angleOf,
	cross,
	distance,
	dot,
	length,
	mix,
	type Point,
	perpendicular,
	polar,
	scale,
	snapAngle,
	subtract,
	unit,
} from './point'
import { ringWinding, segmentsMeet, signedArea } from './polygon'

const share = fc.double({ min: 0, max: 1, noNaN: true })
const coefficient = fc.double({ min: -4, max: 4, noNaN: true })
const anyAffine: fc.Arbitrary<Affine> = fc.tuple(
	coefficient,
	coefficient,
	coefficient,
	coefficient,
	coefficient,
	coefficient,
)
const SQUARE: readonly Point[] = [
	[0, 0],
	[10, 0],
	[10, 10],
	[0, 10],
]

describe('points', () => {
	test('mixing is exact at both ends and stays between', () => {
		fc.assert(
			fc.property(anyPoint, anyPoint, share, (a, b, t) => {
				expect(mix(a, b, 0)).toEqual([a[0] + 0, a[1] + 0])
				expect(mix(a, b, 1)).toEqual([b[0] + 0, b[1] + 0])
				const m = mix(a, b, t)
				expect(distance(a, m) + distance(m, b)).toBeCloseTo(distance(a, b), 6)
			}),
		)
	})

	test('a perpendicular is as long, at a right angle, clockwise on screen', () => {
		fc.assert(
			fc.property(anyPoint, (a) => {
				const p = perpendicular(a)
				expect(dot(a, p)).toBe(0)
				expect(length(p)).toBe(length(a))
				expect(cross(a, p)).toBeGreaterThanOrEqual(0)
			}),
		)
	})

	test('polar and angle undo each other', () => {
		fc.assert(
			fc.property(anyPoint, (a) => {
				fc.pre(length(a) > 1e-6)
				expect(distance(polar(angleOf(a), length(a)), a)).toBeLessThan(1e-9)
				expect(length(unit(a))).toBeCloseTo(1, 12)
			}),
		)
		expect(unit([0, 0])).toEqual([0, 0])
	})

	test('a kept angle keeps the distance and lies on a step', () => {
		fc.assert(
			fc.property(anyPoint, anyPoint, (from, to) => {
				fc.pre(distance(from, to) > 1e-3)
				const kept = snapAngle(from, to, Math.PI / 4)
				expect(distance(from, kept)).toBeCloseTo(distance(from, to), 6)
				const steps = angleOf(subtract(kept, from)) / (Math.PI / 4)
				expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6)
				expect(distance(kept, to)).toBeLessThanOrEqual(distance(from, to) * 0.77)
			}),
		)
	})
})

describe('affine maps', () => {
	test('composing is doing one after the other', () => {
		fc.assert(
			fc.property(anyAffine, anyAffine, anyPoint, (outer, inner, p) => {
				const once = applyAffine(composeAffine(outer, inner), p)
				expect(distance(once, applyAffine(outer, applyAffine(inner, p)))).toBeLessThan(1e-6)
			}),
		)
	})

	test('the inverse undoes the map; what flattens the plane has none', () => {
		fc.assert(
			fc.property(anyAffine, anyPoint, (m, p) => {
				fc.pre(Math.abs(m[0] * m[3] - m[1] * m[2]) > 0.05)
				const back = invertAffine(m)
				expect(distance(applyAffine(back ?? IDENTITY, applyAffine(m, p)), p)).toBeLessThan(1e-6)
			}),
		)
		expect(invertAffine([1, 2, 2, 4, 0, 0])).toBeNull()
	})
})

describe('boxes', () => {
	test('a box round points holds them all, and no box less does', () => {
		fc.assert(
			fc.property(fc.array(anyPoint, { minLength: 1, maxLength: 20 }), (points) => {
				const box = boxOf(points)
				expect(points.every((p) => boxContains(box, p))).toBe(true)
				expect(points.every((p) => boxContains(growBox(box, -1e-6), p))).toBe(false)
			}),
		)
	})

	test('joining with the empty box changes nothing; touching is mutual', () => {
		fc.assert(
			fc.property(anyPoint, anyPoint, anyPoint, anyPoint, (a, b, c, d) => {
				const one = boxOf([a, b])
				const two = boxOf([c, d])
				expect(joinBoxes(one, EMPTY_BOX)).toEqual(one)
				expect(boxesTouch(one, two)).toBe(boxesTouch(two, one))
				expect(boxesTouch(one, joinBoxes(one, two))).toBe(true)
			}),
		)
	})
})

describe('polygons', () => {
	test('area is positive clockwise on screen, and turns with the direction', () => {
		expect(signedArea(SQUARE)).toBe(100)
		expect(signedArea(SQUARE.toReversed())).toBe(-100)
		expect(signedArea([])).toBe(0)
	})

	test('moving a polygon changes no area', () => {
		fc.assert(
			fc.property(fc.array(anyPoint, { minLength: 3, maxLength: 9 }), anyPoint, (ring, by) => {
				const moved = ring.map((p) => add(p, by))
				expect(signedArea(moved)).toBeCloseTo(signedArea(ring), 3)
			}),
		)
	})

	test('what winds twice counts twice, and the other way round negative', () => {
		expect(ringWinding(SQUARE, [5, 5])).toBe(1)
		expect(ringWinding([...SQUARE, ...SQUARE], [5, 5])).toBe(2)
		expect(ringWinding(SQUARE.toReversed(), [5, 5])).toBe(-1)
		expect(ringWinding(SQUARE, [15, 5])).toBe(0)
	})

	test('the winding number of a point far away is nought', () => {
		fc.assert(
			fc.property(fc.array(anyPoint, { minLength: 3, maxLength: 12 }), (ring) => {
				expect(ringWinding(ring, [2000, 3])).toBe(0)
			}),
		)
	})

	test('segments meet where they cross or touch, and not beside each other', () => {
		expect(segmentsMeet([0, 0], [10, 10], [0, 10], [10, 0])).toBe(true)
		expect(segmentsMeet([0, 0], [10, 0], [5, 0], [5, 5])).toBe(true)
		expect(segmentsMeet([0, 0], [10, 0], [0, 1], [10, 1])).toBe(false)
		expect(segmentsMeet([0, 0], [4, 4], [10, 0], [0, 10])).toBe(false)
	})

	test('scaling about nought scales the area by the square', () => {
		fc.assert(
			fc.property(fc.array(anyPoint, { minLength: 3, maxLength: 8 }), (ring) => {
				expect(signedArea(ring.map((p) => scale(p, 2)))).toBeCloseTo(4 * signedArea(ring), 3)
			}),
		)
	})
})
