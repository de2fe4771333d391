import { describe, expect, test } from 'vitest'
import { straightRuns } from './straightRuns'
import { alongEdges, circle, flat, jittered, roundedRectangle } from './testing/shapes'
import { trailOf } from './trail'

const SIGMA = 0.25 / Math.sqrt(3)

function runsOn(points: Parameters<typeof flat>[0], sigma: number) {
	const trail = trailOf(flat(points), true)
	const at = (i: number) => trail.s[i + trail.pad] ?? 0
	return straightRuns(trail, sigma, 0.04, 6).map((run) => ({
		...run,
		length: at(run.to) - at(run.from),
	}))
}

describe('straight runs', () => {
	test('of a rounded rectangle are its four sides, as long as they are', () => {
		// Begun in the middle of a turn: no side lies over the seam.
		const points = roundedRectangle(300, 200, 40)
		for (const [shape, sigma] of [
			[points, 0],
			[jittered(points, 0.25, 4), SIGMA],
		] as const) {
			const runs = runsOn(shape.slice(30).concat(shape.slice(0, 30)), sigma)
			const lengths = runs.map(({ length }) => length).sort((a, b) => a - b)
			expect(runs).toHaveLength(4)
			for (const [k, expected] of [120, 120, 220, 220].entries())
				expect(Math.abs((lengths[k] ?? 0) - expected)).toBeLessThan(16)
			for (const { dx, dy } of runs)
				expect(Math.min(Math.abs(dx), Math.abs(dy))).toBeLessThan(0.004)
		}
	})

	test('there are none on circles, small or wide, clean or jittered', () => {
		for (const radius of [20, 60, 300, 2000])
			for (let seed = 0; seed < 4; seed++) {
				expect(runsOn(circle(radius), 0)).toEqual([])
				expect(runsOn(jittered(circle(radius), 0.25, seed), SIGMA)).toEqual([])
			}
	})

	test('nor about an inflection', () => {
		const wave = Array.from({ length: 1200 }, (_, i) => {
			const angle = (i / 1200) * 2 * Math.PI
			const r = 200 + 40 * Math.sin(3 * angle)
			return [r * Math.cos(angle), r * Math.sin(angle)] as const
		})
		expect(runsOn(wave, 0)).toEqual([])
	})

	test('of a polygon end within a step of its corners', () => {
		const corners = [
			[0, 0],
			[200, 0],
			[260, 120],
			[60, 180],
		] as const
		const runs = runsOn(alongEdges(corners), 0)
		expect(runs).toHaveLength(4)
		for (const { length, slackFrom, slackTo } of runs) {
			expect(length).toBeGreaterThan(100)
			expect(Math.max(slackFrom, slackTo)).toBeLessThanOrEqual(4)
		}
	})
})
