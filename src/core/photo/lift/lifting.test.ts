import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { isSelfCrossing } from '../../combine/selfCrossing'
import { at } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { ringWinding } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { cases } from '../../testing/cases'
import { edgeDeviation } from '../edge/edgeDeviation'
import { edgeField } from '../edge/edgeField'
import { composed } from '../testing/composed'
import type { Dab } from './hint'
import { liftingFrom } from './lifting'
import { liftObject } from './liftObject'

const MIDDLE: Point = [80.4, 70.7]
const about = ([x, y]: Point) => Math.hypot(x - MIDDLE[0], y - MIDDLE[1])
const angleOf = ([x, y]: Point) => Math.atan2(y - MIDDLE[1], x - MIDDLE[0])

/** A flower of five petals: tips that are round, and notches that are sharp. */
const flower = (p: Point) => 36 + 9 * Math.abs(Math.cos(2.5 * angleOf(p))) > about(p)
/** A disc with two thin legs. */
const legged = ([x, y]: Point) =>
	about([x, y]) < 26 || (y > 70 && y < 122 && (Math.abs(x - 72) < 1.6 || Math.abs(x - 92) < 1.3))

const FLOWER = composed(160, 140, (x, y) => flower([x, y]))
const BOX = { minX: 28, minY: 18, maxX: 134, maxY: 124 }

/** What is found is the same at any deviation: it is found once. */
const liftFlower = liftingFrom(FLOWER)
const LEGGED = composed(160, 140, (x, y) => legged([x, y]), { object: [40, 60, 110] })
const LEGGED_BOX = { minX: 46, minY: 36, maxX: 116, maxY: 130 }
const liftLegged = liftingFrom(LEGGED)

const lies = (contours: readonly Contour[], p: Point) =>
	contours.reduce((sum, one) => sum + ringWinding(flattenContour(one, 0.2), p), 0) !== 0

const dab = (side: Dab['side'], x: number, y: number, radius = 4): Dab => ({
	side,
	points: Float64Array.of(x, y),
	radius,
})

describe('the deviation that is allowed', () => {
	/** A blurred edge is known to about so much, px. */
	const LENS_PX = 0.5

	test.each([0.3, 0.8, 2])('is kept wherever the photo has a sure edge: %f px', (tolerance) => {
		for (const [photo, lift, box] of [
			[FLOWER, liftFlower, BOX],
			[LEGGED, liftLegged, LEGGED_BOX],
		] as const) {
			const { contours } = lift({ box }, { tolerance })
			const { offset, covered } = edgeDeviation(contours, edgeField(photo), { reach: 4 })
			const off = [...offset].filter((v) => !Number.isNaN(v)).map(Math.abs)
			off.sort((a, b) => a - b)
			expect(covered).toBeGreaterThan(0.6)
			expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(tolerance + LENS_PX)
		}
	})

	test('decides how many nodes it takes: fewer for more', () => {
		const nodes = [0.2, 0.8, 2.5].map((tolerance) =>
			liftFlower({ box: BOX }, { tolerance }).contours.reduce(
				(sum, one) => sum + one.nodes.length,
				0,
			),
		)
		expect(nodes[0]).toBeGreaterThan(nodes[1] ?? 0)
		expect(nodes[1]).toBeGreaterThanOrEqual(nodes[2] ?? 0)
	})

	test('no outline crosses itself', () => {
		for (const tolerance of [0.3, 1, 4, 8])
			for (const contour of liftFlower({ box: BOX }, { tolerance }).contours)
				expect(isSelfCrossing(contour)).toBe(false)
	})
})

describe('what is the object’s', () => {
	test('are its thin parts, and none of them where only wider ones are asked for', () => {
		const whole = liftLegged({ box: LEGGED_BOX }).contours
		expect(lies(whole, [72, 112])).toBe(true)
		expect(lies(whole, [92, 112])).toBe(true)
		expect(lies(whole, [82, 112])).toBe(false)
		const body = liftLegged({ box: LEGGED_BOX }, { finest: 8 }).contours
		expect(lies(body, [72, 112])).toBe(false)
		expect(lies(body, MIDDLE)).toBe(true)
	})

	test('is not its shadow, which leaves the ground’s colour and ends softly', () => {
		const photo = composed(160, 140, (x, y) => about([x, y]) < 30, {
			shade: (x, y) => 0.45 / (1 + Math.exp((Math.hypot(x - 92, y - 82) - 30) / 3)),
		})
		const contours = liftObject(photo, { box: { minX: 40, minY: 30, maxX: 130, maxY: 122 } })
		expect(lies(contours, MIDDLE)).toBe(true)
		expect(lies(contours, [110, 100])).toBe(false)
		for (const p of contours.flatMap((one) => flattenContour(one, 0.1)))
			expect(Math.abs(about(p) - 30)).toBeLessThan(2.5)
	})

	test('is not what was taken before: a thing of the same colour that touches it', () => {
		const photo = composed(
			220,
			140,
			(x, y) => about([x, y]) < 32 || Math.hypot(x - 142, y - 70) < 32,
		)
		const other: Contour = {
			id: 'other',
			closed: true,
			nodes: Array.from({ length: 24 }, (_, k) => {
				const angle = (k * Math.PI) / 12
				return {
					id: `o${k}`,
					at: [142 + 32 * Math.cos(angle), 70 + 32 * Math.sin(angle)] as Point,
					kind: 'corner' as const,
				}
			}),
		}
		const box = { minX: 40, minY: 32, maxX: 124, maxY: 110 }
		const contours = liftObject(photo, { box, taken: [other] })
		expect(lies(contours, MIDDLE)).toBe(true)
		expect(lies(contours, [118, 70])).toBe(false)
	})

	test('near an outline that was drawn, lies along the edge beside that', () => {
		const rough: Contour = {
			id: 'rough',
			closed: true,
			nodes: Array.from({ length: 10 }, (_, k) => {
				const [angle, r] = [(k * Math.PI) / 5, k % 2 ? 32 : 28]
				return {
					id: `r${k}`,
					at: [MIDDLE[0] + r * Math.cos(angle), MIDDLE[1] + r * Math.sin(angle)] as Point,
					kind: 'corner' as const,
				}
			}),
		}
		const photo = composed(160, 140, (x, y) => about([x, y]) < 30)
		const box = { minX: 40, minY: 30, maxX: 122, maxY: 112 }
		const [one, ...others] = liftObject(photo, { box, shape: [rough] })
		expect(others).toEqual([])
		for (const p of flattenContour(one as Contour, 0.1))
			expect(Math.abs(about(p) - 30)).toBeLessThan(1)
	})
})

describe('dabs', () => {
	const lift = liftFlower
	const first = lift({ box: BOX }).contours
	const TIP: Point = [MIDDLE[0] + 40, MIDDLE[1]]

	test('act where they are: the rest of the outline stays to the bit', () => {
		const { contours } = lift({ box: BOX, dabs: [dab('outside', ...TIP)] })
		expect(lies(first, TIP)).toBe(true)
		expect(lies(contours, TIP)).toBe(false)
		const after = new Map(contours.flatMap(({ nodes }) => nodes.map((node) => [node.id, node])))
		const away = first.flatMap(({ nodes }) => nodes).filter(({ at }) => distance(at, TIP) > 55)
		expect(away.length).toBeGreaterThan(1)
		for (const node of away) expect(after.get(node.id)).toEqual(node)
	})

	test('are a list: what is taken back leaves what was before it, whichever it was', () => {
		const [a, b] = [dab('outside', ...TIP), dab('inside', 12 + BOX.minX, 8 + BOX.minY)]
		lift({ box: BOX, dabs: [a, b] })
		const places = (contours: readonly Contour[]) =>
			contours.map(({ nodes }) => nodes.map(({ at }) => at))
		expect(places(lift({ box: BOX }).contours)).toEqual(places(first))
		expect(places(lift({ box: BOX, dabs: [b] }).contours)).toEqual(
			places(liftingFrom(FLOWER)({ box: BOX, dabs: [b] }).contours),
		)
	})

	test('count in order: what is said last of a place holds', () => {
		const on = lift({ box: BOX, dabs: [dab('outside', ...TIP), dab('inside', ...TIP)] }).contours
		expect(lies(on, TIP)).toBe(true)
	})

	test('say what holds where the photo tells nothing, whatever is said beside them later', () => {
		const lift = liftingFrom(composed(160, 140, () => false, { grain: 0 }))
		const apart = fc
			.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 5 })), {
				minLength: 2,
				maxLength: 6,
				selector: ([i, j]) => 6 * i + j,
			})
			.chain((cells) => fc.tuple(fc.constant(cells), fc.infiniteStream(fc.boolean())))
		fc.assert(
			fc.property(apart, ([cells, sides]) => {
				const told = cells.map(([i, j]) =>
					dab(sides.next().value ? 'inside' : 'outside', 38 + 17 * i, 28 + 17 * j),
				)
				if (!told.some(({ side }) => side === 'inside')) return
				const { contours } = lift({ box: BOX, dabs: told })
				for (const { side, points } of told)
					expect(lies(contours, [at(points, 0), at(points, 1)])).toBe(side === 'inside')
			}),
			{ numRuns: cases(4) },
		)
	})
})

test('how far the work has come only grows, and the rough outlines come on the way', () => {
	const told: (number | 'early')[] = []
	const lift = liftingFrom(FLOWER)
	const watched = {
		tell: (share: number) => told.push(share),
		early: () => told.push('early'),
	}
	lift({ box: BOX }, watched)
	const shares = told.filter((one) => one !== 'early')
	expect(shares.length).toBeGreaterThan(4)
	expect(shares).toEqual([...shares].sort((a, b) => a - b))
	expect(shares.every((share) => share > 0 && share < 1)).toBe(true)
	expect(told.indexOf('early')).toBeGreaterThan(0)
	expect(told.indexOf('early')).toBeLessThan(told.length - 2)
	const before = told.length
	lift({ box: BOX, dabs: [dab('inside', 80, 70)] }, watched)
	expect(told.length).toBe(before + 1)
})
