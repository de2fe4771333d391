import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { polar } from '../geometry/point'
import { deviation } from '../measure/deviation'
import { parsePathData } from '../path/parsePathData'
import { cases } from '../testing/cases'
import { controlArea } from './area'
import { offset, outlineStroke } from './offset'
import { sourcesOf } from './sources'
import { contains } from './winding'

const rect = (x: number, y: number, w: number, h: number) =>
	parsePathData(`M${x} ${y}h${w}v${h}h${-w}Z`)
const circle = (r: number) =>
	parsePathData(`M${-r} 0A${r} ${r} 0 0 1 ${r} 0A${r} ${r} 0 0 1 ${-r} 0Z`)
const area = (contours: Parameters<typeof sourcesOf>[0]) =>
	Math.abs(controlArea(sourcesOf(contours).map(({ cubic }) => cubic)))

describe('growing and shrinking', () => {
	it('a circle becomes a circle, with no more nodes', () => {
		for (const by of [-40, -5, 5, 40]) {
			const grown = offset(circle(100), by)
			expect(deviation(grown, circle(100 + by)).max).toBeLessThan(Math.abs(by) / 100)
			expect(grown[0]?.nodes.length).toBeLessThanOrEqual(circle(100)[0]?.nodes.length ?? 0)
		}
	})

	it('a rectangle grown has eight nodes with round joins, four with miters', () => {
		const round = offset(rect(0, 0, 100, 60), 5)
		expect(round[0]?.nodes).toHaveLength(8)
		expect(area(round)).toBeCloseTo(6000 + 2 * 5 * 160 + Math.PI * 25, 1)
		const miter = offset(rect(0, 0, 100, 60), 5, { join: 'miter' })
		expect(miter[0]?.nodes).toHaveLength(4)
		expect(area(miter)).toBeCloseTo(110 * 70)
		expect(offset(rect(0, 0, 100, 60), 5, { join: 'bevel' })[0]?.nodes).toHaveLength(8)
	})

	it('a miter beyond its limit becomes a bevel', () => {
		const spike = parsePathData('M0 0L100 5L0 10Z')
		const reach = (limit: number) =>
			Math.max(
				...offset(spike, 4, { join: 'miter', miterLimit: limit }).flatMap(({ nodes }) =>
					nodes.map(({ at }) => at[0]),
				),
			)
		expect(reach(40)).toBeGreaterThan(150)
		expect(reach(4)).toBeLessThan(110)
	})

	it('shrunk beyond its half, nothing is left; a waist parts in two', () => {
		expect(offset(rect(0, 0, 100, 60), -31)).toEqual([])
		const waist = parsePathData('M0 0H40V25H60V0H100V60H60V35H40V60H0Z')
		expect(offset(waist, -6)).toHaveLength(2)
	})

	it('an opening closes as its surroundings grow', () => {
		const ring = [...circle(100), ...parsePathData('M-10 0A10 10 0 0 0 10 0A10 10 0 0 0 -10 0Z')]
		expect(offset(ring, 5)).toHaveLength(2)
		expect(offset(ring, 11)).toHaveLength(1)
	})

	it('every point of the result lies as far away as it should', () => {
		fc.assert(
			fc.property(
				fc.array(fc.double({ min: 40, max: 90, noNaN: true }), { minLength: 5, maxLength: 9 }),
				fc.double({ min: -12, max: 12, noNaN: true }).filter((by) => Math.abs(by) > 0.5),
				(radii, by) => {
					const points = radii.map((r, k) => polar((2 * Math.PI * k) / radii.length, r))
					const d = points.map((p, k) => `${k ? 'L' : 'M'}${p[0]} ${p[1]}`).join('')
					const shape = parsePathData(`${d}Z`)
					const beside = offset(shape, by)
					for (const { cubic } of sourcesOf(beside)) {
						const [a, b, c, e] = cubic
						const middle = [0, 1].map((k) => (a[k]! + 3 * b[k]! + 3 * c[k]! + e[k]!) / 8)
						for (const p of [a, middle as [number, number]]) {
							const away = distanceTo(shape, p) * (contains(shape, p) ? -1 : 1)
							expect(Math.abs(away - by)).toBeLessThan(Math.abs(by) * 0.02 + 0.01)
						}
					}
				},
			),
			{ numRuns: cases(15) },
		)
	})
})

describe('a stroke made a piece', () => {
	it('of a straight line is a rectangle, longer with square ends', () => {
		const line = parsePathData('M0 0H100')
		expect(area(outlineStroke(line, 10))).toBeCloseTo(1000)
		expect(area(outlineStroke(line, 10, { cap: 'square' }))).toBeCloseTo(1100)
		expect(area(outlineStroke(line, 10, { cap: 'round' }))).toBeCloseTo(1000 + Math.PI * 25, 1)
	})

	it('of a closed outline has an opening', () => {
		const ring = outlineStroke(circle(100), 10)
		expect(ring).toHaveLength(2)
		expect(area(ring)).toBeCloseTo(Math.PI * (105 ** 2 - 95 ** 2), -1)
	})

	it('that crosses itself is one outline with its openings', () => {
		const loop = outlineStroke(parsePathData('M0 0L100 100L100 0L0 100'), 6)
		expect(loop.length).toBeGreaterThan(1)
		expect(contains(loop, [50, 50])).toBe(true)
		expect(contains(loop, [85, 50])).toBe(false)
	})

	it('of a bent line follows it at half its width, with few nodes', () => {
		const bent = parsePathData('M0 0C50 0 50 50 100 50')
		const piece = outlineStroke(bent, 8)
		expect(piece[0]?.nodes.length).toBeLessThanOrEqual(8)
		for (const { cubic } of sourcesOf(piece)) expect(distanceTo(bent, cubic[0])).toBeCloseTo(4, 1)
	})

	it('of a single point is nothing', () => {
		expect(outlineStroke(parsePathData('M5 5'), 10)).toEqual([])
	})
})

/** px from a point to the nearest of many samples of some outlines. */
function distanceTo(contours: Parameters<typeof sourcesOf>[0], [x, y]: readonly [number, number]) {
	const open = contours.some(({ closed }) => !closed)
	const sources = sourcesOf(contours)
	return Math.min(
		...(open ? sources.slice(0, -1) : sources).flatMap(({ cubic: [a, b, c, d] }) =>
			Array.from({ length: 401 }, (_, i) => {
				const t = i / 400
				const s = 1 - t
				const at = [0, 1].map(
					(k) =>
						s * s * s * a[k]! + 3 * s * s * t * b[k]! + 3 * s * t * t * c[k]! + t * t * t * d[k]!,
				)
				return Math.hypot(at[0]! - x, at[1]! - y)
			}),
		),
	)
}
