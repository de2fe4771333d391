import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Affine, applyAffine, invertAffine } from '../../geometry/affine'
import { quantile } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { deviation } from '../../measure/deviation'
import { createWinding } from '../../path/enclosing'
import { transformContour } from '../../path/pieces'
import { edgeDeviation } from '../edge/edgeDeviation'
import { edgeField } from '../edge/edgeField'
import { fitToEdges } from '../edge/fitToEdges'
import { outline } from '../testing/outlines'
import { rendered } from '../testing/rendered'
import { sameAgain } from './sameAgain'

/** A leaf with a bent tip and an opening, no two sides alike, about the origin. */
const LEAF = [
	outline('M-38 4C-30 -22 2 -30 24 -16C34 -10 40 -4 46 -14C44 6 30 22 8 24C-10 26 -26 20 -38 4Z'),
	outline('M-14 2C-14 8 -6 12 0 10C8 8 8 0 2 -3C-4 -6 -14 -4 -14 2Z'),
]

const posed = (turn: number, scale: number, at: Point, mirrored = false): Affine => {
	const [c, s] = [scale * Math.cos(turn), scale * Math.sin(turn)]
	return mirrored ? [-c, -s, -s, c, ...at] : [c, s, -s, c, ...at]
}

const laidBy = (map: Affine) => LEAF.map((contour) => transformContour(contour, map))

const PLACES = createWinding(LEAF)
const FARTHEST = 56

/** A photo of the leaf in several places, and of others that are no leaf. */
function photoOf(maps: readonly Affine[], others: (x: number, y: number) => boolean = () => false) {
	const backs = maps.map((map) => ({ map, back: invertAffine(map) as Affine }))
	const inLeaf = (p: Point) => {
		const [x, y] = p
		return backs.some(({ map: [, , , , e, f], back }) => {
			if (Math.hypot(x - e, y - f) > 1.3 * FARTHEST) return false
			return PLACES(applyAffine(back, p)) % 2 !== 0
		})
	}
	return edgeField(
		rendered(480, 360, (x, y) => others(x, y) || inLeaf([x, y]), { grain: 4, blur: 1 }),
	)
}

const FIRST = posed(0.2, 1, [90, 80])
const OTHERS = [
	posed(2.4, 1.1, [240, 90]),
	posed(-1.1, 0.9, [390, 120], true),
	posed(0.9, 1.2, [130, 260]),
	posed(-2.8, 1, [350, 270], true),
]
const field = photoOf([FIRST, ...OTHERS])
const disc = (x: number, y: number) => Math.hypot(x - 240, y - 220) < 34

describe('the same again', () => {
	test('finds each leaf, turned, of another size and mirrored, and nothing else; each lies on its own edge', () => {
		const field = photoOf([FIRST, ...OTHERS], disc)
		const found = sameAgain(laidBy(FIRST), field)
		expect(found).toHaveLength(OTHERS.length)
		for (const map of OTHERS) {
			const truth = laidBy(map)
			const best = found
				.map(({ contours }) => deviation(contours, truth))
				.sort((a, b) => a.max - b.max)[0]
			expect(best?.mean).toBeLessThan(0.3)
			expect(best?.max).toBeLessThan(1.2)
		}
		for (const { contours, p95, added } of found) {
			expect(contours.map(({ nodes }) => nodes.length)).toEqual([4, 3])
			expect(added).toBe(0)
			expect(p95).toBeLessThan(1)
		}
	})

	test('nothing is laid where something is traced already, nor on the first itself', () => {
		const taken = OTHERS.slice(0, 3).map(laidBy)
		expect(sameAgain(laidBy(FIRST), field, { taken })).toHaveLength(1)
		expect(sameAgain(laidBy(FIRST), photoOf([FIRST]))).toEqual([])
	})

	test('where a place is pointed at only what is there is found', () => {
		const [one, more] = sameAgain(laidBy(FIRST), field, { near: [140, 250] })
		expect(more).toBeUndefined()
		expect(deviation(one?.contours ?? [], laidBy(OTHERS[2] as Affine)).max).toBeLessThan(1.2)
		expect(sameAgain(laidBy(FIRST), field, { near: [240, 210] })).toEqual([])
	})

	test('what lies inside its edge by more than matches may be off is found, and lies as far inside there', () => {
		const allowance = 2
		const inset = fitToEdges(laidBy(FIRST), field, { reach: 8, allowance }).contours
		const found = sameAgain(inset, field, { allowance })
		expect(found).toHaveLength(OTHERS.length)
		for (const { contours, mean, p95 } of found) {
			expect(mean).toBeLessThan(0.5)
			expect(p95).toBeLessThan(1.2)
			const { offset } = edgeDeviation(contours, field, { reach: 8 })
			const sure = offset.filter((v) => !Number.isNaN(v)).sort()
			expect(Math.abs(quantile(sure, 0.5) + allowance)).toBeLessThan(0.4)
		}
	})

	test('ids are single, kinds and the way round are those of the first, and what is mirrored may be refused', () => {
		const first = laidBy(FIRST)
		const found = sameAgain(first, field)
		const all = [first, ...found.map(({ contours }) => contours)].flat()
		const ids = all.flatMap(({ id, nodes }) => [id, ...nodes.map((node) => node.id)])
		expect(new Set(ids).size).toBe(ids.length)
		for (const { contours } of found)
			expect(contours.map(({ nodes }) => nodes.map(({ kind }) => kind).sort())).toEqual(
				first.map(({ nodes }) => nodes.map(({ kind }) => kind).sort()),
			)
		expect(sameAgain(first, field, { mirrored: false })).toHaveLength(2)
	})

	test('a law: one leaf anywhere, however it lies, is found within a px', () => {
		fc.assert(
			fc.property(
				fc.double({ min: -3.1, max: 3.1, noNaN: true }),
				fc.double({ min: 0.8, max: 1.25, noNaN: true }),
				fc.integer({ min: 230, max: 410 }),
				fc.integer({ min: 70, max: 290 }),
				fc.boolean(),
				(turn, scale, x, y, mirrored) => {
					const map = posed(turn, scale, [x, y], mirrored)
					const found = sameAgain(laidBy(FIRST), photoOf([FIRST, map]))
					expect(found).toHaveLength(1)
					expect(deviation(found[0]?.contours ?? [], laidBy(map)).max).toBeLessThan(1.5)
				},
			),
			{ numRuns: 6 },
		)
	})
})
