import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../geometry/point'
import { flattenContour, isStraight, segments } from './contour'
import { PathSyntaxError, parsePathData } from './parsePathData'
import { formatPathData } from './pathData'
import { anyContour } from './testing/arbitrary'

function ends(d: string): Point[][] {
	return parsePathData(d).map((c) => c.nodes.map((n) => n.at))
}

describe('reading commands', () => {
	test('absolute and relative lines, levels and uprights', () => {
		expect(ends('M10 20 L30 40 H5 V6')).toEqual([
			[
				[10, 20],
				[30, 40],
				[5, 40],
				[5, 6],
			],
		])
		expect(ends('m10 20 l30 40 h5 v6')).toEqual([
			[
				[10, 20],
				[40, 60],
				[45, 60],
				[45, 66],
			],
		])
	})

	test('further pairs after a move are lines', () => {
		expect(ends('M0 0 10 0 10 10z')).toEqual([
			[
				[0, 0],
				[10, 0],
				[10, 10],
			],
		])
		expect(ends('m1 1 2 0 0 2')).toEqual([
			[
				[1, 1],
				[3, 1],
				[3, 3],
			],
		])
	})

	test('numbers without separators', () => {
		expect(ends('M.5.5L1-2-3+4 5e1.5')).toEqual([
			[
				[0.5, 0.5],
				[1, -2],
				[-3, 4],
				[50, 0.5],
			],
		])
		expect(ends('M10-5L-.5-.25')).toEqual([
			[
				[10, -5],
				[-0.5, -0.25],
			],
		])
	})

	test('a smooth curve mirrors the handle before it, and only that of its own kind', () => {
		const [curve] = parsePathData('M0 0 C0 10 10 10 10 0 S20 -10 20 0')
		expect(curve?.nodes[1]).toMatchObject({ in: [10, 10], out: [10, -10], kind: 'symmetric' })
		const [after] = parsePathData('M0 0 L10 0 S20 10 20 0')
		expect(after?.nodes[1]?.out).toBeUndefined()
	})

	test('quadratics become the same curve as cubics', () => {
		const [one] = parsePathData('M0 0 Q30 60 60 0 T120 0')
		expect(one?.nodes[0]?.out).toEqual([20, 40])
		expect(one?.nodes[1]?.in).toEqual([40, 40])
		expect(one?.nodes[1]?.out?.[1]).toBeCloseTo(-40, 12)
	})

	test('arc flags need no spaces', () => {
		const spaced = formatPathData(parsePathData('M10 10 a 5 5 0 0 1 10 0 a 5 5 0 1 0 -4 4'), 6)
		expect(formatPathData(parsePathData('M10 10a5 5 0 0110 0a5 5 0 10-4 4'), 6)).toBe(spaced)
	})

	test('after a closing, drawing goes on from the first point', () => {
		const [first, second] = parsePathData('M10 10h10v10zl5 5')
		expect(first?.closed).toBe(true)
		expect(second?.nodes.map((n) => n.at)).toEqual([
			[10, 10],
			[15, 15],
		])
	})

	test('a closing point that repeats the first is merged with it', () => {
		const [ring] = parsePathData('M0 0C0 5 5 10 10 10S10 0 0 0Z')
		expect(ring?.nodes).toHaveLength(2)
		expect(ring?.nodes[0]?.in).toEqual([10, 0])
	})

	test.each([
		['two halves', 'M0 50A50 50 0 0 1 100 50A50 50 0 0 1 0 50Z'],
		['relative halves', 'M0 50a50 50 0 1 0 100 0a50 50 0 1 0 -100 0z'],
		['one that all but comes round', 'M50 0A50 50 0 1 1 49.99 0Z'],
		['three thirds', 'M100 50A50 50 0 0 1 25 93.301A50 50 0 0 1 25 6.699A50 50 0 0 1 100 50Z'],
		[
			'halves begun in between',
			'M14.644661 14.644661A50 50 0 0 1 85.355339 85.355339A50 50 0 0 1 14.644661 14.644661Z',
		],
		['turned axes', 'M0 50A50 50 30 0 1 100 50A50 50 75 0 1 0 50Z'],
	])('a circle of arcs has its four outermost nodes: %s', (_, d) => {
		const [circle, more] = parsePathData(d)
		expect(more).toBeUndefined()
		const nodes = circle?.nodes ?? []
		expect(nodes).toHaveLength(4)
		for (const { at, kind } of nodes) {
			expect(['smooth', 'symmetric']).toContain(kind)
			expect(Math.min(Math.abs(at[0] - 50), Math.abs(at[1] - 50))).toBeLessThan(0.02)
			expect(Math.abs(Math.hypot(at[0] - 50, at[1] - 50) - 50)).toBeLessThan(0.02)
		}
	})

	test('arcs of two ellipses, and such that turn back, are parted where they meet', () => {
		for (const d of [
			'M0 0A50 50 0 0 1 100 0A30 30 0 0 1 160 0',
			'M0 0A50 50 0 0 1 100 0A50 50 0 0 0 200 0',
		]) {
			const places = parsePathData(d)[0]?.nodes.map(({ at }) => at) ?? []
			expect(places).toContainEqual([100, 0])
		}
	})

	test('what is drawn on from a whole circle begins where that began', () => {
		const [one] = parsePathData('M0 50A50 50 0 0 1 100 50A50 50 0 0 1 0 50L-40 50')
		expect(one?.nodes.map(({ at }) => at.map(Math.round))).toEqual([
			[0, 50],
			[50, 0],
			[100, 50],
			[50, 100],
			[0, 50],
			[-40, 50],
		])
	})

	test('a circle of arcs has smooth nodes', () => {
		const [circle] = parsePathData('M100 50A50 50 0 0 1 0 50A50 50 0 0 1 100 50Z')
		expect(circle?.closed).toBe(true)
		expect(circle?.nodes.every((n) => n.kind === 'symmetric')).toBe(true)
	})

	test('an empty path and moves alone draw nothing', () => {
		expect(parsePathData('')).toEqual([])
		expect(parsePathData(' \n ')).toEqual([])
		expect(parsePathData('M10 10 M20 20')).toEqual([])
	})
})

describe('what cannot be read is refused, with its place', () => {
	const cases: [string, number][] = [
		['L10 10', 0],
		['10 10', 0],
		['M10', 3],
		['M10 10 L', 8],
		['M10 10 L5 x', 10],
		['M10 10 A5 5 0 2 1 5 5', 14],
		['M10 10 Z 5 5', 9],
		['M10,,10', 4],
		['M1e999 0', 6],
		['M10 10 B5 5', 7],
	]
	test.each(cases)('%s', (d, position) => {
		let thrown: unknown
		try {
			parsePathData(d)
		} catch (error) {
			thrown = error
		}
		expect(thrown).toBeInstanceOf(PathSyntaxError)
		expect((thrown as PathSyntaxError).position).toBe(position)
	})
})

describe('round trip', () => {
	test('writing and reading gives the same outline', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const apart = contour.nodes.every(
					(n, i) => contour.nodes.findIndex((m) => distance(m.at, n.at) < 1e-3) === i,
				)
				fc.pre(apart)
				const [back, ...more] = parsePathData(formatPathData([contour], 9))
				expect(more).toEqual([])
				expect(back?.closed).toBe(contour.closed)
				expect(back?.nodes).toHaveLength(contour.nodes.length)
				for (const [i, s] of segments(back ?? contour).entries()) {
					const source = segments(contour)[i]
					expect(distance(s.from.at, source?.from.at ?? [0, 0])).toBeLessThan(1e-8)
					if (source && isStraight(source.from, source.to))
						expect(isStraight(s.from, s.to)).toBe(true)
				}
			}),
		)
	})

	test('a second writing is the first, to the letter', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const once = formatPathData([contour])
				expect(formatPathData(parsePathData(once))).toBe(once)
			}),
		)
	})

	test('rounding moves no point further than it says', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const [back] = parsePathData(formatPathData([contour], 2))
				const from = flattenContour(contour)
				const to = flattenContour(back ?? contour)
				expect(distance(from[0] ?? [0, 0], to[0] ?? [0, 0])).toBeLessThan(0.0072)
			}),
		)
	})
})
