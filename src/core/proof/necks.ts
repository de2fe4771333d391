import { combineAreas } from '../combine/combine'
import type { Area } from '../combine/divide'
import { offset, outlineStroke } from '../combine/offset'
import { fitPolyline } from '../fit/fitPolyline'
import { type Box, boxContains, growBox } from '../geometry/box'
import { clipRing } from '../geometry/clipRing'
import { distance, mix, type Point } from '../geometry/point'
import { boundsOf, flattenContour } from '../path/contour'
import { ringedOf } from '../path/enclosing'
import { type Contour, newId } from '../path/model'
import { dense, middleOf, toRing } from './rings'
import { thinPlaces } from './thinPlaces'

/** A place where what is filled is thinner than a width and yet holds together what is thicker. */
export interface Neck {
	/** px */
	readonly at: Point
	/** Its two sides or more, from end to end, px. */
	readonly sides: readonly (readonly Point[])[]
}

/**
 * The necks of an area: what is lost when it is shrunk by half a width and grown again, where that
 * touches what remains on two sides or more.
 * @param width px
 */
export function necksOf(area: Area, width: number): Neck[] {
	const places = thinPlaces(area, width)
	if (!places) return necksWithin(area, width)
	const rings = area.contours.map((contour) => flattenContour(contour, width * MIDDLE))
	return places.flatMap((box) => {
		// What the box cuts through may be thin along its sides: that is none of the area's own.
		const cut = (p: Point) => !boxContains(growBox(box, -width / 50), p)
		return necksWithin(clipped(rings, area.rule, box), width).filter(
			({ sides }) => !sides.some((side) => side.some(cut)),
		)
	})
}

/** What lies of polygons within a box. */
function clipped(rings: readonly Point[][], rule: Area['rule'], box: Box): Area {
	const within = rings.map((ring) => clipRing(ring, box)).filter((ring) => ring.length > 2)
	return { contours: within.map(polygonOf), rule }
}

const polygonOf = (ring: readonly Point[]): Contour => ({
	id: newId(),
	nodes: ring.map((at) => ({ id: newId(), at, kind: 'corner' })),
	closed: true,
})

function necksWithin(area: Area, width: number): Neck[] {
	const roughly = { tolerance: width * ROUGHLY, fewest: false }
	const shrunk = offset(area.contours, -width / 2, { rule: area.rule, ...roughly })
	if (shrunk.length === 0) return []
	const thick = offset(shrunk, width / 2, roughly)
	const lost = combineAreas('cut-out', [area, { contours: thick, rule: 'nonzero' }])
	return lost.flatMap((part): Neck[] => {
		const { minX, minY, maxX, maxY } = boundsOf(part)
		// What is left of a corner is smaller than this.
		if (Math.max(maxX - minX, maxY - minY) < width / 3) return []
		// Along smooth edges what is lost is a film, no thicker than shrinking and growing are exact.
		if (thicknessOf(part) < width / 15) return []
		const sides = sidesOf(part, thick, width / 50)
		return sides.length < 2 ? [] : [{ at: middleOf(part), sides }]
	})
}

/** So roughly, as a share of a neck, pieces are shrunk and grown: finer takes ten times as long. */
const ROUGHLY = 1 / 40
/** A neck is made so much wider than it has to be, that it is not found again. */
const SPARE = 1.03
/** Lines along the middle of necks are as exact as this, as a share of the width. */
const MIDDLE = 1 / 60

/**
 * An area with a neck made as wide as it has to be: a line of that width is laid along its middle, flush
 * with the edges where these are as far apart already.
 * @returns closed outlines; what lies apart from the neck as it was, to the last bit
 */
export function widened(area: Area, { sides }: Neck, width: number): Contour[] {
	// Each way through is between two sides: the last has no other of its own left.
	const ways = sides.slice(0, -1).map((side, n) => {
		const others = sides.filter((_, k) => k !== n).flat()
		return side.map((p) => mix(p, nearest(p, others), 0.5))
	})
	const strips = ways.flatMap((way): Area[] => {
		const line = fitPolyline(Float64Array.from(way.flat()), {
			closed: false,
			tolerance: width * MIDDLE,
		})
		const contours = outlineStroke([line], width * SPARE, {
			cap: 'round',
			join: 'round',
			tolerance: width * MIDDLE,
		})
		return contours.length > 0 ? [{ contours, rule: 'nonzero' }] : []
	})
	return combineAreas('merge', [area, ...strips])
}

const nearest = (p: Point, all: readonly Point[]): Point =>
	all.reduce((best, q) => (distance(q, p) < distance(best, p) ? q : best), all[0] ?? p)

/** The stretches of a part's edge that other outlines do not touch. */
function sidesOf(part: Contour, others: readonly Contour[], reach: number): Point[][] {
	const rings = others.map((contour) => flattenContour(contour, reach / 2))
	const places = dense(flattenContour(part, reach / 2), 4 * reach)
	const touching = places.map((p) => rings.some((ring) => toRing(p, ring) <= reach))
	const first = touching.findIndex((on, i) => !on && touching.at(i - 1))
	if (first < 0) return []
	const sides: Point[][] = []
	for (let k = 0; k < places.length; k++) {
		const i = (first + k) % places.length
		if (touching[i]) continue
		if (touching.at(i - 1)) sides.push([])
		sides.at(-1)?.push(places[i] as Point)
	}
	return sides
}

/** Area by half the way round: how thick a long part is, px. */
function thicknessOf(part: Contour): number {
	const ring = flattenContour(part, 0.05)
	const round = ring.reduce((sum, [x, y], i) => {
		const [u, v] = ring[(i + 1) % ring.length] ?? [x, y]
		return sum + Math.hypot(u - x, v - y)
	}, 0)
	return round > 0 ? (2 * Math.abs(ringedOf(part).area)) / round : 0
}
