import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Point } from '../geometry/point'
import { deviation } from '../measure/deviation'
import type { Contour } from '../path/model'
import { cases } from '../testing/cases'
import { fitPolyline } from './fitPolyline'
import { spliced, type Way } from './spliced'

const TOLERANCE = 0.5

/** A wavy ring, with a dent of some depth about an angle. */
function ring(dent: number, at = 0): Way {
	const places = Array.from({ length: 720 }, (_, k): Point => {
		const angle = (k * Math.PI) / 360
		const away = Math.atan2(Math.sin(angle - at), Math.cos(angle - at))
		const r = 90 + 9 * Math.cos(5 * angle) - dent * Math.exp(-((away / 0.12) ** 2))
		// Far from the dent nothing of it is left, to the bit.
		const own = Math.abs(away) > 0.6 ? 90 + 9 * Math.cos(5 * angle) : r
		return [120 + own * Math.cos(angle), 120 + own * Math.sin(angle)]
	})
	return { places, closed: true }
}

const whole = ({ places, closed }: Way) => ({
	way: { places, closed },
	contour: fitPolyline(Float64Array.from(places.flat()), { closed, tolerance: TOLERANCE }),
})

const angleOf = ([x, y]: Point) => Math.atan2(y - 120, x - 120)

/** A way as an outline of corners. */
const drawn = ({ places, closed }: Way): Contour => ({
	id: 'way',
	closed,
	nodes: places.map((at, k) => ({ id: `w${k}`, at, kind: 'corner' })),
})

describe('outlines of ways of which some stretches changed', () => {
	test('keep their nodes to the bit where nothing did, and the tolerance where something did', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 3, max: 14, noNaN: true }),
				fc.double({ min: -3, max: 3, noNaN: true }),
				(dent, where) => {
					const before = whole(ring(0))
					const way = ring(dent, where)
					const [made] = spliced([way], [before], TOLERANCE)
					const after = new Map(made?.contour.nodes.map((node) => [node.id, node]))
					const away = before.contour.nodes.filter(({ at }) => {
						const off = angleOf(at) - where
						return Math.abs(Math.atan2(Math.sin(off), Math.cos(off))) > 1.9
					})
					for (const node of away) expect(after.get(node.id)).toEqual(node)
					const { max } = deviation([made?.contour ?? before.contour], [drawn(way)])
					expect(max).toBeLessThan(1.5 * TOLERANCE)
				},
			),
			{ numRuns: cases(12) },
		)
	})

	test('what is as it was is the same outline', () => {
		const before = whole(ring(0))
		expect(spliced([before.way], [before], TOLERANCE)[0]?.contour).toBe(before.contour)
	})

	test('an open way that goes on keeps the nodes of its beginning', () => {
		const { places } = ring(0)
		const before = whole({ places: places.slice(0, 400), closed: false })
		const [made] = spliced([{ places: places.slice(0, 520), closed: false }], [before], TOLERANCE)
		const ids = new Set(made?.contour.nodes.map(({ id }) => id))
		const early = before.contour.nodes.slice(0, -3)
		expect(early.length).toBeGreaterThan(2)
		for (const { id } of early) expect(ids.has(id)).toBe(true)
		expect(made?.contour.closed).toBe(false)
	})
})
