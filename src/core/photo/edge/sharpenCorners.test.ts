import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { cases } from '../../testing/cases'
import { sharpenCorners } from './sharpenCorners'

/** Two arms of 30 px from a corner, about a px apart, rounded by so much within 2.5 px of it. */
function cornered(turn: number, cut: number): Point[] {
	const arm = (angle: number, s: number): Point => [s * Math.cos(angle), s * Math.sin(angle)]
	const back = Array.from({ length: 30 }, (_, k) => arm(Math.PI, 30.4 - k))
	const on = Array.from({ length: 30 }, (_, k) => arm(turn, k + 1.4))
	return [...back, ...on].map(([x, y]): Point => {
		const near = Math.hypot(x, y)
		const by = near < 2.5 ? cut * (1 - near / 2.5) : 0
		const inward = Math.PI / 2 + turn / 2
		return [x + by * Math.cos(inward), y + by * Math.sin(inward)]
	})
}

describe('corners of a way', () => {
	test('come to where the edges on either side meet, however sharp', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0.8, max: 2.4, noNaN: true }),
				fc.double({ min: 0.3, max: 0.9, noNaN: true }),
				(turn, cut) => {
					const made = sharpenCorners(cornered(turn, cut))
					expect(Math.min(...made.map((p) => distance(p, [0, 0])))).toBeLessThan(0.05)
					expect(made.every((p, i) => i === 0 || distance(p, made[i - 1] as Point) > 0.5)).toBe(
						true,
					)
				},
			),
			{ numRuns: cases(40) },
		)
	})

	test('bends, arcs and what is too short stay as they are', () => {
		for (const r of [6, 10, 16, 20, 30]) {
			const arc = Array.from(
				{ length: 4 * r },
				(_, k): Point => [r * Math.cos(k / r), r * Math.sin(k / r)],
			)
			expect(sharpenCorners(arc)).toEqual(arc)
		}
		const bend = cornered(0.4, 0)
		expect(sharpenCorners(bend)).toEqual(bend)
		const short = cornered(1.5, 0.5).slice(27, 33)
		expect(sharpenCorners(short)).toEqual(short)
		expect(sharpenCorners([])).toEqual([])
	})
})
