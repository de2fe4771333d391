import Flatbush from 'flatbush'
import { item, at as numberAt } from '../geometry/numbers'
import { distance, type Point, unit } from '../geometry/point'
import { deviationBySteps } from '../measure/deviation'
import { isStraight, type Segment, segments } from '../path/contour'
import { inferKind } from '../path/kinds'
import { type Contour, newId, type PathNode } from '../path/model'
import { areWorkable } from '../path/reach'
import type { Break } from './breaks'
import type { Candidate } from './candidates'
import { HIDDEN } from './chooseJoints'
import { contourOf } from './contourOf'
import type { CornerMark } from './corners'
import { fitThrough } from './fitThrough'
import { type Joint, smoothJoint } from './joint'
import { endDirection, type OutlineTrail, outlineTrail, startDirection } from './outlineTrail'
import { type PreparedTrail, prepareTrail } from './prepareTrail'
import { isThinned, thinnedMark } from './thinned'

export interface ThinOptions {
	/** How far the outline may come to lie from where it is, px. */
	readonly tolerance: number
	/** The nodes that may change; all unless said otherwise. */
	readonly only?: ReadonlySet<string>
	/** Whether corners of the outline stay corners; they do unless said otherwise. */
	readonly keepCorners?: boolean
	/** Whether outermost points are given a node where that costs little; so unless said otherwise. */
	readonly preferExtrema?: boolean
	/** Whether handles at outermost points become level or upright; so unless said otherwise. */
	readonly levelled?: boolean
}

export interface Thinned {
	readonly contour: Contour
	/** The greatest distance between the outline as it was and as it is, px. */
	readonly deviation: number
	/** Where that is; nowhere on an outline that did not change. */
	readonly worst?: Point
}

/** Less of a turn than this is not kept for a corner, radians: freehand outlines are full of them. */
const KEPT_TURN = 0.5
/** The outline is sampled this finely, in tolerances. */
const SAMPLE_SHARE = 0.5
/** Curves are measured as polygons this near to them, in tolerances. */
const MEASURED = 0.02
/** The limit of each try as a share of the tolerance: distances between the samples come on top. */
const TRIES = [0.97, 0.85, 0.6, 0.35]

/** Within less than this nothing can be left out, px: an outline stays as it is. */
const LEAST_PX = 1e-5

/**
 * The outline with the fewest nodes that stays within a tolerance of the one given. Where only some
 * nodes may change, runs of neighbours among them are fitted anew between their first and last node:
 * those keep place and tangent, and all others stay bit for bit. Nodes that stay where they were
 * keep their ids. An outline that was thinned by as much before, or that cannot lose a node, comes
 * back as it is.
 * @returns the outline and its measured deviation from the one given, never above the tolerance
 * @throws RangeError for a tolerance that is not above zero
 */
export function thin(contour: Contour, options: ThinOptions): Thinned {
	const { tolerance, only } = options
	if (!(tolerance > 0)) throw new RangeError(`A tolerance is above zero, not ${tolerance}.`)
	if (tolerance < LEAST_PX) return { contour, deviation: 0 }
	const same = { contour, deviation: 0 }
	if (isThinned(contour, tolerance, only) || !areWorkable([contour])) return same
	const { nodes } = contour
	const whole = !only || nodes.every((node) => only.has(node.id))
	if (whole) {
		const found = thinWhole(contour, options)
		return found ? { ...found, contour: thinnedMark(found.contour, tolerance) } : same
	}
	let current = contour
	let furthest: Deviated = { deviation: 0 }
	for (const run of chosenRuns(contour, only)) {
		const found = thinWhole({ id: contour.id, nodes: run, closed: false }, options, true)
		if (!found) continue
		const next = withRun(current, run, found.contour.nodes)
		if (!keepsEnds(run, next)) continue
		current = next
		if (found.deviation >= furthest.deviation) furthest = found
	}
	if (current === contour) return same
	const old = new Set(nodes.map(({ id }) => id))
	const changed = current.nodes.filter(({ id }) => only.has(id) || !old.has(id))
	const left = new Set(changed.map(({ id }) => id))
	return { contour: thinnedMark(current, tolerance, left), ...placeOf(furthest) }
}

type Deviated = Pick<Thinned, 'deviation' | 'worst'>

function placeOf({ deviation, worst }: Deviated): Deviated {
	return { deviation, ...(worst && { worst }) }
}

/** Runs of at least three neighbours among the nodes named. */
function chosenRuns({ nodes, closed }: Contour, only: ReadonlySet<string>): PathNode[][] {
	const n = nodes.length
	// A closed outline is begun at a node that stays.
	const begin = closed ? nodes.findIndex((node) => !only.has(node.id)) : 0
	const runs: PathNode[][] = []
	let run: PathNode[] = []
	for (let k = 0; k < n; k++) {
		const node = nodes[(begin + k) % n]
		if (node && only.has(node.id)) run.push(node)
		else {
			runs.push(run)
			run = []
		}
	}
	runs.push(run)
	return runs.filter((each) => each.length > 2)
}

/** The outline with one run of its nodes replaced, its ends keeping what lies outside the run. */
function withRun(contour: Contour, run: readonly PathNode[], fitted: readonly PathNode[]): Contour {
	const gone = new Set(run.map((node) => node.id))
	const at = contour.nodes.findIndex((node) => node.id === run[0]?.id)
	const turned = [...contour.nodes.slice(at), ...contour.nodes.slice(0, at)]
	const first = run[0] as PathNode
	const last = run.at(-1) as PathNode
	const ends = fitted.map((node, k): PathNode => {
		if (k === 0) return { ...node, id: first.id, ...(first.in && { in: first.in }) }
		if (k === fitted.length - 1) return { ...node, id: last.id, ...(last.out && { out: last.out }) }
		return node
	})
	const rest = turned.filter((node) => !gone.has(node.id))
	// The first node of the outline stays first where it is left.
	const order = [...ends, ...rest]
	const begin = Math.max(
		0,
		order.findIndex((node) => node.id === contour.nodes[0]?.id),
	)
	const nodes = [...order.slice(begin), ...order.slice(0, begin)]
	const next = { ...contour, nodes }
	const settled = nodes.map((node, k) =>
		node.id === first.id || node.id === last.id ? { ...node, kind: inferKind(next, k) } : node,
	)
	return { ...next, nodes: settled }
}

/** A whole outline with fewer nodes; nothing where there is none. */
function thinWhole(
	contour: Contour,
	options: ThinOptions,
	withTangents = false,
): Thinned | undefined {
	const { tolerance } = options
	const least = contour.closed ? 2 : 1
	if (contour.nodes.length <= least) return undefined
	const sampled = outlineTrail(contour, tolerance * SAMPLE_SHARE)
	if (sampled.points.length < 6) return undefined
	for (const share of TRIES) {
		const fitted = fitSampled(contour, sampled, options, share * tolerance, withTangents)
		if (fitted.nodes.length >= contour.nodes.length) return undefined
		const { max, worst } = deviationBySteps([contour], [fitted], tolerance, MEASURED * tolerance)
		if (max <= tolerance) return { contour: fitted, deviation: max, ...(worst && { worst }) }
	}
	return undefined
}

function fitSampled(
	contour: Contour,
	{ points, corners, joints }: OutlineTrail,
	{ keepCorners = true, preferExtrema = true, levelled = true }: ThinOptions,
	tolerance: number,
	withTangents: boolean,
): Contour {
	const { closed } = contour
	const plainest = ofClusters(corners, points, CLUSTER * tolerance, closed)
	const marks = corners.map((mark): CornerMark => {
		const kept = keepCorners && Math.abs(mark.turn) >= KEPT_TURN && plainest.has(mark)
		return { ...mark, ...(kept ? { sure: true } : { doubt: true }) }
	})
	const prepared = prepareTrail(points, {
		closed,
		tolerance,
		corners: marks,
		exact: true,
		levelled,
	})
	const { trail, breaks, between, limit } = prepared
	const own = spread(joints, GAP * tolerance).map((joint) => candidateAt(joint, prepared))
	const candidates = (from: number, to: number) =>
		mergedCandidates(between(from, to), own, from, to)
	const goal = { limit, hidden: preferExtrema ? HIDDEN : 0 }
	const fitted = contourOf(
		trail,
		fitThrough(trail, withTangents ? heldTangents(contour, breaks) : breaks, candidates, goal),
	)
	return recognised(contour, fitted, tolerance)
}

/** Corners nearer to each other than this, in tolerances, are one: the others may go, within the tolerance. */
const CLUSTER = 2.5

/** Of corners that lie in a cluster the one that turns most; all others. */
function ofClusters(
	corners: readonly CornerMark[],
	points: Float64Array,
	reach: number,
	closed: boolean,
): ReadonlySet<CornerMark> {
	const near = (a: CornerMark | undefined, b: CornerMark | undefined) => {
		if (!a || !b) return false
		const at = ({ i }: CornerMark): Point => [numberAt(points, 2 * i), numberAt(points, 2 * i + 1)]
		return distance(at(a), at(b)) < reach
	}
	const clusters: CornerMark[][] = []
	for (const mark of corners) {
		const last = clusters.at(-1)
		if (last && near(last.at(-1), mark)) last.push(mark)
		else clusters.push([mark])
	}
	const [first, last] = [clusters[0], clusters.at(-1)]
	if (closed && first && last && first !== last && near(last.at(-1), first[0]))
		clusters.splice(0, clusters.length, ...clusters.slice(1, -1), [...last, ...first])
	const turns = ({ turn }: CornerMark) => Math.abs(turn)
	return new Set(clusters.map((all) => all.reduce((a, b) => (turns(b) > turns(a) ? b : a))))
}

/** Nodes nearer to each other than this, in tolerances, need not all be places for joints. */
const GAP = 6

/** Joints at least `gap` px apart, but for those that turn plainly. */
function spread(joints: readonly Joint[], gap: number): Joint[] {
	let before: Joint | undefined
	return joints.filter((joint) => {
		const turn = Math.abs(joint.inX * joint.outY - joint.inY * joint.outX)
		const near = before && Math.hypot(joint.x - before.x, joint.y - before.y) < gap
		if (near && turn <= SLIGHT_TURN) return false
		before = joint
		return true
	})
}

/** The breaks of a run with the tangents that its ends have in their outline. */
function heldTangents(run: Contour, breaks: readonly Break[]): Break[] {
	const [startX, startY] = unit(startDirection(run))
	const [endX, endY] = unit(endDirection(run))
	// A straight span could not have the tangent of a curve.
	const bends = (segment: Segment | undefined) => segment && !isStraight(segment.from, segment.to)
	const all = segments(run)
	const [bendsFirst, bendsLast] = [bends(all[0]), bends(all.at(-1))]
	const last = breaks.length - 1
	return breaks.map((each, k) => {
		const start = k === 0 && { outX: startX, outY: startY, fixedOut: true, corner: !bendsFirst }
		const end = k === last && { inX: endX, inY: endY, fixedIn: true, corner: !bendsLast }
		const bent = (k === 0 && bendsFirst) || (k === last - 1 && bendsLast)
		return {
			...each,
			straightAfter: each.straightAfter && !bent,
			ways: each.ways.map((way) => ({ ...way, ...start, ...end })),
		}
	})
}

/** Whether a run's ends are what they were: a smooth node has not become a cusp. */
function keepsEnds(before: readonly PathNode[], contour: Contour): boolean {
	return [before[0], before.at(-1)].every((end) => {
		const now = contour.nodes.find((node) => node.id === end?.id)
		return end?.kind === 'cusp' || end?.kind === 'corner' || now?.kind !== 'cusp'
	})
}

/** A node that turns less may become smooth, radians. */
const SLIGHT_TURN = 0.5

/** A node of the outline as a place for a joint: as it is, and smooth where it turns slightly. */
function candidateAt(joint: Joint, { shift, trail }: PreparedTrail): Candidate {
	const [cx, cy] = trail.centre
	const i = trail.closed ? (joint.i - shift + trail.last) % trail.last : joint.i
	const own = { ...joint, i, x: joint.x - cx, y: joint.y - cy }
	const [dx, dy] = unit([own.inX + own.outX, own.inY + own.outY])
	const turn = Math.abs(own.inX * own.outY - own.inY * own.outX)
	if (!own.corner || turn > SLIGHT_TURN) return [own]
	return [smoothJoint(i, own.x, own.y, dx, dy), own]
}

function mergedCandidates(
	seen: readonly Candidate[],
	own: readonly Candidate[],
	from: number,
	to: number,
): Candidate[] {
	const place = (ways: Candidate) => item(ways, 0).i
	const inside = own.filter((ways) => place(ways) > from && place(ways) < to)
	const taken = new Set(inside.flatMap((ways) => [-1, 0, 1].map((d) => place(ways) + d)))
	const others = seen.filter((ways) => !taken.has(place(ways)))
	return [...others, ...inside].sort((a, b) => place(a) - place(b))
}

/** Nearer than this share of the tolerance a node is the one that was there. */
const SAME_SHARE = 0.1
/** Up to so many tolerances away it is that node moved. */
const MOVED_SHARE = 6

/** The fitted outline with the ids, and where they did not move the places, of the nodes it keeps. */
function recognised(before: Contour, after: Contour, tolerance: number): Contour {
	const matched = matchedNodes(before, after, MOVED_SHARE * tolerance)
	const nodes = after.nodes.map((node, k): PathNode => {
		const old = matched.get(k)
		if (!old) return { ...node, id: newId() }
		const stays = distance(node.at, old.at) <= SAME_SHARE * tolerance
		return stays ? shifted({ ...node, id: old.id }, old.at) : { ...node, id: old.id }
	})
	return { ...before, nodes: before.closed ? fromFirst(before, nodes) : withEnds(before, nodes) }
}

/**
 * Which node of the outline before each node is, by its place: the nearest pairs first, each node
 * in one pair. An open outline's ends are its ends, wherever they lie.
 */
function matchedNodes(before: Contour, after: Contour, reach: number): Map<number, PathNode> {
	const matched = new Map<number, PathNode>()
	const [first, last] = [before.nodes[0], before.nodes.at(-1)]
	if (!before.closed && first && last) {
		matched.set(0, first)
		matched.set(after.nodes.length - 1, last)
	}
	const taken = new Set([...matched.values()].map((node) => node.id))
	const near = nodesNear(before.nodes)
	const pairs = after.nodes.flatMap((node, k) =>
		near(node.at, reach).map((old) => ({ k, old, away: distance(node.at, old.at) })),
	)
	for (const { k, old } of pairs.sort((p, q) => p.away - q.away)) {
		if (matched.has(k) || taken.has(old.id)) continue
		taken.add(old.id)
		matched.set(k, old)
	}
	return matched
}

/** Finds the nodes within reach of a place. */
function nodesNear(nodes: readonly PathNode[]): (at: Point, reach: number) => PathNode[] {
	const index = new Flatbush(Math.max(1, nodes.length))
	for (const {
		at: [x, y],
	} of nodes)
		index.add(x, y, x, y)
	if (nodes.length === 0) index.add(0, 0, 0, 0)
	index.finish()
	return ([x, y], reach) =>
		index
			.search(x - reach, y - reach, x + reach, y + reach)
			.flatMap((k) => nodes[k] ?? [])
			.filter((node) => distance(node.at, [x, y]) <= reach)
}

/** A closed outline begins where it began, or at the node nearest to that. */
function fromFirst({ nodes: [first] }: Contour, nodes: readonly PathNode[]): PathNode[] {
	if (!first) return [...nodes]
	const away = nodes.map((node) => (node.id === first.id ? -1 : distance(node.at, first.at)))
	const begin = away.indexOf(Math.min(...away))
	return [...nodes.slice(begin), ...nodes.slice(0, begin)]
}

/** An open outline ends exactly where it ended. */
function withEnds({ nodes: old }: Contour, nodes: readonly PathNode[]): PathNode[] {
	return nodes.map((node, k) => {
		const end = k === 0 ? old[0] : k === nodes.length - 1 ? old.at(-1) : undefined
		return end ? shifted({ ...node, id: end.id }, end.at) : node
	})
}

function shifted(node: PathNode, at: Point): PathNode {
	const by: Point = [at[0] - node.at[0], at[1] - node.at[1]]
	return {
		...node,
		at,
		...(node.in && { in: [node.in[0] + by[0], node.in[1] + by[1]] }),
		...(node.out && { out: [node.out[0] + by[0], node.out[1] + by[1]] }),
	}
}
