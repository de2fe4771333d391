import { thin } from '../fit/thin'
import { arcCubics } from '../geometry/arc'
import { type Cubic, lineCubic } from '../geometry/cubic'
import { add, cross, distance, dot, type Point, samePoint, scale } from '../geometry/point'
import {
	isStraight,
	neighbours,
	nodeCount,
	reverseContour,
	segmentCubic,
	segments,
	withHandles,
} from '../path/contour'
import { inferKinds } from '../path/kinds'
import { type Contour, type FillRule, newId, type PathNode } from '../path/model'
import { assertWorkable, SHEET_REACH_PX } from '../path/reach'
import { controlArea } from './area'
import { arranged } from './arrangement'
import { resolve } from './clip'
import { normalAt, offsetCubic, type Step, tangentAt } from './offsetCurve'
import { rebuild } from './rebuild'
import { resolveSelfCrossings } from './resolve'
import { seamless } from './seamless'

/** How corners that open are joined; the words are SVG's. */
export type Join = 'miter' | 'round' | 'bevel'
/** How open lines end; the words are SVG's. */
export type Cap = 'butt' | 'round' | 'square'

export interface OffsetOptions {
	readonly join?: Join
	/** A miter longer than this many line widths becomes a bevel, as in SVG. */
	readonly miterLimit?: number
	/** How far the result may lie from the true one, px; a hundredth of the distance if not said. */
	readonly tolerance?: number
	/** Whether nodes that the curves can do without are taken out, which takes most of the time; so if not said. */
	readonly fewest?: boolean
}

/**
 * Grows what outlines fill by a distance, or shrinks it. Beside every segment runs its offset curve;
 * corners that open are joined, those that close overlap, and of it all what is wound round
 * clockwise is kept, with the nodes that the true curves need.
 * @param contours outlines in px; open ones are closed by a straight segment
 * @param away px, outward positive
 * @returns closed outlines that fill the same under either rule; none where all of it shrank away
 */
export function offset(
	contours: readonly Contour[],
	away: number,
	{ rule = 'nonzero', ...options }: OffsetOptions & { readonly rule?: FillRule } = {},
): Contour[] {
	const plain = clockwise(resolveSelfCrossings(contours, rule))
	if (away === 0 || plain.length === 0) return plain
	assertDistance(away)
	const tolerance = options.tolerance ?? Math.abs(away) / 100
	const beside = plain.map((contour) =>
		closedRun([...sideOf(contour, away, tolerance, options), null], tolerance / 4),
	)
	return wound(beside, tolerance, options.fewest === false ? null : nodeCount(plain))
}

/**
 * The outline of lines drawn along some outlines: a stroke made a piece.
 * @param contours open or closed outlines in px
 * @param width of the line, px, more than 0
 * @returns closed outlines that fill the same under either rule
 */
export function outlineStroke(
	contours: readonly Contour[],
	width: number,
	{ cap = 'butt', ...options }: OffsetOptions & { readonly cap?: Cap } = {},
): Contour[] {
	assertWorkable(contours)
	assertDistance(width)
	const away = width / 2
	const tolerance = options.tolerance ?? away / 100
	const drawn = contours.filter(({ nodes }) => nodes.length > 1)
	const outlines = drawn.flatMap((contour): Contour[] => {
		const back = reverseContour(contour)
		const there = sideOf(contour, away, tolerance, options)
		const again = sideOf(back, away, tolerance, options)
		const sides = contour.closed
			? [there, again]
			: [[...there, ...capAt(contour, away, cap), ...again, ...capAt(back, away, cap)]]
		return sides.map((steps) => closedRun(steps, tolerance / 4))
	})
	return wound(outlines, tolerance, options.fewest === false ? null : 2 * nodeCount(drawn))
}

/** A distance that can be told from none at all in double precision beside a sheet’s numbers, px. */
const LEAST_PX = 1e-6

function assertDistance(away: number): void {
	const far = Math.abs(away)
	if (!(far >= LEAST_PX && far <= SHEET_REACH_PX))
		throw new RangeError(`Outlines are offset by a millionth of a px to 10⁷ px, not by ${away}.`)
}

/** What runs beside an outline, joined at its nodes. */
function sideOf(
	contour: Contour,
	away: number,
	tolerance: number,
	{ join = 'round', miterLimit = 4 }: OffsetOptions,
): Step[] {
	const curves = segments(contour).flatMap(({ from, to }) => {
		const straight = isStraight(from, to)
		if (straight && samePoint(from.at, to.at)) return []
		return [{ cubic: straight ? lineCubic(from.at, to.at) : segmentCubic({ from, to }), straight }]
	})
	return curves.flatMap(({ cubic, straight }, k): Step[] => {
		const next = curves[k + 1] ?? (contour.closed ? curves[0] : undefined)
		const shift = (p: Point) => add(p, scale(normalAt(cubic, 0), away))
		const beside: Step[] = straight
			? [lineCubic(shift(cubic[0]), shift(cubic[3]))]
			: offsetCubic(cubic, away, tolerance / 2)
		return [...beside, ...(next ? jointAt(cubic, next.cubic, away, join, miterLimit) : [])]
	})
}

/** Tangents that differ by less than this (as a sine) need no join. */
const IN_LINE = 1e-3

function jointAt(a: Cubic, b: Cubic, away: number, join: Join, miterLimit: number): Step[] {
	const at = b[0]
	const into = tangentAt(a, 1)
	const outOf = tangentAt(b, 0)
	const turn = cross(into, outOf)
	const ahead = dot(into, outOf)
	if (Math.abs(turn) < IN_LINE && ahead > 0) return [null]
	const start = normalAt(a, 1)
	const end = normalAt(b, 0)
	// On the inside of a bend the way leads by the node, so that what overlaps winds backwards.
	if (turn * away < 0) return [null, point(at), null]
	if (join === 'round') return arc(at, start, end, away)
	// SVG's miter ratio is 1 / sin(θ / 2), θ the angle between the segments.
	const ratio = Math.sqrt(2 / Math.max(1e-12, 1 + ahead))
	if (join === 'bevel' || ratio > miterLimit) return [null]
	const middle: Point = [start[0] + end[0], start[1] + end[1]]
	return [null, point(add(at, scale(middle, away / (1 + ahead)))), null]
}

function capAt(contour: Contour, away: number, cap: Cap): Step[] {
	const last = segments(contour).findLast(({ from, to }) => !samePoint(from.at, to.at))
	if (!last || cap === 'butt') return [null]
	const cubic = isStraight(last.from, last.to)
		? lineCubic(last.from.at, last.to.at)
		: segmentCubic(last)
	const normal = normalAt(cubic, 1)
	const ahead = tangentAt(cubic, 1)
	const at = cubic[3]
	if (cap === 'round') {
		return [...arc(at, normal, ahead, away), ...arc(at, ahead, [-normal[0], -normal[1]], away)]
	}
	const corner = (side: number) =>
		point(add(at, add(scale(normal, side * away), scale(ahead, away))))
	return [null, corner(1), null, corner(-1), null]
}

function point(p: Point): Cubic {
	return [p, p, p, p]
}

/** The arc round a node from one normal to another, in cubics of at most a right angle. */
function arc(at: Point, from: Point, to: Point, away: number): Step[] {
	const turn = Math.atan2(cross(from, to), dot(from, to))
	return arcCubics([away, 0, 0, away, ...at], Math.atan2(from[1], from[0]), turn)
}

/** A closed outline of curves and straight lines between them; ends nearer than `near` are one. */
function closedRun(steps: readonly Step[], near: number): Contour {
	const nodes: PathNode[] = []
	for (const step of steps) {
		if (!step) continue
		const straight = isLine(step)
		const [start, out, into, end] = step
		const last = nodes.at(-1)
		const from = last && distance(last.at, start) < near ? last : fresh(start)
		if (from !== last) nodes.push(from)
		if (!straight) nodes[nodes.length - 1] = withHandles(from, { in: from.in, out })
		if (distance(from.at, end) >= near)
			nodes.push(withHandles(fresh(end), { in: straight ? undefined : into, out: undefined }))
	}
	const [first, ...rest] = nodes
	const last = rest.at(-1)
	const open = !first || !last || distance(first.at, last.at) >= near
	const all = open
		? nodes
		: [withHandles(first, { in: last.in, out: first.out }), ...rest.slice(0, -1)]
	return { id: newId(), nodes: all, closed: true }
}

function fresh(at: Point): PathNode {
	return { id: newId(), at, kind: 'cusp' }
}

function isLine([a, b, c, d]: Cubic): boolean {
	const along = distance(a, d)
	const off = (p: Point) => Math.abs(cross([d[0] - a[0], d[1] - a[1]], [p[0] - a[0], p[1] - a[1]]))
	return Math.max(off(b), off(c)) <= 1e-9 * along * along
}

/**
 * What outlines wind round clockwise, with no more nodes than their shape needs.
 * @param enough so many nodes are few enough; `null` where any number is
 */
function wound(outlines: readonly Contour[], tolerance: number, enough: number | null): Contour[] {
	const found = arranged([outlines], (arrangement) => {
		const [rings = []] = arrangement.groups
		return rebuild(arrangement, resolve(arrangement.lattice, { rings, rule: 'positive' }))
	})
	const kept = found.map(inferKinds)
	return enough === null || nodeCount(kept) <= enough
		? kept
		: kept.map((contour) =>
				fewer(
					seamless(contour, () => false),
					tolerance / 2,
				),
			)
}

/** An outline without the nodes that its curves can do without; those at corners and straight lines are needed. */
function fewer(contour: Contour, tolerance: number): Contour {
	const only = new Set(
		contour.nodes.flatMap((node, k) => {
			const { before, after } = neighbours(contour, k)
			const curved = before && after && !isStraight(before, node) && !isStraight(node, after)
			return curved ? [node.id] : []
		}),
	)
	return thin(contour, { tolerance, only }).contour
}

/** Outlines that fill the same under either rule, turned so that the outer ones run clockwise. */
function clockwise(contours: Contour[]): Contour[] {
	const area = controlArea(contours.flatMap((contour) => segments(contour).map(segmentCubic)))
	return area < 0 ? contours.map(reverseContour) : contours
}
