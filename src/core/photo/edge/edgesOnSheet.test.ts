import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Affine, applyAffine } from '../../geometry/affine'
import { distance, type Point } from '../../geometry/point'
import { transformContour } from '../../path/pieces'
import { cases } from '../../testing/cases'
import { ring } from '../testing/outlines'
import { rendered } from '../testing/rendered'
import { edgeField } from './edgeField'
import { edgesOnSheet } from './edgesOnSheet'
import { outlinesOnSheet } from './outlinesOnSheet'

const FIELD = edgeField(rendered(140, 140, (x, y) => Math.hypot(x - 70, y - 70) < 45))

/** Turned, scaled in proportion, perhaps mirrored, moved. */
const places = fc
	.record({
		turn: fc.double({ min: -3, max: 3, noNaN: true }),
		size: fc.double({ min: 0.4, max: 3, noNaN: true }),
		mirrored: fc.boolean(),
	})
	.map(({ turn, size, mirrored }): Affine => {
		const [c, s] = [size * Math.cos(turn), size * Math.sin(turn)]
		return mirrored ? [-c, -s, -s, c, 90, 20] : [c, s, -s, c, 90, 20]
	})

describe('edges of a photo as it lies on a sheet', () => {
	test('photo and outline moved together: the same is snapped to, followed, measured and fitted', () => {
		const plain = edgesOnSheet(FIELD, [1, 0, 0, 1, 0, 0])
		const flat = outlinesOnSheet(FIELD, [1, 0, 0, 1, 0, 0])
		const given = ring(72, 70, 46)
		fc.assert(
			fc.property(places, (place) => {
				const size = Math.sqrt(Math.abs(place[0] * place[3] - place[1] * place[2]))
				const there = edgesOnSheet(FIELD, place)
				const beside = outlinesOnSheet(FIELD, place)
				const on = (p: Point) => applyAffine(place, p)
				const [p, q]: [Point, Point] = [
					[116.3, 71.2],
					[69.4, 115.8],
				]
				const caught = there.snap(on(p), { reach: 6 * size })
				expect(
					distance(caught?.at ?? [0, 0], on(plain.snap(p, { reach: 6 })?.at ?? p)),
				).toBeLessThan(1e-6)
				const way = there.follow(on(p), on(q), { reach: 6 * size })
				expect(way).toHaveLength(plain.follow(p, q, { reach: 6 }).length)
				const moved = transformContour(given, place)
				const [a, b] = [flat.measure([given]), beside.measure([moved], { reach: 8 * size })]
				expect(b.covered).toBeCloseTo(a.covered, 6)
				expect(b.p95).toBeCloseTo(a.p95 * size, 4)
				const fitted = beside.fit([moved], { reach: 8 * size }).contours[0]
				const plainly = flat.fit([given], { reach: 8 }).contours[0]
				for (const [k, node] of (fitted?.nodes ?? []).entries())
					expect(distance(node.at, on(plainly?.nodes[k]?.at ?? [0, 0]))).toBeLessThan(1e-3 * size)
			}),
			{ numRuns: cases(6) },
		)
	})

	test('a photo without size is refused', () => {
		expect(() => edgesOnSheet(FIELD, [0, 0, 0, 0, 5, 5])).toThrow(RangeError)
		expect(() => outlinesOnSheet(FIELD, [0, 0, 0, 0, 5, 5])).toThrow(RangeError)
	})
})
