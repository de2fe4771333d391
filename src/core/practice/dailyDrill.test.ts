import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { isSelfCrossing } from '../combine/selfCrossing'
import { boundsOf } from '../path/contour'
import { obeysKind } from '../path/kinds'
import { formatPathData } from '../path/pathData'
import { dailyDrill, NEAR_PX, nearest, seedOf, seedOfDay } from './dailyDrill'
import { drillNamed } from './drills'
import { grade } from './grade'

/** A hundred days, and whatever else somebody makes a seed of. */
const anySeed = fc.oneof(
	fc.integer({ min: 0, max: 99 }).map((k) => seedOfDay(new Date(2026, 11, 1 + k))),
	fc.string({ minLength: 1, maxLength: 20 }),
)

describe('the shape of a day', () => {
	test('a law: it is sound, on the sheet, of a few outlines and nodes, and its own answer is full', () => {
		fc.assert(
			fc.property(anySeed, (seed) => {
				const drill = dailyDrill(seed)
				const { contours } = drill.answer
				const nodes = contours.reduce((sum, one) => sum + one.nodes.length, 0)
				expect(nodes).toBeGreaterThanOrEqual(5)
				expect(nodes).toBeLessThanOrEqual(34)
				expect(contours.length).toBeLessThanOrEqual(4)
				expect(nearest(contours)).toBeGreaterThanOrEqual(NEAR_PX)
				for (const contour of contours) {
					expect(contour.closed && !isSelfCrossing(contour)).toBe(true)
					const { minX, minY, maxX, maxY } = boundsOf(contour)
					expect(minX > 20 && minY > 20 && maxX < 980 && maxY < 730).toBe(true)
					for (const k of contour.nodes.keys()) expect(obeysKind(contour, k)).toBe(true)
				}
				expect(grade(drill.answer, drill)).toMatchObject({ done: true, share: 1 })
			}),
			{ numRuns: 80 },
		)
	})

	test('the same seed gives the same shape, other days others', () => {
		const path = (seed: string) => formatPathData(dailyDrill(seed).answer.contours)
		expect(path('2026-12-01')).toBe(path('2026-12-01'))
		const days = Array.from({ length: 20 }, (_, k) => path(seedOfDay(new Date(2026, 11, 1 + k))))
		expect(new Set(days).size).toBe(20)
	})

	test('its id tells its seed, and the drill is found by it', () => {
		expect(seedOf('daily-2026-12-01')).toBe('2026-12-01')
		expect(seedOf('daily-')).toBeNull()
		expect(seedOf('egg')).toBeNull()
		expect(drillNamed('daily-2026-12-01')?.name).toBe(dailyDrill('2026-12-01').name)
		expect(drillNamed('nothing')).toBeUndefined()
	})
})
