import { fitPolyline } from '../../fit/fitPolyline'
import { item } from '../../geometry/numbers'
import { cross, distance, type Point, subtract } from '../../geometry/point'
import { isStraight, type Segment, segments, withHandles } from '../../path/contour'
import type { Contour, PathNode } from '../../path/model'
import { edgeDeviation } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { fitToEdges } from './fitToEdges'
import { followEdge } from './followEdge'
import { snapToEdge } from './snapToEdge'

export interface BendOptions {
	/** The nodes both of whose segments' ends must be among them for a segment to be bent; all unless said otherwise. */
	readonly only?: ReadonlySet<string>
	/** How far an edge may be from a node, px; 5 unless said otherwise. */
	readonly reach?: number
	/** How far the curves may leave the edge, px; 0.8 unless said otherwise. */
	readonly tolerance?: number
	/** How far inside the edge the outline is to lie, px. */
	readonly allowance?: number
}

export interface BentToEdges {
	readonly contours: Contour[]
	/** Straight segments that became curves, or were straightened onto an edge. */
	readonly bent: number
	/** Nodes beside which no edge is sure. */
	readonly unsure: number
}

const REACH_PX = 5
const TOLERANCE_PX = 0.8
/** The way that is followed wavers, and rounds corners off: it is fitted so much more loosely, then moved onto the edge. */
const LOOSE = 2.25
/** A way that leaves the straight one by more than this share of it, and px, is another edge's. */
const BULGE = 0.35
const BULGE_PX = 6

/**
 * Straight segments bent along a photo's edges: each is followed from node to node, runs of them are
 * fitted anew with the fewest nodes, corners where the edge has corners, and moved onto the edge.
 * Where no edge leads from one node to the next, the segment stays straight.
 */
export function bendToEdges(
	contours: readonly Contour[],
	field: EdgeField,
	o: BendOptions = {},
): BentToEdges {
	const made = contours.map((contour) => {
		const chosen = segments(contour).map(({ from, to }) => isMeant(from, to, o.only))
		if (!chosen.some(Boolean)) return { contour, fresh: NONE, bent: 0 }
		return bentContour(contour, chosen, field, o)
	})
	const bent = made.reduce((sum, one) => sum + one.bent, 0)
	const fresh = new Set(made.flatMap((one) => [...one.fresh]))
	const rough = made.map(({ contour }) => contour)
	if (fresh.size === 0) return { contours: rough, bent, unsure: 0 }
	const { reach = REACH_PX, allowance = 0, tolerance = TOLERANCE_PX } = o
	const { contours: fitted, unsure } = fitToEdges(rough, field, {
		reach: Math.min(reach, FINISH_PX) + allowance,
		allowance,
		only: fresh,
		addWithin: ADD_BEYOND * tolerance,
	})
	return { contours: fitted, bent, unsure }
}

/** A node is added where the edge is further from the curve than allowed, and by this share at least. */
const ADD_BEYOND = 1.5
/** What was followed lies on the edge already: it moves no further than this, px. */
const FINISH_PX = 4

function isMeant(from: PathNode, to: PathNode, only?: ReadonlySet<string>): boolean {
	return isStraight(from, to) && (!only || (only.has(from.id) && only.has(to.id)))
}

const NONE: ReadonlySet<string> = new Set()

interface Bent {
	readonly contour: Contour
	/** Nodes that came about, or that stand at either end of what did. */
	readonly fresh: ReadonlySet<string>
	/** Segments that an edge was found for. */
	readonly bent: number
}

function bentContour(
	contour: Contour,
	chosen: readonly boolean[],
	field: EdgeField,
	{ reach = REACH_PX, tolerance: allowed = TOLERANCE_PX }: BendOptions,
): Bent {
	const tolerance = LOOSE * allowed
	const all = segments(contour)
	const count = all.length
	if (contour.closed && chosen.every(Boolean)) {
		const { way, found } = wayAlong(all, field, reach, true, allowed)
		if (found === 0) return { contour, fresh: NONE, bent: 0 }
		const { nodes } = fitPolyline(flat(way.slice(0, -1)), { closed: true, tolerance })
		const fresh = new Set(nodes.map(({ id }) => id))
		return { contour: { ...contour, nodes }, fresh, bent: found }
	}
	// Begun with a segment that stays, so that no run goes across the seam.
	const first = contour.closed ? chosen.indexOf(false) : 0
	const nodes: PathNode[] = [item(all, first).from]
	const fresh = new Set<string>()
	let bent = 0
	for (let i = 0; i < count; ) {
		const k = (first + i) % count
		if (!chosen[k]) {
			nodes.push(item(all, k).to)
			i++
			continue
		}
		const run: Segment[] = []
		for (; i < count && chosen[(first + i) % count]; i++) run.push(item(all, (first + i) % count))
		const { way, found } = wayAlong(run, field, reach, false, allowed)
		if (found === 0) {
			nodes.push(...run.map(({ to }) => to))
			continue
		}
		bent += found
		const fitted = fitPolyline(flat(way), { closed: false, tolerance }).nodes
		const [from, to] = [nodes.pop() as PathNode, (run.at(-1) as Segment).to]
		const inner = fitted.slice(1, -1)
		const [begin, end] = [item(fitted, 0), item(fitted, fitted.length - 1)]
		nodes.push(joint(from, { in: from.in, out: begin.out }), ...inner)
		nodes.push(joint(to, { in: end.in, out: to.out }))
		for (const { id } of [from, ...inner, to]) fresh.add(id)
	}
	if (contour.closed) {
		// The seam's node stands at either end: its last stand knows what came to it.
		const last = nodes.pop() as PathNode
		const begin = item(nodes, 0)
		nodes[0] = joint(begin, { in: last.in, out: begin.out })
	}
	return { contour: bent > 0 ? { ...contour, nodes } : contour, fresh, bent }
}

/** A node at the end of a run: where its other side was curved too, the two are not in line by themselves. */
function joint(
	node: PathNode,
	handles: { readonly in: Point | undefined; readonly out: Point | undefined },
): PathNode {
	const placed = withHandles(node, handles)
	return { ...placed, kind: handles.in && handles.out ? 'cusp' : 'corner' }
}

/** The way along the edges through the ends of segments, all its points, and how many have an edge. */
function wayAlong(
	run: readonly Segment[],
	field: EdgeField,
	reach: number,
	closed: boolean,
	allowed: number,
): { readonly way: Point[]; readonly found: number } {
	const stops = [item(run, 0).from, ...run.map(({ to }) => to)]
	const places = stops.map(({ at }, i) => {
		// What is joined to segments that stay keeps its place.
		const end = !closed && (i === 0 || i === stops.length - 1)
		return end ? at : (snapToEdge(field, at, { reach })?.at ?? at)
	})
	if (closed) places[places.length - 1] = item(places, 0)
	const way: Point[] = [item(places, 0)]
	/** Segments that lie on an edge, or along which one leads. */
	let found = 0
	let before: Float64Array | undefined
	for (let i = 1; i < places.length; i++) {
		const [a, b] = [item(places, i - 1), item(places, i)]
		if (liesOnEdge(a, b, field, allowed)) {
			way.push(b)
			found++
			before = undefined
			continue
		}
		const path = followEdge(field, a, b, { reach: 1.5, chord: true, ...(before && { before }) })
		const points = pointsOf(path)
		if (leads(points, a, b)) {
			found++
			way.push(...points.slice(1, -1))
			before = path
		}
		way.push(b)
	}
	const apart = way.filter((p, i) => i === 0 || distance(p, item(way, i - 1)) > 1e-6)
	return { way: apart, found }
}

/** Steps of a way that are longer are gaps in its edge, px. */
const GAP_PX = 3
/** The share of a way that may be gaps. */
const MOST_GAPS = 0.15

/** Whether a way is an edge all along, and one that a straight segment may stand for. */
function leads(way: readonly Point[], a: Point, b: Point): boolean {
	const chord = distance(a, b)
	const steps = way.slice(1).map((p, i) => distance(item(way, i), p))
	const whole = steps.reduce((sum, step) => sum + step, 0)
	const gaps = steps.reduce((sum, step) => sum + (step > GAP_PX ? step : 0), 0)
	if (way.length < 3 || gaps > MOST_GAPS * whole + GAP_PX) return false
	const bulge = Math.max(
		...way.map((p) => Math.abs(cross(subtract(b, a), subtract(p, a))) / (chord || 1)),
	)
	return bulge <= BULGE * chord + BULGE_PX
}

/** A straight segment has an edge along so much of it, and lies on it: it is no curve. */
const ALONG = 0.7

function liesOnEdge(a: Point, b: Point, field: EdgeField, allowed: number): boolean {
	const nodes = [a, b].map((at, k): PathNode => ({ id: String(k), at, kind: 'corner' }))
	const line: Contour = { id: 'line', nodes, closed: false }
	const { covered, p95 } = edgeDeviation([line], field, { reach: STRAIGHT_REACH_PX })
	return covered >= ALONG && p95 <= allowed
}

/** How far from a straight segment its edge is looked for, px. */
const STRAIGHT_REACH_PX = 3

function pointsOf(path: Float64Array): Point[] {
	return Array.from({ length: path.length / 2 }, (_, i) => [path[2 * i] ?? 0, path[2 * i + 1] ?? 0])
}

const flat = (points: readonly Point[]) => Float64Array.from(points.flat())
