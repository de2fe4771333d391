import { describe, expect, test } from 'vitest'
import { type Point, polar } from '../geometry/point'
import { cornerMarks, turningOf } from './corners'
import { alongEdges, circle, flat, jittered } from './testing/shapes'
import { trailOf } from './trail'

const REACH = 6
const LEAST = (22 * Math.PI) / 180

function marksOn(points: readonly Point[]) {
	const trail = trailOf(flat(points), true)
	return cornerMarks(trail, turningOf(trail, REACH), LEAST)
}

/** A polygon that turns by the same angle at each of its corners. */
const regular = (count: number) =>
	alongEdges(Array.from({ length: count }, (_, k) => polar((k / count) * 2 * Math.PI, 30 * count)))

describe('corner marks', () => {
	test.each([3, 4, 8, 12])(
		'every corner of a polygon of %d is one, whichever way it runs',
		(count) => {
			for (const points of [regular(count), jittered(regular(count), 0.25, 2)]) {
				const marks = marksOn(points)
				expect(marks).toHaveLength(count)
				for (const { turn } of marks)
					expect(Math.abs(turn - (2 * Math.PI) / count)).toBeLessThan(0.3)
				const reversed = marksOn(points.toReversed())
				expect(reversed).toHaveLength(count)
				for (const { turn } of reversed) expect(turn).toBeLessThan(0)
			}
		},
	)

	test('an arc has none, however it jitters', () => {
		for (const radius of [20, 100])
			for (let seed = 0; seed < 6; seed++)
				expect(marksOn(jittered(circle(radius), 0.25, seed))).toEqual([])
	})

	test('a notch is two corners that turn in, between two that turn out', () => {
		const notched = alongEdges([
			[0, 0],
			[100, 0],
			[100, 100],
			[60, 100],
			[60, 70],
			[40, 70],
			[40, 100],
			[0, 100],
		])
		const turns = marksOn(notched).map(({ turn }) => Math.sign(turn))
		expect(turns.filter((sign) => sign < 0)).toHaveLength(2)
		expect(turns.filter((sign) => sign > 0)).toHaveLength(6)
	})
})
