import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyAffine, composeAffine } from './affine'
import { placementMap, readPlacement, scaleAbout, straighteningTurn, turnAbout } from './placement'
import { distance, subtract } from './point'

const coordinate = fc.double({ min: -2000, max: 2000, noNaN: true })
const size = fc.double({ min: 1, max: 4000, noNaN: true })
const anyPlacement = fc.record({
	centre: fc.tuple(coordinate, coordinate),
	width: size,
	height: size,
	turn: fc.double({ min: -3.1, max: 3.1, noNaN: true }),
	mirrored: fc.boolean(),
})

describe('a placement', () => {
	test('is read back from its map', () => {
		fc.assert(
			fc.property(anyPlacement, size, size, (placement, width, height) => {
				const read = readPlacement(placementMap(placement, width, height), width, height)
				expect(read.mirrored).toBe(placement.mirrored)
				for (const key of ['width', 'height', 'turn'] as const)
					expect(read[key]).toBeCloseTo(placement[key], 5)
				expect(distance(read.centre, placement.centre)).toBeLessThan(1e-6)
			}),
		)
	})

	test('lays the picture’s middle where it says', () => {
		const map = placementMap(
			{ centre: [100, 50], width: 40, height: 20, turn: Math.PI / 2, mirrored: false },
			80,
			40,
		)
		expect(applyAffine(map, [40, 20]).map((v) => Math.round(v))).toEqual([100, 50])
		// A quarter turn clockwise: its top left comes to lie at the upper right.
		expect(applyAffine(map, [0, 0]).map((v) => Math.round(v))).toEqual([110, 30])
	})

	test('turning and scaling about a point leave the point, and turning back undoes it', () => {
		fc.assert(
			fc.property(
				fc.tuple(coordinate, coordinate),
				fc.double({ min: -3, max: 3, noNaN: true }),
				(p, a) => {
					expect(distance(applyAffine(turnAbout(p, a), p), p)).toBeLessThan(1e-6)
					expect(distance(applyAffine(scaleAbout(p, a, 2, 3), p), p)).toBeLessThan(1e-6)
					const back = composeAffine(turnAbout(p, -a), turnAbout(p, a))
					expect(distance(applyAffine(back, [7, 9]), [7, 9])).toBeLessThan(1e-6)
				},
			),
		)
	})
})

describe('straightening', () => {
	test('makes any line level or upright by the smaller turn', () => {
		fc.assert(
			fc.property(
				fc.tuple(coordinate, coordinate),
				fc.tuple(coordinate, coordinate),
				(from, to) => {
					fc.pre(distance(from, to) > 1)
					const turn = straighteningTurn(from, to)
					expect(Math.abs(turn)).toBeLessThanOrEqual(Math.PI / 4 + 1e-9)
					const map = turnAbout(from, turn)
					const [x, y] = subtract(applyAffine(map, to), applyAffine(map, from))
					expect(Math.min(Math.abs(x), Math.abs(y))).toBeLessThan(1e-6)
				},
			),
		)
	})
})
