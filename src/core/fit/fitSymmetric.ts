import { flattenContour } from '../path/contour'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, type PathNode } from '../path/model'
import type { Break } from './breaks'
import { HIDDEN } from './chooseJoints'
import { contourOf } from './contourOf'
import { fitThrough } from './fitThrough'
import type { Joint } from './joint'
import { limitOf, prepareTrail, type TrailOptions } from './prepareTrail'
import { type Axis, furthest, type Halves, halvesOf, midway, mirrored, onAxis } from './symmetry'

type Options = Omit<TrailOptions, 'closed'> & {
	/** How far apart the halves may be, px; what jitter and sampling tell unless said otherwise. */
	readonly slack?: number
}

/** Part of an outline: the lines of symmetry that its ends lie on, where they do. */
interface Part {
	readonly points: Float64Array
	readonly start: Axis | null
	readonly end: Axis | null
}

/** Mirrored points lie within so many standard deviations of the jitter … */
const JITTER = 4
/** … and as far off as a corner between two samples, as a share of their distance; within the tolerance. */
const SAMPLED = 0.5
/** Shares of the tolerance at which the line between both halves is fitted, one after the other. */
const SHARES = [1, 0.85, 0.7]
/** Halves of fewer points are not looked at. */
const LEAST_POINTS = 24
/** Flattening of a fit by which distances from it are measured, as a share of the limit. */
const FINE = 0.02

/**
 * The outline of points that are symmetric about an upright or a level line: the half that needs
 * fewer nodes, fitted and mirrored; a half that is symmetric itself is made of its own half.
 * @param points as {@link prepareTrail} takes them
 * @returns nothing where they are not symmetric, or some point would lie too far off
 */
export function fitSymmetric(
	points: Float64Array,
	closed: boolean,
	options: Options,
): Contour | undefined {
	if (points.length / 2 < 2 * LEAST_POINTS) return undefined
	const { tolerance } = options
	const { limit, sigma, spacing } = limitOf(points, { ...options, closed })
	const slack = options.slack ?? Math.min(JITTER * sigma + SAMPLED * spacing, tolerance)
	const cut = halvesOf(points, closed, slack)
	if (!cut) return undefined
	const half = halfOf(cut, closed ? cut.axis : null, closed, 1)
	return half && unfolded(half, cut.axis, closed, limit)

	/**
	 * One half of what is symmetric, true to both: that of fewer nodes; or, where each would be true to
	 * its own jitter alone, the line halfway between them.
	 */
	function halfOf(cut: Halves, start: Axis | null, again: boolean, share: number) {
		const both = [cut.half, cut.other]
		const fitted = (points: Float64Array, less: number) =>
			fitPart({ points, start, end: cut.axis }, again, share * less)
		const sound = (half: Contour) => both.every((points) => isBeside(half, points))
		const [best] = both
			.map((points) => fitted(points, 1))
			.filter(sound)
			.sort((a, b) => a.nodes.length - b.nodes.length)
		if (best) return best
		const middle = midway(cut.half, cut.other)
		for (const less of SHARES) {
			const half = fitted(middle, less)
			if (sound(half)) return half
		}
		return undefined
	}

	/** @param again whether a half of the part may be its other half's mirror image, too */
	function fitPart(part: Part, again: boolean, share: number): Contour {
		const many = part.points.length / 2 >= 2 * LEAST_POINTS
		const cut = again && many && halvesOf(part.points, false, slack)
		const half = cut && halfOf(cut, part.start, false, share)
		if (cut && half) return unfolded(half, cut.axis, false, limit)
		const {
			trail,
			breaks,
			between,
			limit: own,
		} = prepareTrail(part.points, {
			...options,
			closed: false,
			tolerance: share * tolerance,
		})
		const ends = endsOnAxes(part, breaks)
		const fit = fitThrough(trail, ends, between, { limit: own, hidden: HIDDEN })
		return contourOf(trail, fit)
	}

	function isBeside(fitted: Contour, others: Float64Array): boolean {
		const line = Float64Array.from(flattenContour(fitted, FINE * limit).flat())
		return furthest(others, line, limit) <= limit
	}
}

/** A crossing that turns less is smooth, radians. */
const SMOOTH_TURN = 0.38

/** The breaks at the ends of a part: they stay on their lines, and cross them squarely where they turn little. */
function endsOnAxes({ start, end }: Part, breaks: readonly Break[]): Break[] {
	const last = breaks.length - 1
	return breaks.map((each, k) => {
		const axis = k === 0 ? start : k === last ? end : null
		if (!axis) return each
		return { ...each, ways: each.ways.map((way) => onLine(way, axis, k === 0)) }
	})
}

function onLine(way: Joint, axis: Axis, leaves: boolean): Joint {
	const [dx, dy] = leaves ? [way.outX, way.outY] : [way.inX, way.inY]
	const across = dx * -axis.dy + dy * axis.dx
	const stays: Joint = { ...way, slide: [axis.dx, axis.dy] }
	const turn = 2 * Math.acos(Math.min(1, Math.abs(across)))
	if (turn > SMOOTH_TURN) return stays
	const side = Math.sign(across)
	const [inX, inY] = [-axis.dy * side, axis.dx * side]
	return { ...stays, inX, inY, outX: inX, outY: inY, fixedIn: true, fixedOut: true }
}

/**
 * A part and its mirror image as one outline, the part's end being where they meet; a closed one meets
 * at the part's start, too. A straight crossing needs no node.
 */
function unfolded({ nodes }: Contour, axis: Axis, closed: boolean, limit: number): Contour {
	const image = (node: PathNode): PathNode => {
		const { in: into, out } = node
		return {
			id: newId(),
			at: mirrored(axis, node.at),
			kind: node.kind,
			...(out && { in: mirrored(axis, out) }),
			...(into && { out: mirrored(axis, into) }),
		}
	}
	const last = nodes.length - 1
	const all = nodes.flatMap((node, k): PathNode[] => {
		const crosses = k === last || (closed && k === 0)
		if (!crosses) return [node]
		const next = nodes[k === 0 ? 1 : last - 1]
		const arm = node.in ?? node.out
		const at = onAxis(axis, node.at)
		const straight = !arm && next && !(k === 0 ? next.in : next.out)
		if (straight && isLevelWith(at, next.at, axis, limit)) return []
		if (!arm) return [{ ...node, at }]
		return [
			{
				...node,
				at,
				...(k === 0
					? { out: arm, in: mirrored(axis, arm) }
					: { in: arm, out: mirrored(axis, arm) }),
			},
		]
	})
	const between = nodes.slice(closed ? 1 : 0, last)
	return inferKinds({ id: newId(), nodes: [...all, ...between.reverse().map(image)], closed })
}

/** How much of the limit a straight crossing may be bent by, so that it is made one straight segment. */
const BENT = 0.25

function isLevelWith(
	a: readonly [number, number],
	b: readonly [number, number],
	{ dx, dy }: Axis,
	limit: number,
): boolean {
	return Math.abs((a[0] - b[0]) * dx + (a[1] - b[1]) * dy) <= BENT * limit
}
