import { describe, expect, it } from 'vitest'
import { nestingOf } from '../path/nesting'
import { parsePathData } from '../path/parsePathData'
import { bridged, waysAcross } from './bridges'
import { seamless } from './seamless'
import { contains } from './winding'

const FRAMED = 'M0 0H200V150H0ZM50 50V100H150V50ZM80 60H120V90H80Z'
const piece = { contours: parsePathData(FRAMED), fillRule: 'nonzero' as const }
const area = { contours: piece.contours, rule: 'nonzero' as const }
const [, opening, island] = piece.contours as [
	never,
	(typeof piece.contours)[0],
	(typeof piece.contours)[0],
]

describe('bridges', () => {
	it('a piece knows its openings and islands', () => {
		expect(nestingOf(piece).map(({ role }) => role)).toEqual(['edge', 'opening', 'island'])
	})

	it('lead the shortest way, from the middle of a straight shore', () => {
		const [way] = waysAcross(island, opening, 1)
		expect(way?.from[0]).toBeCloseTo(100, -1)
		expect(Math.abs((way?.to[1] ?? 0) - (way?.from[1] ?? 0))).toBeCloseTo(10)
	})

	it('of several, each is on a side of its own', () => {
		const ways = waysAcross(island, opening, 2)
		expect(ways).toHaveLength(2)
		expect(Math.sign(ways[0]!.to[1] - 75)).toBe(-Math.sign(ways[1]!.to[1] - 75))
	})

	it('tie the island: there is none left, and all else is as it was', () => {
		for (const count of [1, 2, 3]) {
			const tied = bridged(area, island, opening, { width: 8, count })
			expect(nestingOf({ contours: tied, fillRule: 'nonzero' }).map((n) => n.role)).not.toContain(
				'island',
			)
			expect(contains(tied, [60, 75])).toBe(false)
			expect(contains(tied, [100, 75])).toBe(true)
			const places = tied.flatMap(({ nodes }) => nodes.map(({ at }) => at.join()))
			expect(places).toEqual(expect.arrayContaining(['0,0', '200,0', '50,50', '150,100', '80,60']))
		}
	})
})

describe('seams', () => {
	it('nodes that only part a straight line or a curve go, all others stay', () => {
		const [contour] = parsePathData('M0 0L50 0L100 0L100 100L0 100Z')
		const keep = new Set(contour!.nodes.slice(0, 1).map(({ id }) => id))
		expect(seamless(contour!, ({ id }) => keep.has(id)).nodes).toHaveLength(4)
		expect(seamless(contour!, () => true)).toBe(contour)
		const [curved] = parsePathData('M0 0C20 40 30 45 50 45C70 45 80 40 100 0Z')
		expect(seamless(curved!, () => false).nodes).toHaveLength(3)
		const [halved] = parsePathData('M0 0C20 40 35 60 50 60C65 60 80 40 100 0Z')
		expect(seamless(halved!, ({ at }) => at[1] === 0).nodes.length).toBeLessThanOrEqual(3)
	})
})
