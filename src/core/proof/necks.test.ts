import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { combineAreas } from '../combine/combine'
import type { Area } from '../combine/divide'
import { distance } from '../geometry/point'
import { ringedOf } from '../path/enclosing'
import { parsePathData } from '../path/parsePathData'
import { transformContour } from '../path/pieces'
import { cases } from '../testing/cases'
import { necksOf, widened } from './necks'
import { thinPlaces } from './thinPlaces'

const WIDTH = 6
const area = (d: string): Area => ({ contours: parsePathData(d), rule: 'evenodd' })
const sizeOf = ({ contours }: Area) =>
	contours.reduce((sum, contour) => sum + ringedOf(contour).area, 0)

/** Necks of many forms, each with how many there are. */
const NECKED: readonly (readonly [string, string, number])[] = [
	['a bar', 'M20 20H80V78H120V20H180V140H120V82H80V140H20Z', 1],
	[
		'a waist',
		'M20 20H180C180 60 104 70 104 100C104 130 180 140 180 180H20C20 140 101 130 101 100C101 70 20 60 20 20Z',
		1,
	],
	['a rim beside an opening', 'M20 20H180V180H20ZM24 60C24 40 140 40 140 100S24 160 24 140Z', 1],
	['a slanting bar', 'M20 20H80L80 70L130 116V100H190V180H130V122L77 73L20 140Z', 1],
	[
		'three arms',
		'M20 20H80V70L98.5 97.5L101.5 97.5L120 70V20H180V80H124L103 100L103 140H150V190H50V140H97L97 100L76 80H20Z',
		3,
	],
]

describe.each(NECKED)('%s', (_, d, count) => {
	const whole = area(d)
	const all = necksOf(whole, WIDTH)

	test('is found', () => {
		expect(all.length).toBeGreaterThan(0)
		expect(all.length).toBeLessThanOrEqual(count)
	})

	test('is wide enough once widened, and nothing was taken from it or added far away', () => {
		const after = all.reduce<Area>((now) => {
			const [neck] = necksOf(now, WIDTH)
			return neck ? { contours: widened(now, neck, WIDTH), rule: 'nonzero' } : now
		}, whole)
		expect(necksOf(after, WIDTH)).toEqual([])
		const lost = combineAreas('cut-out', [whole, after])
		expect(sizeOf({ contours: lost, rule: 'nonzero' })).toBeLessThan(0.05)
		const length = all.reduce((sum, { sides: [side = []] }) => sum + side.length, 0)
		const added = sizeOf(after) - sizeOf({ ...whole, contours: combineAreas('merge', [whole]) })
		expect(added).toBeGreaterThan(0)
		expect(added).toBeLessThan(WIDTH * length)
	})
})

test('what is nowhere thin has no neck, nor does a tip', () => {
	expect(necksOf(area('M20 20H180V180H20Z'), WIDTH)).toEqual([])
	expect(necksOf(area('M20 180L100 20L180 180Z'), WIDTH)).toEqual([])
	expect(necksOf(area('M20 20H180V180H20ZM60 60H140V140H60Z'), WIDTH)).toEqual([])
})

test('an edge that is very long beside the width is looked at as a whole, not step by step', () => {
	const large = area('M0 0H4000000V3000000H0Z')
	expect(thinPlaces(large, 0.3)).toBeNull()
	expect(necksOf(large, 0.3)).toEqual([])
	expect(thinPlaces(large, 3000)).toEqual([])
})

test('a bar between two discs is a neck wherever it lies if it is thinner than asked, and none if it is thicker', () => {
	const any = fc.record({
		x: fc.double({ min: -3000, max: 3000, noNaN: true }),
		y: fc.double({ min: -3000, max: 3000, noNaN: true }),
		turn: fc.double({ min: 0, max: 7, noNaN: true }),
		thick: fc.double({ min: 0.15, max: 1.6, noNaN: true }),
		long: fc.double({ min: 1, max: 12, noNaN: true }),
	})
	fc.assert(
		fc.property(any, ({ x, y, turn, thick, long }) => {
			// What is hardly thinner than asked, or hardly long, is lost in how roughly pieces are shrunk and grown.
			if (thick > 0.8 && thick < 1.05) return
			const [half, reach] = [(thick * WIDTH) / 2, 3 * WIDTH + (long * WIDTH) / 2]
			const disc = (cx: number) =>
				`M${cx - 3 * WIDTH} 0a${3 * WIDTH} ${3 * WIDTH} 0 1 1 ${6 * WIDTH} 0a${3 * WIDTH} ${3 * WIDTH} 0 1 1 ${-6 * WIDTH} 0Z`
			const parts = parsePathData(
				`${disc(-reach)}${disc(reach)}M${-reach} ${-half}H${reach}V${half}H${-reach}Z`,
			)
			const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
			const contours = parts.map((one) => transformContour(one, [cos, sin, -sin, cos, x, y]))
			const merged = combineAreas('merge', [{ contours, rule: 'nonzero' }])
			const found = necksOf({ contours: merged, rule: 'nonzero' }, WIDTH)
			expect(found.length).toBe(thick < 1 ? 1 : 0)
			for (const { at } of found) expect(distance(at, [x, y])).toBeLessThan(WIDTH)
		}),
		{ numRuns: cases(60) },
	)
})
