import { type Cubic, derivativeAt, quadraticRoots, splitCubic } from '../geometry/cubic'
import { cross, distance, mix, type Point, subtract } from '../geometry/point'
import { type Segment, segmentCubic, segments } from '../path/contour'
import type { Contour } from '../path/model'
import { insertOn, settleSince } from '../path/nodes'

/** A handle is overlong beyond so many lengths of its segment's chord. */
const OVERLONG = 1.6
/** A split takes the place of a crossing or an overlong handle so often at most, half by half. */
const MOST_SPLITS = 3

/** Whether a segment's handles cross each other, or reach far beyond it. */
export function areHandlesLong({ from, to }: Pick<Segment, 'from' | 'to'>): boolean {
	return (from.out !== undefined || to.in !== undefined) && isLong(segmentCubic({ from, to }))
}

/** The longer handle of a segment, px. */
export function handleReach([a, b, c, d]: Cubic): number {
	return Math.max(distance(a, b), distance(d, c))
}

/**
 * An outline with the handles of one segment short enough. Where the curve is fine the shape stays, with
 * nodes set where it turns furthest from its chord; where it loops the handles end where they would cross.
 * @param from id of the node that the segment begins at
 */
export function withShortHandles(contour: Contour, from: string): Contour {
	const segment = segments(contour).find((one) => one.from.id === from)
	if (!segment || !areHandlesLong(segment)) return contour
	const cubic = segmentCubic(segment)
	if (crossesItself(cubic)) return clipped(contour, segment, cubic)
	const places = splits(cubic, 0, 1, MOST_SPLITS)
	return insertOn(contour, ({ index }) => (index === segment.index ? places : [])).contour
}

function isLong(cubic: Cubic): boolean {
	const chord = distance(cubic[0], cubic[3])
	return (chord > 1 && handleReach(cubic) > OVERLONG * chord) || meeting(cubic) !== null
}

/** Parameters at which a curve is split until no part has long handles. */
function splits(cubic: Cubic, from: number, to: number, left: number): number[] {
	if (left === 0 || !isLong(cubic)) return []
	const t = furthest(cubic)
	const [before, after] = splitCubic(cubic, t)
	const at = from + t * (to - from)
	return [...splits(before, from, at, left - 1), at, ...splits(after, at, to, left - 1)]
}

/** Where a curve runs along its chord's direction, nearest to its middle; the middle where it never does. */
function furthest(cubic: Cubic): number {
	const chord = subtract(cubic[3], cubic[0])
	const [a, b, c] = [0, 0.5, 1].map((t) => cross(chord, derivativeAt(cubic, t))) as [
		number,
		number,
		number,
	]
	// The derivative is quadratic: a at the start, b in the middle, c at the end.
	const found = quadraticRoots(2 * (a + c) - 4 * b, 4 * b - 3 * a - c, a)
	const inside = found.filter((t) => t > 0.1 && t < 0.9)
	return inside.sort((s, t) => Math.abs(s - 0.5) - Math.abs(t - 0.5))[0] ?? 0.5
}

/** The outline with a segment's handles no longer than to where their lines meet, or half its chord. */
function clipped(contour: Contour, { from, to }: Segment, cubic: Cubic): Contour {
	const chord = distance(cubic[0], cubic[3])
	const meets = meeting(cubic)
	const end = (at: Point, handle: Point) => {
		const most = meets ? distance(at, meets) : chord / 2
		return mix(at, handle, Math.min(1, most / Math.max(distance(at, handle), 1e-9)))
	}
	const nodes = contour.nodes.map((node) => {
		const kind = node.kind === 'symmetric' ? 'smooth' : node.kind
		if (node.id === from.id && node.out) return { ...node, kind, out: end(node.at, node.out) }
		if (node.id === to.id && node.in) return { ...node, kind, in: end(node.at, node.in) }
		return node
	})
	return settleSince(contour, { ...contour, nodes })
}

/** Where the lines from both ends to their control points cross; `null` where they do not. */
function meeting([a, b, c, d]: Cubic): Point | null {
	const [u, v, w] = [subtract(b, a), subtract(c, d), subtract(d, a)]
	const turn = cross(u, v)
	if (Math.abs(turn) < 1e-9) return null
	const along = cross(w, v) / turn
	const other = cross(w, u) / turn
	return along > 0 && along < 1 && other > 0 && other < 1 ? mix(a, b, along) : null
}

/**
 * Whether a cubic has a loop: two parameters s ≠ t in [0, 1] with the same point. With the power form
 * A t³ + B t² + C t the sum and the product of both follow from (C(s) − C(t)) / (s − t) = 0.
 */
function crossesItself([p0, p1, p2, p3]: Cubic): boolean {
	const of = (k: 0 | 1) => ({
		a: p3[k] - 3 * p2[k] + 3 * p1[k] - p0[k],
		b: 3 * (p2[k] - 2 * p1[k] + p0[k]),
		c: 3 * (p1[k] - p0[k]),
	})
	const [x, y] = [of(0), of(1)]
	const [a, b, c]: [Point, Point, Point] = [
		[x.a, y.a],
		[x.b, y.b],
		[x.c, y.c],
	]
	const ab = cross(a, b)
	if (Math.abs(ab) < 1e-9) return false
	const sum = -cross(a, c) / ab
	const product = sum * sum + cross(c, b) / ab
	const [s, t] = quadraticRoots(1, -sum, product)
	return s !== undefined && t !== undefined && s !== t && [s, t].every((v) => v >= 0 && v <= 1)
}
