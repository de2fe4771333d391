import { item } from '../geometry/numbers'
import { cross, distance, dot, type Point, subtract, unit } from '../geometry/point'
import { nearestOnRing } from '../geometry/polygon'
import { flattenContour } from '../path/contour'
import { type Contour, newId } from '../path/model'
import { combine, combineAreas } from './combine'
import type { Area } from './divide'
import { contains } from './winding'

/** Places along an island from which the way across is looked for. */
const STARTS = 240
/** Further bridges set off at least this far round the island from the others, radians. */
const APART = (2 * Math.PI) / 5

/** A way across an opening, from an island to what is round it, px. */
export interface Crossing {
	readonly from: Point
	readonly to: Point
}

/**
 * The shortest ways from an island across its opening, each on a side of its own. Where a stretch of
 * shore is as near as another, as between parallel edges, the way leads from its middle.
 * @param count how many; fewer come back where the island has fewer sides
 */
export function waysAcross(island: Contour, opening: Contour, count: number): Crossing[] {
	const shore = evenly(island, STARTS)
	const other = flattenContour(opening)
	const ways = shore.map((from): Crossing & { readonly length: number } => {
		const to = nearestOnRing(from, other)
		return { from, to, length: distance(from, to) }
	})
	const middle: Point = [
		shore.reduce((sum, p) => sum + p[0], 0) / shore.length,
		shore.reduce((sum, p) => sum + p[1], 0) / shore.length,
	]
	const chosen: Crossing[] = []
	while (chosen.length < count) {
		const free = ways.map((way) =>
			chosen.every((c) => angleBetween(c.from, way.from, middle) >= APART),
		)
		const least = Math.min(...ways.filter((_, i) => free[i]).map(({ length }) => length))
		const near = ways.map(({ length }, i) => free[i] === true && length <= least * ALIKE)
		const way = middleOfLongest(ways, near)
		if (!way) break
		chosen.push({ from: way.from, to: way.to })
	}
	return chosen
}

/** Ways that are longer than the shortest by no more than this are as good. */
const ALIKE = 1.03

/** Ways that differ by more than this in direction set off from different sides, radians. */
const SAME_SIDE = 0.3

/** The middle of the longest stretch of shore from which ways that are near lead in one direction. */
function middleOfLongest(
	ways: readonly Crossing[],
	near: readonly boolean[],
): Crossing | undefined {
	const runs: Crossing[][] = []
	for (const [i, way] of ways.entries()) {
		const before = ways.at(i - 1)
		const goesOn = near.at(i - 1) && before && turnBetween(before, way) < SAME_SIDE
		if (!near[i]) continue
		if (goesOn && runs.length > 0) runs.at(-1)?.push(way)
		else runs.push([way])
	}
	const [first, last] = [runs[0], runs.at(-1)]
	const [start, end] = [ways[0], ways.at(-1)]
	// The shore is a ring: what ends at its end may go on at its start.
	if (first && last && first !== last && first[0] === start && last.at(-1) === end)
		if (start && end && turnBetween(end, start) < SAME_SIDE) runs[0] = [...last, ...first]
	const longest = runs.reduce<Crossing[]>(
		(best, run) => (run.length > best.length ? run : best),
		[],
	)
	return longest[longest.length >> 1]
}

function turnBetween(a: Crossing, b: Crossing): number {
	const [u, v] = [subtract(a.to, a.from), subtract(b.to, b.from)]
	return Math.abs(Math.atan2(cross(u, v), dot(u, v)))
}

/**
 * Ties an island to the rest of its piece by strips across the opening that it lies in.
 * @param area the piece, px
 * @param width of each strip, px
 * @returns the piece's outlines with the strips; all others as they were, to the last bit
 */
export function bridged(
	area: Area,
	island: Contour,
	opening: Contour,
	{ width, count = 1 }: { readonly width: number; readonly count?: number },
): Contour[] {
	const strips = waysAcross(island, opening, count)
		.flatMap((way) => stripAcross(way, island, opening, width))
		.map((contour): Area => ({ contours: [contour], rule: 'nonzero' }))
	return combineAreas('merge', [area, ...strips])
}

/** A strip of a width along a way from an outline to the one round it, from bank to bank. */
export function stripAcross(
	{ from, to }: Crossing,
	inner: Contour,
	outer: Contour,
	width: number,
): Contour[] {
	const gap = combine('cut-out', [outer], [inner])
	const middle: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
	return combine('overlap', [strip(from, to, width)], gap).filter((part) =>
		contains([part], middle),
	)
}

/** A strip from bank to bank, so long that its ends lie beyond where the banks bend away. */
function strip(from: Point, to: Point, width: number): Contour {
	const along = distance(from, to) > 0 ? unit(subtract(to, from)) : ([1, 0] as const)
	const half = width / 2
	const corner = (p: Point, ahead: number, side: number) => ({
		id: newId(),
		at: [
			p[0] + along[0] * ahead * width - along[1] * side * half,
			p[1] + along[1] * ahead * width + along[0] * side * half,
		] as const,
		kind: 'corner' as const,
	})
	return {
		id: newId(),
		nodes: [corner(from, -1, 1), corner(to, 1, 1), corner(to, 1, -1), corner(from, -1, -1)],
		closed: true,
	}
}

function evenly(contour: Contour, count: number): Point[] {
	const ring = flattenContour(contour)
	const steps = ring.map((p, i) => distance(p, ring[(i + 1) % ring.length] ?? p))
	const length = steps.reduce((sum, step) => sum + step, 0)
	return ring.flatMap((p, i): Point[] => {
		const q = ring[(i + 1) % ring.length] ?? p
		const parts = Math.max(1, Math.round((item(steps, i) / length) * count))
		return Array.from({ length: parts }, (_, k) => [
			p[0] + ((q[0] - p[0]) * k) / parts,
			p[1] + ((q[1] - p[1]) * k) / parts,
		])
	})
}

function angleBetween(a: Point, b: Point, about: Point): number {
	const [u, v] = [subtract(a, about), subtract(b, about)]
	return Math.abs(Math.atan2(u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1]))
}
