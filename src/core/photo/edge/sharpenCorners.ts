import { type Line, lineThrough, meeting, offLine } from '../../geometry/lineThrough'
import { item } from '../../geometry/numbers'
import { cross, distance, dot, type Point, subtract } from '../../geometry/point'

/** Blur rounds a corner off so far from it, px along the way. */
const ROUNDED_PX = 3
/** The edges on either side are looked at from there on for so far, px. */
const ARM_PX = 7
/** … and are straight if no point is further from a line than this, px, … */
const STRAIGHT_PX = 0.45
/** … and if the turn between them is so many times as much as their own: on an arc it is twice that. */
const TURNS_HERE = 4
/** A turn less than this is a bend, radians. */
const LEAST_TURN = 0.7
/** The corner that the edges make is no further from the way than this, px. */
const OUT_PX = 3

/**
 * A way along edges with its corners where the edges on either side of them meet: the blur of a photo
 * rounds them off, and a way that follows it cuts them.
 * @param way points about a px apart
 */
export function sharpenCorners(way: readonly Point[]): Point[] {
	const along = lengths(way)
	const turns = way.map((_, i) => turnAt(way, along, i))
	const made: Point[] = []
	for (let i = 0; i < way.length; i++) {
		const corner = isSharpest(turns, along, i) ? cornerAt(way, along, i) : null
		if (!corner) {
			made.push(item(way, i))
			continue
		}
		while (made.length > 1 && distance(item(made, made.length - 1), item(way, i)) < ROUNDED_PX)
			made.pop()
		made.push(corner)
		while (i + 2 < way.length && item(along, i + 1) - item(along, i) < ROUNDED_PX) {
			if (distance(item(way, i + 1), corner) >= ROUNDED_PX) break
			i++
		}
	}
	return made
}

function lengths(way: readonly Point[]): number[] {
	let gone = 0
	return way.map((p, i) => {
		gone += i === 0 ? 0 : distance(p, item(way, i - 1))
		return gone
	})
}

/** The arm of the way that leaves a place after the rounding, forward or back; `null` where it is too short. */
function armAt(way: readonly Point[], along: readonly number[], i: number, by: 1 | -1) {
	const from = item(along, i) + by * ROUNDED_PX
	const to = from + by * ARM_PX
	const points: Point[] = []
	for (let k = i + by; k >= 0 && k < way.length; k += by) {
		const gone = item(along, k)
		if (by * (gone - from) < 0) continue
		if (by * (gone - to) > 0) break
		points.push(item(way, k))
	}
	const [first, last] = [points[0], points.at(-1)]
	if (!first || !last || points.length < 4 || distance(first, last) < 0.6 * ARM_PX) return null
	return { points, first, last }
}

/** How sharply the way turns at a place, radians. */
function turnAt(way: readonly Point[], along: readonly number[], i: number): number {
	const [back, on] = [armAt(way, along, i, -1), armAt(way, along, i, 1)]
	if (!back || !on) return 0
	const [into, out] = [subtract(back.first, back.last), subtract(on.last, on.first)]
	return Math.abs(Math.atan2(cross(into, out), dot(into, out)))
}

/** How much an arm turns from its first half to its second, radians. */
function bendOf(points: readonly Point[]): number {
	const middle = item(points, points.length >> 1)
	const into = subtract(middle, item(points, 0))
	const out = subtract(item(points, points.length - 1), middle)
	return Math.atan2(cross(into, out), dot(into, out))
}

/** Whether nowhere near by the way turns more sharply. */
function isSharpest(turns: readonly number[], along: readonly number[], i: number): boolean {
	const own = item(turns, i)
	if (own < LEAST_TURN) return false
	for (const by of [1, -1])
		for (let k = i + by; k >= 0 && k < turns.length; k += by) {
			if (Math.abs(item(along, k) - item(along, i)) > ROUNDED_PX) break
			if (item(turns, k) > own || (item(turns, k) === own && by < 0)) return false
		}
	return true
}

/** Where the straight edges on either side meet; `null` where they are not straight, or meet far off. */
function cornerAt(way: readonly Point[], along: readonly number[], i: number): Point | null {
	const [back, on] = [armAt(way, along, i, -1), armAt(way, along, i, 1)]
	if (!back || !on) return null
	const own = Math.abs(bendOf(back.points)) + Math.abs(bendOf(on.points))
	if (turnAt(way, along, i) < TURNS_HERE * own) return null
	const [a, b] = [straightThrough(back.points), straightThrough(on.points)]
	const corner = a && b && meeting(a, b, Math.sin(LEAST_TURN) / 2)
	if (!corner) return null
	return distance(corner, item(way, i)) <= OUT_PX ? corner : null
}

/** The line in the middle of points; `null` where they do not lie on it. */
function straightThrough(points: readonly Point[]): Line | null {
	const line = lineThrough(points)
	return points.every((p) => Math.abs(offLine(line, p)) <= STRAIGHT_PX) ? line : null
}
