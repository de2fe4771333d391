import type { Area } from '../combine/divide'
import { type Box, boxesTouch, joinBoxes } from '../geometry/box'
import { item } from '../geometry/numbers'
import { cross, distance, mix, type Point, subtract } from '../geometry/point'
import { flattenContour } from '../path/contour'
import { createWinding } from '../path/enclosing'
import type { Contour } from '../path/model'
import { dense } from './rings'

/** An edge is looked at so often, in widths, … */
const STEP = 1 / 3
/** … so exactly, … */
const EXACTNESS = 1 / 20
/** … and two places of it face each other up to so far apart, as what lies between two looks counts as well. */
const FACING = 1.1
/** Places that follow each other this soon along the edge are near to each other anyway, in widths. */
const SOON = 2.5
/** Whether it is filled is asked once for each of so many parts of a width. */
const FINELY = 8
/** An edge is looked at in so many places at most. */
const MOST_LOOKS = 400_000
/** So much round a thin place belongs to it, in widths. */
const ROUND = 3

/** A place on the edge of an area. */
interface Look {
	readonly at: Point
	readonly ring: number
	/** How far along its ring, and round it, px. */
	readonly along: number
	readonly round: number
	/** Where the edge goes on to. */
	readonly next: Point
}

/**
 * Boxes in which alone an area may be thinner than a width: parts of its edge face each other there across what
 * is filled. None touches another.
 * @param width px
 * @returns `null` where the edge is so long beside the width that looking for them would take longer than it spares
 */
export function thinPlaces({ contours, rule }: Area, width: number): Box[] | null {
	const length = contours.reduce((sum, contour) => sum + hullRound(contour), 0)
	if (length > MOST_LOOKS * STEP * width) return null
	const looks = contours.flatMap((contour, ring) => looksAlong(contour, ring, width))
	const reach = FACING * width
	const cells = new Map<number, Look[]>()
	for (const look of looks) {
		const cell = cellOf(look.at, reach)
		const others = cells.get(cell)
		if (others) others.push(look)
		else cells.set(cell, [look])
	}
	const windingAt = createWinding(contours)
	const isFilled = (p: Point) => (rule === 'evenodd' ? windingAt(p) % 2 !== 0 : windingAt(p) !== 0)
	/** Whether what lies between two places is filled, by the small cell that its middle lies in. */
	const filled = new Map<number, boolean>()
	const thin = new Map<number, Box>()
	for (const look of looks) {
		const own = cellOf(look.at, reach)
		if (thin.has(own)) continue
		for (const other of facing(look)) {
			const middle = mix(look.at, other.at, 0.5)
			const place = cellOf(middle, width / FINELY)
			const is = filled.get(place) ?? isFilled(middle)
			filled.set(place, is)
			if (!is) continue
			thin.set(own, about(look.at))
			break
		}
	}
	return joined([...thin.values()])

	/** The nearest place that faces one, on either side of the edge there. */
	function facing({ at, ring, along, round, next }: Look): Look[] {
		const nearest: (Look | undefined)[] = [undefined, undefined]
		const least = [reach, reach]
		for (let u = -1; u <= 1; u++)
			for (let v = -1; v <= 1; v++)
				for (const other of cells.get(cellOf(at, reach) + u + v * ACROSS) ?? []) {
					const far = distance(other.at, at)
					if (far >= reach) continue
					const side = cross(subtract(next, at), subtract(other.at, at)) > 0 ? 1 : 0
					if (far >= item(least, side)) continue
					const apart = Math.abs(other.along - along)
					if (other.ring === ring && Math.min(apart, round - apart) < SOON * width) continue
					least[side] = far
					nearest[side] = other
				}
		return nearest.filter((one) => one !== undefined)
	}

	function about([x, y]: Point): Box {
		const by = ROUND * width
		return { minX: x - by, minY: y - by, maxX: x + by, maxY: y + by }
	}
}

/** More cells than lie side by side on any sheet. */
const ACROSS = 2 ** 25

/** The number of the square cell of a size that a place lies in; the next is one more, the one below it `ACROSS` more. */
const cellOf = ([x, y]: Point, size: number): number =>
	Math.floor(x / size) + ACROSS * Math.floor(y / size)

/** How long an outline is at most: round the polygon of its nodes and handles, px. */
function hullRound({ nodes }: Contour): number {
	const places = nodes.flatMap(({ at, in: into = at, out = at }) => [into, at, out])
	return places.reduce((sum, p, i) => sum + distance(p, item(places, (i + 1) % places.length)), 0)
}

function looksAlong(contour: Contour, ring: number, width: number): Look[] {
	const places = dense(flattenContour(contour, EXACTNESS * width), STEP * width)
	const nextOf = (i: number) => item(places, (i + 1) % places.length)
	const round = places.reduce((sum, at, i) => sum + distance(at, nextOf(i)), 0)
	let along = 0
	return places.map((at, i) => {
		const next = nextOf(i)
		const look = { at, ring, along, round, next }
		along += distance(at, next)
		return look
	})
}

/** Boxes with those that they touch made one, until none touches another. */
function joined(boxes: readonly Box[]): Box[] {
	const made: Box[] = []
	for (const box of boxes) {
		let whole = box
		for (let k = made.length - 1; k >= 0; k--) {
			const other = made[k]
			if (!other || !boxesTouch(whole, other)) continue
			whole = joinBoxes(whole, other)
			made.splice(k, 1)
			// What has grown may touch what it did not before.
			k = made.length
		}
		made.push(whole)
	}
	return made
}
