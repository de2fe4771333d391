import { describe, expect, it } from 'vitest'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import type { Operation } from './clip'
import { combine } from './combine'
import { enclosed, wrongSamples } from './testing/judge'
import { mapped } from './testing/randomOutlines'

const OPERATIONS: readonly Operation[] = ['cut-out', 'merge', 'overlap', 'exclude']

const circle = (x: number, y: number, r: number) => {
	const k = (4 / 3) * Math.tan(Math.PI / 8) * r
	return parsePathData(
		`M${x - r} ${y}C${x - r} ${y - k} ${x - k} ${y - r} ${x} ${y - r}` +
			`C${x + k} ${y - r} ${x + r} ${y - k} ${x + r} ${y}` +
			`C${x + r} ${y + k} ${x + k} ${y + r} ${x} ${y + r}` +
			`C${x - k} ${y + r} ${x - r} ${y + k} ${x - r} ${y}Z`,
	)
}
const rect = (x: number, y: number, w: number, h: number) =>
	parsePathData(`M${x} ${y}h${w}v${h}h${-w}Z`)

describe('two rectangles', () => {
	const a = rect(0, 0, 10, 10)
	const b = rect(5, 5, 10, 10)

	it.each([
		['cut-out', 'M0 0L10 0L10 5L5 5L5 10L0 10Z', 75],
		['merge', 'M0 0L10 0L10 5L15 5L15 15L5 15L5 10L0 10Z', 175],
		['overlap', 'M5 5L10 5L10 10L5 10Z', 25],
	] as const)('%s', (op, path, size) => {
		const result = combine(op, a, b)
		expect(enclosed(result)).toBeCloseTo(size, 9)
		const places = (contours: readonly Contour[]) =>
			contours.flatMap((c) => c.nodes.map(({ at }) => at.map((v) => v.toFixed(6)).join())).sort()
		expect(places(result)).toEqual(places(parsePathData(path)))
	})

	it('excluded, what they share is left out and two outlines are left', () => {
		const result = combine('exclude', a, b)
		expect(result).toHaveLength(2)
		expect(enclosed(result)).toBeCloseTo(150, 9)
	})
})

describe('cases that people meet', () => {
	it('a cutter inside makes an opening that runs against its surroundings', () => {
		const result = combine('cut-out', circle(50, 50, 40), circle(50, 50, 20))
		expect(result.map(({ nodes }) => nodes.length)).toEqual([4, 4])
		expect(Math.sign(enclosed(result.slice(0, 1)))).toBe(-Math.sign(enclosed(result.slice(1))))
	})

	it('a cutter outside changes nothing, not even ids', () => {
		const a = circle(50, 50, 40)
		expect(combine('cut-out', a, rect(200, 0, 10, 10))).toEqual(a)
	})

	it('a subject drawn the other way keeps its direction', () => {
		const a = rect(0, 0, 10, 10)
		const reversed = parsePathData('M0 0V10H10V0Z')
		expect(enclosed(combine('cut-out', a, rect(5, 5, 10, 10)))).toBeGreaterThan(0)
		expect(enclosed(combine('cut-out', reversed, rect(5, 5, 10, 10)))).toBeLessThan(0)
	})

	it('an outline that crosses itself is filled as its rule says', () => {
		const twice = parsePathData('M0 0H20V20H0ZM5 5H15V15H5Z')
		const far = rect(100, 100, 1, 1)
		expect(enclosed(combine('cut-out', twice, far))).toBeCloseTo(400)
		expect(enclosed(combine('cut-out', twice, far, { subjectRule: 'evenodd' }))).toBeCloseTo(300)
		expect(
			enclosed(combine('overlap', rect(0, 0, 20, 20), twice, { clipRule: 'evenodd' })),
		).toBeCloseTo(300)
	})

	it('an open outline is closed by a straight segment', () => {
		const open = parsePathData('M0 0H10V10')
		expect(enclosed(combine('merge', open, []))).toBeCloseTo(50)
	})

	it('pieces that share an edge merge without a seam', () => {
		const result = combine('merge', rect(0, 0, 10, 10), rect(10, 0, 10, 10))
		expect(result).toHaveLength(1)
		expect(enclosed(result)).toBeCloseTo(200)
	})

	it('pieces that share part of a slanted edge merge without a seam', () => {
		const a = parsePathData('M0 0L30 10L0 40Z')
		const b = parsePathData('M6 2L24 8L40 -10Z')
		const result = combine('merge', a, b)
		expect(result).toHaveLength(1)
		expect(enclosed(result)).toBeCloseTo(
			enclosed(a) - enclosed(b) * Math.sign(enclosed(a) * enclosed(b)) * -1,
		)
	})

	it('what touches from inside is cut open there; nothing thin is left', () => {
		const result = combine('cut-out', rect(0, 0, 20, 20), rect(0, 5, 10, 10))
		expect(result).toHaveLength(1)
		expect(result[0]?.nodes).toHaveLength(8)
	})

	it('a loop of one curve is told from its tail', () => {
		const loop = parsePathData('M0 0C100 100 -90 100 10 0Z')
		const nonzero = combine('merge', loop, [])
		expect(nonzero).toHaveLength(2)
		expect(wrongSamples('merge', loop, [], nonzero)).toBe(0)
	})

	it('coordinates that are no numbers are refused, not worked on for ever', () => {
		const broken = circle(0, 0, 10).map((c) => mapped(c, ([x]) => [x, Number.NaN]))
		expect(() => combine('merge', circle(0, 0, 10), broken)).toThrow(RangeError)
		const endless = circle(0, 0, 10).map((c) => mapped(c, ([x, y]) => [x / 0, y]))
		expect(() => combine('merge', endless, [])).toThrow(RangeError)
	})

	it('nothing combined with nothing is nothing', () => {
		for (const op of OPERATIONS) expect(combine(op, [], [])).toEqual([])
		expect(combine('cut-out', [], circle(0, 0, 10))).toEqual([])
		expect(combine('merge', [{ id: 'a', nodes: [], closed: true }], [])).toEqual([])
	})
})

describe('flat crossings', () => {
	it('circles a hair apart cross where they cross, not where they part', () => {
		for (const hair of [0.01, 0.1, 1]) {
			const a = circle(50, 50, 30)
			const b = circle(50 + hair, 50, 30)
			for (const op of OPERATIONS) expect(wrongSamples(op, a, b, combine(op, a, b))).toBe(0)
			const merged = combine('merge', a, b)
			const crossings = merged.flatMap(({ nodes }) =>
				nodes.filter(({ at }) => Math.abs(at[0] - 50 - hair / 2) < hair / 2 - 1e-9),
			)
			expect(crossings).toHaveLength(2)
			for (const { at } of crossings) expect(at[0]).toBeCloseTo(50 + hair / 2, 3)
		}
	})
})
