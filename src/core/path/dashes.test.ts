import { describe, expect, test } from 'vitest'
import { arcLength } from '../geometry/cubic'
import { distance } from '../geometry/point'
import { segmentCubic, segments } from './contour'
import { dashesOf } from './dashes'
import type { Contour } from './model'
import { parsePathData } from './parsePathData'
import { measured } from './stretches'

const one = (d: string) => parsePathData(d)[0] as Contour
const lengthOf = (contour: Contour) =>
	segments(contour).reduce((sum, s) => sum + arcLength(segmentCubic(s)), 0)
const LINE = one('M0 0H100')
const WAVE = one('M0 0C30 60 70 -60 100 0S170 60 200 0L260 10')

describe('a dashed line', () => {
	test('draws every other length, from its beginning on', () => {
		const drawn = dashesOf(LINE, { dashes: [20, 10] })
		expect(drawn.map(({ nodes }) => nodes.map(({ at }) => Math.round(at[0])))).toEqual([
			[0, 20],
			[30, 50],
			[60, 80],
			[90, 100],
		])
	})

	test('begins so far into its row as it says, forwards and back', () => {
		const begins = (dashOffset: number) =>
			dashesOf(LINE, { dashes: [20, 10], dashOffset }).map(({ nodes }) =>
				Math.round(nodes[0]?.at[0] ?? Number.NaN),
			)
		expect(begins(5)).toEqual([0, 25, 55, 85])
		expect(begins(-10)).toEqual([10, 40, 70])
		expect(begins(35)).toEqual(begins(5))
	})

	test('goes through an odd row twice, and is not broken by one of nothing', () => {
		expect(dashesOf(LINE, { dashes: [30] })).toEqual(
			dashesOf(LINE, { dashes: [30, 30] }).map((dash) =>
				expect.objectContaining({
					nodes: dash.nodes.map(({ at }) => expect.objectContaining({ at })),
				}),
			),
		)
		expect(dashesOf(LINE, { dashes: [0, 0] })).toEqual([LINE])
		expect(dashesOf(LINE, {})).toEqual([LINE])
	})

	test('has dashes as long as said along curves and over joints, on the curve itself', () => {
		const drawn = dashesOf(WAVE, { dashes: [25, 9] })
		for (const dash of drawn.slice(0, -1)) expect(lengthOf(dash)).toBeCloseTo(25, 1)
		const { at } = measured(WAVE)
		for (const [k, dash] of drawn.entries()) {
			const [first] = dash.nodes
			expect(distance(first?.at ?? [0, 0], at(34 * k))).toBeLessThan(0.01)
		}
	})

	test('that is finer than can be counted is drawn through', () => {
		expect(dashesOf(one('M0 0H1000000'), { dashes: [0.001] })).toHaveLength(1)
	})
})
