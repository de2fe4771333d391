import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { bendToEdges } from './bendToEdges'
import { edgeField } from './edgeField'
import { fitToEdges } from './fitToEdges'

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
	const { contours, bent, straight: unbent } = bendToEdges([GIVEN], FIELD)
	const made = contours[0] as Contour

	test('lie on the edge, with no more nodes than were given; corners are where it has one', () => {
		expect(bent).toBe(5)
		expect(unbent).toEqual([])
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
		expect(same).toMatchObject({ contours: [GIVEN], bent: 0 })
		expect(same.straight).toHaveLength(GIVEN.nodes.length)
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

	test('straight edges stay straight, whatever the grain: four corners bent along a square keep to them', () => {
		for (const grain of [2, 12]) {
			const square = edgeField(
				rendered(140, 140, (x, y) => x > 30.4 && x < 110.2 && y > 28.7 && y < 108.1, { grain }),
			)
			const given = straight([31, 29], [110, 30], [111, 108], [29, 107])
			const [one] = bendToEdges([given], square, { tolerance: 1 }).contours as [Contour]
			expect(one.nodes.length).toBeLessThanOrEqual(5)
			for (const [x, y] of flattenContour(one, 0.05))
				expect(Math.min(...[x - 30.4, x - 110.2, y - 28.7, y - 108.1].map(Math.abs))).toBeLessThan(
					1.2,
				)
		}
	})

	test('curves that meet in corners all round keep their corners, however soft the edge', () => {
		const tips: readonly Point[] = [
			[60, 40],
			[260, 40],
			[160, 40 + 100 * Math.sqrt(3)],
		]
		const middle: Point = [160, 40 + 100 / Math.sqrt(3)]
		// A side is an arc of 600 px about a place beyond the tip that is across from it.
		const centres = tips.map((tip): Point => {
			const reach = Math.sqrt(600 ** 2 - 100 ** 2) - 100 / Math.sqrt(3)
			const [dx, dy] = [tip[0] - middle[0], tip[1] - middle[1]]
			const by = reach / Math.hypot(dx, dy)
			return [middle[0] + by * dx, middle[1] + by * dy]
		})
		const inside = (x: number, y: number) => centres.every((c) => distance(c, [x, y]) < 600)
		for (const blur of [0.5, 1, 1.6]) {
			const field = edgeField(rendered(320, 260, inside, { grain: 2, blur }))
			const [bent] = bendToEdges([straight(...tips)], field, { reach: 8 }).contours
			const nodes = bent?.nodes ?? []
			expect(nodes.length).toBeLessThanOrEqual(6)
			for (const tip of tips)
				expect(Math.min(...nodes.map(({ at }) => distance(at, tip)))).toBeLessThan(2)
		}
	})

	test('a soft edge in grain is a calm curve with few nodes, not a staircase', () => {
		const soft = edgeField(
			rendered(160, 160, (x, y) => Math.hypot(x - 80, y - 80) < 52, {
				inside: 100,
				outside: 140,
				blur: 3,
				grain: 12,
			}),
		)
		const corners = Array.from({ length: 10 }, (_, k): Point => {
			const angle = (k * Math.PI) / 5
			return [80 + 52 * Math.cos(angle), 80 + 52 * Math.sin(angle)]
		})
		const [one] = bendToEdges([straight(...corners)], soft, { tolerance: 1 }).contours as [Contour]
		expect(one.nodes.length).toBeLessThanOrEqual(10)
		expect(one.nodes.filter(({ kind }) => kind === 'corner').length).toBeLessThanOrEqual(2)
		for (const [x, y] of flattenContour(one, 0.05))
			expect(Math.abs(Math.hypot(x - 80, y - 80) - 52)).toBeLessThan(2.2)
	})

	test('an allowance lies within the shape on both sides: openings become larger, bent or fitted', () => {
		const hollow = edgeField(
			rendered(160, 160, (x, y) => {
				const away = Math.hypot(x - 80, y - 80)
				return away < 55 && away > 25
			}),
		)
		const round = (radius: number, id: string): Contour => ({
			...straight(
				...Array.from({ length: 8 }, (_, k): Point => {
					const angle = (k * Math.PI) / 4
					return [80 + radius * Math.cos(angle), 80 + radius * Math.sin(angle)]
				}),
			),
			id,
		})
		const given = [round(55, 'outer'), round(25, 'opening')]
		const o = { allowance: 1.5 }
		for (const contours of [
			bendToEdges(given, hollow, { ...o, tolerance: 0.5 }).contours,
			fitToEdges(given, hollow, { ...o, addWithin: 0.5 }).contours,
		]) {
			const radii = contours.map((one) =>
				flattenContour(one, 0.05).map(([x, y]) => Math.hypot(x - 80, y - 80)),
			)
			for (const r of radii[0] ?? []) expect(Math.abs(r - 53.5)).toBeLessThan(0.9)
			for (const r of radii[1] ?? []) expect(Math.abs(r - 26.5)).toBeLessThan(0.9)
		}
	})
})
