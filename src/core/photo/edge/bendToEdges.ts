import { fitPolyline } from '../../fit/fitPolyline'
import { item } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { isStraight, segments, withHandles } from '../../path/contour'
import type { Contour, PathNode } from '../../path/model'
import { type EdgeSample, edgeSamples, outwardSides, type Seeking } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { type EdgePlace, snapToEdge } from './snapToEdge'
import { sidesApart, type Tone, toneApart } from './tones'
import { traceAlong, wayThrough, withCorners } from './trace'

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
	/** Straight segments that an edge was found for: they became curves, or lie on it as they are. */
	readonly bent: number
	/** Those that none was found for: they stay as they are. */
	readonly straight: readonly Line[]
}

type Line = readonly [from: Point, to: Point]

const REACH_PX = 5
const TOLERANCE_PX = 0.8
/** An edge bulges from a straight segment by this share of it, and px, at most. */
const BULGE = 0.25
const BULGE_PX = 6
/** A segment is bent if an edge is sure along so much of it. */
const LEAST_FOUND = 0.5
/** From a straight segment to its edge one goes steeply: what a px of change from sample to sample costs, in octaves. */
const STEEP = 0.6
/** … for so many px at most: beyond that it is another edge's. */
const STEEPEST_PX = 20
/** Round a node the edge is looked for within this share of the reach. */
const END_REACH = 0.6
/** An edge bulges from a segment by about this share of it. */
const LIKELY_BULGE = 0.03
/** So many edges are thought of along each normal: a straight segment has much beside it. */
const MOST = 8
/** What was bent once lies near its edge: it is sought anew so near, px. */
const NEAR_PX = 4
/**
 * Straight segments bent along a photo's edges: the edge beside each is sought along its normals, the places
 * are fitted with the fewest nodes, corners where the edge has corners; then the same once more beside the
 * curve. Where no edge runs beside a segment, it stays straight.
 */
export function bendToEdges(
	contours: readonly Contour[],
	field: EdgeField,
	o: BendOptions = {},
): BentToEdges {
	const sides = outwardSides(contours)
	const made = contours.map((contour, k) => {
		const chosen = segments(contour).map(({ from, to }) => isMeant(from, to, o.only))
		if (!chosen.some(Boolean)) return { contour, bent: 0, straight: [] }
		return bentContour(contour, chosen, field, item(sides, k), o)
	})
	return {
		contours: made.map(({ contour }) => contour),
		bent: made.reduce((sum, one) => sum + one.bent, 0),
		straight: made.flatMap(({ straight }) => straight),
	}
}

function isMeant(from: PathNode, to: PathNode, only?: ReadonlySet<string>): boolean {
	return isStraight(from, to) && (!only || (only.has(from.id) && only.has(to.id)))
}

interface Bent {
	readonly contour: Contour
	/** Segments that an edge was found for. */
	readonly bent: number
	/** Those that none was found for. */
	readonly straight: readonly Line[]
}

function bentContour(
	contour: Contour,
	chosen: readonly boolean[],
	field: EdgeField,
	side: 1 | -1,
	{ reach = REACH_PX, tolerance = TOLERANCE_PX, allowance = 0 }: BendOptions,
): Bent {
	const all = segments(contour)
	const seeking: Seeking = {
		side,
		reachOf: (segment, t) => {
			const { from, to } = item(all, segment)
			const size = distance(from.at, to.at)
			// Nodes were set on the edge; in between it bulges.
			const middle = 4 * t * (1 - t)
			const wide = Math.max(reach, LEAST_REACH_PX)
			const bulge = Math.min(BULGE * size + BULGE_PX, MOST_REACHES * wide)
			return {
				most: END_REACH * reach + middle * bulge,
				likely: END_REACH * reach + middle * (wide - END_REACH * reach + LIKELY_BULGE * size),
			}
		},
		jump: STEEP,
		mostJump: STEEPEST_PX,
		most: MOST,
	}
	const unlike = unlikeNodes(edgeSamples([contour], field, reach, seeking), contour)
	const { places, found } = traceAlong(contour, field, reach, allowance, { ...seeking, unlike })
	const bends = all.map((_, k) => chosen[k] === true && item(found, k) >= LEAST_FOUND)
	const straight = all.flatMap(({ from, to }, k): Line[] =>
		chosen[k] && !bends[k] ? [[from.at, to.at]] : [],
	)
	const bent = bends.filter(Boolean).length
	if (bent === 0) return { contour, bent, straight }
	const again = (way: readonly Point[], closed: boolean): Contour => {
		const rough = fitPolyline(flat(way), { closed, tolerance: Math.max(1, 1.5 * tolerance) })
		const nearer = traceAlong(rough, field, NEAR_PX + allowance, allowance, { side })
		const places = wayThrough(withCorners(nearer.places, rough, NEAR_PX), closed, tolerance)
		const ends = closed ? places : [item(way, 0), ...places, item(way, way.length - 1)]
		return fitPolyline(flat(apart(ends)), { closed, tolerance })
	}
	if (contour.closed && bends.every(Boolean)) {
		const cornered = withCorners(places, contour, Math.max(reach, LEAST_REACH_PX))
		const { nodes } = again(wayThrough(cornered, true, tolerance), true)
		return { contour: { ...contour, nodes }, bent, straight }
	}
	// Begun with a segment that stays, so that no run goes across the seam.
	const count = all.length
	const first = contour.closed ? bends.indexOf(false) : 0
	const nodes: PathNode[] = [item(all, first).from]
	for (let i = 0; i < count; ) {
		const k = (first + i) % count
		if (!bends[k]) {
			nodes.push(item(all, k).to)
			i++
			continue
		}
		const run: number[] = []
		for (; i < count && bends[(first + i) % count]; i++) run.push((first + i) % count)
		const own = run.flatMap((segment) => places.filter((one) => one.segment === segment))
		const from = nodes.pop() as PathNode
		const { to } = item(all, item(run, run.length - 1))
		const ended = (node: PathNode, other: number) =>
			contour.closed || (other >= 0 && other < count)
				? node.at
				: inwards(snapToEdge(field, node.at, { reach }), allowance, node.at)
		const [begin, end] = [ended(from, item(run, 0) - 1), ended(to, item(run, run.length - 1) + 1)]
		const way = [begin, ...wayThrough(own, false, tolerance), end]
		const fitted = again(apart(way), false).nodes
		const [head, tail] = [item(fitted, 0), item(fitted, fitted.length - 1)]
		nodes.push(joint({ ...from, at: head.at }, { in: from.in, out: head.out }))
		nodes.push(...fitted.slice(1, -1))
		nodes.push(joint({ ...to, at: tail.at }, { in: tail.in, out: to.out }))
	}
	if (contour.closed) {
		// The seam's node stands at either end: its last stand knows what came to it.
		const last = nodes.pop() as PathNode
		const begin = item(nodes, 0)
		nodes[0] = joint(begin, { in: last.in, out: begin.out })
	}
	return { contour: { ...contour, nodes }, bent, straight }
}

/** So near to a node the edge is the one that it was set on, px. */
const BY_NODE_PX = 7
/** What speaks against an edge of which the other side is light, and beside which other colours lie than at the nodes, octaves. */
const TURNED = 2.5
const OTHER = 4
/** Levels by which they are quite others. */
const MUCH = 50

/** How unlike the edges that a segment's nodes were set on others are: those are known, whatever lies in between. */
function unlikeNodes(
	samples: readonly EdgeSample[],
	{ nodes }: Contour,
): NonNullable<Seeking['unlike']> {
	let lighter = 0
	const beside = nodes.map(({ at }) => {
		const near = samples.flatMap((one) =>
			one.crossed && distance(one.at, at) < BY_NODE_PX && Math.abs(one.crossed.t) < BY_NODE_PX / 2
				? [one.crossed]
				: [],
		)
		lighter += near.reduce((sum, edge) => sum + edge.lighter, 0)
		if (near.length === 0) return undefined
		return [
			middleTone(near.map(({ before }) => before)),
			middleTone(near.map(({ after }) => after)),
		] as const
	})
	const known = beside.filter((tones) => tones !== undefined).length
	const sure = Math.abs(lighter) > known / 2
	return (edge, segment) => {
		const off = [beside[segment], beside[(segment + 1) % nodes.length]].flatMap((tones) =>
			tones ? [sidesApart(toneApart(edge.before, tones[0]), toneApart(edge.after, tones[1]))] : [],
		)
		const turned = sure && Math.sign(lighter) !== edge.lighter ? TURNED : 0
		return turned + (off.length > 0 ? OTHER * Math.min(1, Math.min(...off) / MUCH) : 0)
	}
}

/** The colour in the middle of some, by brightness. */
const middleTone = (tones: readonly Tone[]): Tone =>
	item(
		tones.toSorted((one, other) => one[0] - other[0]),
		tones.length >> 1,
	)

/** However long a segment is, its edge is no further off than so many times the reach, or than this, px. */
const LEAST_REACH_PX = 8
const MOST_REACHES = 2

/** A place on an edge, so far inside it; elsewhere what was given. */
function inwards(place: EdgePlace | undefined, allowance: number, at: Point): Point {
	return place && allowance === 0 ? place.at : at
}

/** A node at the end of a run: where its other side was curved too, the two are not in line by themselves. */
function joint(
	node: PathNode,
	handles: { readonly in: Point | undefined; readonly out: Point | undefined },
): PathNode {
	const placed = withHandles(node, handles)
	return { ...placed, kind: handles.in && handles.out ? 'cusp' : 'corner' }
}

/** Points of which none lies on the one before. */
const apart = (way: readonly Point[]): Point[] =>
	way.filter((p, i) => i === 0 || distance(p, item(way, i - 1)) > 1e-6)

const flat = (points: readonly Point[]) => Float64Array.from(points.flat())
