import { describe, expect, test } from 'vitest'
import { combineAreas } from '../combine/combine'
import type { Area } from '../combine/divide'
import { parsePathData } from '../formats/pathData'
import { ringedOf } from '../path/enclosing'
import { necksOf, widened } from './necks'

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
