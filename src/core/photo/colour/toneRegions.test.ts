import { describe, expect, test } from 'vitest'
import { combine } from '../../combine/combine'
import { distance } from '../../geometry/point'
import { signedArea } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { painted } from '../testing/painted'
import { toneRegions } from './toneRegions'

const areaOf = (contours: readonly Contour[]) =>
	Math.abs(contours.reduce((sum, one) => sum + signedArea(flattenContour(one, 0.01)), 0))

const arcLength = (contours: readonly Contour[]) =>
	contours.reduce((sum, one) => {
		const ring = flattenContour(one)
		return sum + ring.reduce((all, p, n) => all + distance(p, ring[(n + 1) % ring.length] ?? p), 0)
	}, 0)

/** A ball lit from the upper left, with a mark on it, on a pale ground. */
const ball = painted(120, 110, (x, y) => {
	const [u, v] = [(x - 60) / 45, (y - 55) / 45]
	if (u * u + v * v > 1) return [230, 228, 220]
	if (Math.hypot(x - 70, y - 70) < 9) return [200, 170, 40]
	const light = Math.max(0.1, -0.5 * u - 0.5 * v + 0.7 * Math.sqrt(1 - u * u - v * v))
	const grain = ((11 * x + 17 * y) % 7) - 3
	return [60 + 120 * light + grain, 40 + 60 * light + grain, 50 + 50 * light + grain]
})
const DISC = parsePathData(
	'M60 10C84.85 10 105 30.15 105 55C105 79.85 84.85 100 60 100C35.15 100 15 79.85 15 55C15 30.15 35.15 10 60 10ZM40 50V60H50V50Z',
)

describe('shades', () => {
	const regions = toneRegions(ball, DISC, 4, { smallest: 30 })

	test('fill the piece without gap or overlap, its opening left open', () => {
		const whole = areaOf(DISC)
		const sum = regions.reduce((all, { contours }) => all + areaOf(contours), 0)
		const length = regions.reduce((all, { contours }) => all + arcLength(contours), 0)
		expect(Math.abs(sum - whole)).toBeLessThan(0.01 * length)
		expect(regions.reduce((all, { share }) => all + share, 0)).toBeCloseTo(1, 3)
		for (const [n, a] of regions.entries())
			for (const b of regions.slice(n + 1))
				expect(areaOf(combine('overlap', a.contours, b.contours))).toBeLessThan(0.05 * length)
		const merged = regions.map(({ contours }) => contours).reduce((a, b) => combine('merge', a, b))
		expect(areaOf(combine('exclude', merged, DISC, { clipRule: 'evenodd' }))).toBeLessThan(
			0.05 * length,
		)
	})

	test('go from dark to light, one of them the mark’s colour, in few nodes', () => {
		expect(regions.length).toBeGreaterThan(2)
		expect(regions.length).toBeLessThanOrEqual(4)
		const nodes = regions.flatMap(({ contours }) => contours.flatMap((one) => one.nodes))
		expect(nodes.length).toBeLessThan(90)
		const mark = regions.some(({ colour }) => {
			const [r = 0, , b = 0] = [1, 3, 5].map((i) => Number.parseInt(colour.slice(i, i + 2), 16))
			return r > 150 && b < 90
		})
		expect(mark).toBe(true)
	})

	test('the same photo gives the same shades', () => {
		const plain = (all: typeof regions) =>
			all.map(({ colour, contours }) => [colour, contours.map((c) => c.nodes.map((n) => n.at))])
		expect(plain(toneRegions(ball, DISC, 4, { smallest: 30 }))).toEqual(plain(regions))
	})

	test('specks melt into what is round them', () => {
		const without = toneRegions(ball, DISC, 4, { smallest: 600 })
		expect(without.every(({ contours }) => contours.every((c) => areaOf([c]) > 40))).toBe(true)
	})

	test('one shade is the piece itself; beyond the photo it takes the nearest; nothing under it, none', () => {
		const [one, ...more] = toneRegions(ball, DISC, 1)
		expect(more).toEqual([])
		expect(areaOf(one?.contours ?? [])).toBeCloseTo(areaOf(DISC), 1)
		const beyond = parsePathData('M60 40H220V80H60Z')
		const parts = toneRegions(ball, beyond, 3)
		expect(parts.reduce((sum, { contours }) => sum + areaOf(contours), 0)).toBeCloseTo(6400, 0)
		expect(toneRegions(ball, parsePathData('M300 300H400V400Z'), 3)).toEqual([])
		expect(toneRegions(ball, [], 3)).toEqual([])
	})
})
