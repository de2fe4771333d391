import { type Box, boxContains, boxOf, EMPTY_BOX, joinBoxes } from '../geometry/box'
import { type Cubic, cubicBounds, flattenCubic, lineCubic } from '../geometry/cubic'
import { type Point, samePoint } from '../geometry/point'
import type { Contour, PathNode } from './model'

/** How closely polygons that stand for outlines follow them, px. */
const FLATTEN_PX = 0.1

/** The line or curve from one node to the next. */
export interface Segment {
	/** Place of its first node in the contour; also the segment's own number. */
	readonly index: number
	readonly from: PathNode
	readonly to: PathNode
}

/** The segments in order; a closed contour's last one leads back to its first node. */
export function segments(contour: Contour): Segment[] {
	const { nodes } = contour
	const count = segmentCount(contour)
	const all: Segment[] = []
	for (let index = 0; index < count; index++) {
		const from = nodes[index]
		const to = nodes[(index + 1) % nodes.length]
		if (from && to) all.push({ index, from, to })
	}
	return all
}

export function segmentCount({ nodes, closed }: Contour): number {
	return closed ? nodes.length : Math.max(0, nodes.length - 1)
}

/** How many nodes some outlines have together. */
export function nodeCount(contours: readonly Pick<Contour, 'nodes'>[]): number {
	return contours.reduce((sum, { nodes }) => sum + nodes.length, 0)
}

/** Whether an outline encloses what its piece fills. */
export function isFilled({ closed, filled, nodes }: Contour): boolean {
	return closed || (filled === true && nodes.length > 1)
}

export function isStraight(from: PathNode, to: PathNode): boolean {
	return from.out === undefined && to.in === undefined
}

/** The segment's four control points. A straight one is run through at constant speed. */
export function segmentCubic({ from, to }: { from: PathNode; to: PathNode }): Cubic {
	if (isStraight(from, to)) return lineCubic(from.at, to.at)
	return [from.at, from.out ?? from.at, to.in ?? to.at, to.at]
}

/** The neighbours of the node at `index`, none beyond the ends of an open contour. */
export function neighbours(
	{ nodes, closed }: Contour,
	index: number,
): { before: PathNode | undefined; after: PathNode | undefined } {
	const n = nodes.length
	if (closed) return { before: nodes[(index + n - 1) % n], after: nodes[(index + 1) % n] }
	return { before: nodes[index - 1], after: nodes[index + 1] }
}

/** The outline as a polygon, within {@link FLATTEN_PX} or the tolerance given (px). */
export function flattenContour(contour: Contour, tolerance = FLATTEN_PX): Point[] {
	const points: Point[] = contour.nodes[0] ? [contour.nodes[0].at] : []
	for (const segment of segments(contour)) {
		if (isStraight(segment.from, segment.to)) points.push(segment.to.at)
		else points.push(...flattenCubic(segmentCubic(segment), tolerance))
	}
	return points
}

/** The smallest upright box round the outline's curves. */
export function contourBounds(contour: Contour): Box {
	const { nodes } = contour
	let box = boxOf(nodes.map((n) => n.at))
	for (let i = segmentCount(contour) - 1; i >= 0; i--) {
		const [from, to] = [nodes[i], nodes[(i + 1) % nodes.length]]
		if (!from || !to) continue
		// A curve lies within the hull of its control points.
		const inside = (handle: Point | undefined) => !handle || boxContains(box, handle)
		if (inside(from.out) && inside(to.in)) continue
		box = joinBoxes(box, cubicBounds(segmentCubic({ from, to })))
	}
	return box
}

const bounds = new WeakMap<Contour, Box>()

/** The box round a contour's curves, kept with the contour: contours never change. */
export function boundsOf(contour: Contour): Box {
	let box = bounds.get(contour)
	if (!box) {
		box = contourBounds(contour)
		bounds.set(contour, box)
	}
	return box
}

const hulls = new WeakMap<Contour, Box>()

/**
 * A box that holds the outline, from its nodes and handles alone: quick, and never too small. Kept
 * with the contour, which never changes.
 */
export function contourHull(contour: Contour): Box {
	let hull = hulls.get(contour)
	if (!hull) {
		hull = hullOf(contour)
		hulls.set(contour, hull)
	}
	return hull
}

function hullOf({ nodes }: Contour): Box {
	let { minX, minY, maxX, maxY } = EMPTY_BOX
	const take = ([x, y]: Point) => {
		if (x < minX) minX = x
		if (x > maxX) maxX = x
		if (y < minY) minY = y
		if (y > maxY) maxY = y
	}
	for (const node of nodes) {
		take(node.at)
		if (node.in) take(node.in)
		if (node.out) take(node.out)
	}
	return { minX, minY, maxX, maxY }
}

/** The same outline run through the other way; the first node stays first. */
export function reverseContour(contour: Contour): Contour {
	const [first, ...rest] = contour.nodes
	if (!first) return contour
	const order = contour.closed ? [first, ...rest.reverse()] : [first, ...rest].reverse()
	return { ...contour, nodes: order.map(turnNode) }
}

function turnNode(node: PathNode): PathNode {
	return withHandles(node, { in: node.out, out: node.in })
}

/** A copy of `node` with exactly these handles; `undefined`, or the node's own place, retracts one. */
export function withHandles(
	{ id, at, kind }: PathNode,
	handles: { in: Point | undefined; out: Point | undefined },
): PathNode {
	const into = handles.in && !samePoint(handles.in, at) ? handles.in : undefined
	const out = handles.out && !samePoint(handles.out, at) ? handles.out : undefined
	if (into) return out ? { id, at, kind, in: into, out } : { id, at, kind, in: into }
	return out ? { id, at, kind, out } : { id, at, kind }
}
