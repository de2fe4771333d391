import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parsePathData } from '../path/parsePathData'
import { cases } from '../testing/cases'
import { controlArea } from './area'
import { combine } from './combine'
import { divide } from './divide'
import { resolveSelfCrossings, ruleDifference } from './resolve'
import { isSelfCrossing } from './selfCrossing'
import { sourcesOf } from './sources'
import { wrongSamples } from './testing/judge'
import { randomFrom, randomPair } from './testing/randomOutlines'
import { contains, windingNumber } from './winding'
import { windingRegions } from './windingRegions'

const rect = (x: number, y: number, w: number, h: number) =>
	parsePathData(`M${x} ${y}h${w}v${h}h${-w}Z`)
const area = (contours: Parameters<typeof sourcesOf>[0]) =>
	Math.abs(controlArea(sourcesOf(contours).map(({ cubic }) => cubic)))
const anyPair = fc.integer({ min: 0, max: 2 ** 31 }).map((seed) => randomPair(randomFrom(seed)))
const BOW = parsePathData('M0 0L10 10L10 0L0 10Z')

describe('dividing', () => {
	it('two overlapping rectangles make three regions', () => {
		const regions = divide([
			{ contours: rect(0, 0, 10, 10), rule: 'nonzero' },
			{ contours: rect(5, 5, 10, 10), rule: 'nonzero' },
		])
		const found = regions.map(({ within, contours }) => [within.join(), Math.round(area(contours))])
		expect(found.sort()).toEqual([
			['0,1', 25],
			['0', 75],
			['1', 75],
		])
	})

	it('a bar across a rectangle leaves two regions on either side of it', () => {
		const regions = divide([
			{ contours: rect(0, 0, 30, 10), rule: 'nonzero' },
			{ contours: rect(10, -5, 10, 20), rule: 'nonzero' },
		])
		expect(regions.filter(({ within }) => within.join() === '0')).toHaveLength(2)
		expect(regions.filter(({ within }) => within.join() === '1')).toHaveLength(2)
		expect(regions).toHaveLength(5)
	})

	it('regions do not overlap, their places lie inside them, and together they are the whole', () => {
		fc.assert(
			fc.property(anyPair, ([a, b]) => {
				const regions = divide([
					{ contours: a, rule: 'nonzero' },
					{ contours: b, rule: 'nonzero' },
				])
				const all = regions.flatMap(({ contours }) => contours)
				expect(wrongSamples('merge', a, b, all, undefined, 48)).toBe(0)
				for (const { contours, inside } of regions) expect(contains(contours, inside)).toBe(true)
			}),
			{ numRuns: cases(60) },
		)
	})
})

describe('crossings of an outline with itself', () => {
	it('a bow crosses itself, a rectangle and an outline that touches itself do not', () => {
		expect(isSelfCrossing(BOW[0]!)).toBe(true)
		expect(isSelfCrossing(rect(0, 0, 1, 1)[0]!)).toBe(false)
		expect(isSelfCrossing(parsePathData('M0 0L10 0L10 10L5 0L0 10Z')[0]!)).toBe(false)
		expect(isSelfCrossing(parsePathData('M0 0C4 30 6 30 10 0Z')[0]!)).toBe(false)
		expect(isSelfCrossing(parsePathData('M0 0C100 100 -90 100 10 0Z')[0]!)).toBe(true)
	})

	it('resolved, the same is filled and nothing crosses', () => {
		fc.assert(
			fc.property(anyPair, fc.constantFrom('nonzero' as const, 'evenodd' as const), ([a], rule) => {
				const plain = resolveSelfCrossings(a, rule)
				const rules = { subject: rule, clip: rule }
				expect(wrongSamples('merge', a, [], plain, rules, 48)).toBe(0)
				expect(ruleDifference(plain)).toEqual([])
			}),
			{ numRuns: cases(60) },
		)
	})

	it('the rules differ where an outline winds twice', () => {
		const twice = parsePathData('M0 0H20V20H0ZM5 5H15V15H5Z')
		expect(area(ruleDifference(twice))).toBeCloseTo(100)
		expect(ruleDifference(combine('cut-out', rect(0, 0, 20, 20), rect(5, 5, 10, 10)))).toEqual([])
	})
})

describe('winding numbers', () => {
	it('count turns, clockwise positive', () => {
		const twice = parsePathData('M0 0H20V20H0ZM5 5H15V15H5Z')
		expect(windingNumber(twice, [10, 10])).toBe(2)
		expect(windingNumber(twice, [2, 2])).toBe(1)
		expect(windingNumber(twice, [30, 2])).toBe(0)
		expect(windingNumber(BOW, [2, 5])).toBe(-windingNumber(BOW, [8, 5]))
		expect(contains(twice, [10, 10], 'evenodd')).toBe(false)
	})

	it('every region has the winding number of its place', () => {
		fc.assert(
			fc.property(anyPair, ([a, b]) => {
				const outlines = [...a, ...b]
				for (const { winding, inside } of windingRegions(outlines))
					expect(windingNumber(outlines, inside)).toBe(winding)
			}),
			{ numRuns: cases(60) },
		)
	})

	it('nothing has no regions', () => {
		expect(windingRegions([])).toEqual([])
		expect(windingNumber([], [0, 0])).toBe(0)
	})
})
