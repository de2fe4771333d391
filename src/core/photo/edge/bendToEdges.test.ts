import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { bendToEdges } from './bendToEdges'
import { edgeField } from './edgeField'

const straight = (...points: Point[]): Contour => ({
	id: 'given',
	closed: true,
	nodes: points.map((at, k) => ({ id: `n${k}`, at, kind: 'corner' })),
})

/** A disc of 45 px about (70, 70) whose lower right quarter is square. */
const FIELD = edgeField(
	rendered(
		140,
		140,
		(x, y) => Math.hypot(x - 70, y - 70) < 45 || (x > 70 && y > 70 && x < 115 && y < 115),
		{ grain: 3 },
	),
)
const GIVEN = straight([70, 26], [114, 70], [114, 114], [70, 114], [26, 70])

describe('straight segments bent to the photo', () => {
	const { contours, bent, unsure } = bendToEdges([GIVEN], FIELD)
	const made = contours[0] as Contour

	test('lie on the edge, with no more nodes than were given; corners are where it has one', () => {
		expect(bent).toBe(5)
		expect(unsure).toBe(0)
		expect(made).toMatchObject({ id: 'given', closed: true })
		expect(made.nodes.length).toBeLessThanOrEqual(5)
		const off = flattenContour(made, 0.05).map(([x, y]) =>
			x > 70 && y > 70
				? Math.min(Math.abs(x - 115), Math.abs(y - 115))
				: Math.abs(Math.hypot(x - 70, y - 70) - 45),
		)
		expect(Math.max(...off)).toBeLessThan(0.8)
		const corners = made.nodes.filter(({ kind }) => kind === 'corner' || kind === 'cusp')
		expect(Math.min(...corners.map(({ at }) => distance(at, [115, 115])))).toBeLessThan(0.5)
	})

	test('only between chosen nodes: what lies elsewhere stays, and ends keep their other sides', () => {
		const only = new Set(['n4', 'n0'])
		const [some] = bendToEdges([GIVEN], FIELD, { only }).contours as [Contour]
		const kept = some.nodes.filter(({ id }) => ['n1', 'n2', 'n3'].includes(id))
		expect(kept.map(({ at }) => at)).toEqual([
			[114, 70],
			[114, 114],
			[70, 114],
		])
		const ends = some.nodes.filter(({ id }) => only.has(id))
		expect(ends).toHaveLength(2)
		// The side that stays straight has no handle.
		const [first, last] = [some.nodes.find(({ id }) => id === 'n0'), ends.at(-1)]
		expect(first?.out).toBeUndefined()
		expect(last?.id === 'n4' ? last.in : undefined).toBeUndefined()
	})

	test('an open outline stays open, and its ends where they are but for the edge', () => {
		const open: Contour = { ...straight([26, 70], [70, 26], [114, 70]), closed: false }
		const [arc] = bendToEdges([open], FIELD).contours as [Contour]
		expect(arc.closed).toBe(false)
		for (const [x, y] of flattenContour(arc, 0.05))
			expect(Math.abs(Math.hypot(x - 70, y - 70) - 45)).toBeLessThan(1.6)
	})

	test('where there is no edge nothing bends, and curves are left alone', () => {
		const flat = edgeField(picture(140, 140, () => 90))
		const same = bendToEdges([GIVEN], flat)
		expect(same).toEqual({ contours: [GIVEN], bent: 0, unsure: 0 })
		const again = bendToEdges([made], FIELD)
		expect(again.bent).toBeLessThan(made.nodes.length)
	})

	test('keeps the allowance inside the edge', () => {
		const ring = straight([70, 26], [114, 70], [70, 114], [26, 70])
		const disc = edgeField(rendered(140, 140, (x, y) => Math.hypot(x - 70, y - 70) < 45))
		const [inner] = bendToEdges([ring], disc, { allowance: 1.5 }).contours as [Contour]
		for (const [x, y] of flattenContour(inner, 0.05))
			expect(Math.hypot(x - 70, y - 70)).toBeLessThan(44.1)
	})
})
