import { isSelfCrossing } from '../../combine/selfCrossing'
import { fitPolyline } from '../../fit/fitPolyline'
import type { Box } from '../../geometry/box'
import { item } from '../../geometry/numbers'
import { add, distance, length, type Point, scale, subtract, unit } from '../../geometry/point'
import { ringWinding } from '../../geometry/polygon'
import { contourBounds, flattenContour } from '../../path/contour'
import type { Contour, PathNode } from '../../path/model'
import { insertOn, settleSince } from '../../path/nodes'
import {
	type EdgeSample,
	edgeDeviation,
	edgeSamples,
	outwardSides,
	type Seeking,
} from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { type Equation, leastSquares } from './leastSquares'
import { traceAlong, wayThrough } from './trace'

export interface FitToEdgesOptions {
	/** How far an edge may be, and so the furthest that a node moves, px; 8 unless said otherwise. */
	readonly reach?: number
	/** How far inside the edge the outline is to lie, px. */
	readonly allowance?: number
	/** The nodes that may move; all unless said otherwise. */
	readonly only?: ReadonlySet<string>
	/** How often edges are sought anew, at most; 7 unless said otherwise: less where the outline is almost there. */
	readonly rounds?: number
	/** Nodes are added where a segment cannot come so near to its edge, px; none unless said otherwise. */
	readonly addWithin?: number
}

export interface FittedToEdges {
	readonly contours: Contour[]
	/** Nodes that moved. */
	readonly moved: number
	/** Nodes beside which no edge is sure: they stay. */
	readonly unsure: number
}

const REACH_PX = 8
/** Rounds, in each of which the edges are sought anew. */
const ROUNDS = 7
/** They end when no node moves further, px. */
const SETTLED_PX = 0.05
/** Nodes are added in so many turns at most. */
const TURNS = 6
/** So near to a corner its two edges run into each other, px. */
const CORNER_PX = 3
/** A residual of so many medians is another edge's, and at least so far off, px. */
const OUTLIER = 4
const LEAST_OUTLIER_PX = 1.5
/** A node moves if it goes further, px. */
const MOVED_PX = 0.01
/** Share of its own weight that holds each unknown back, and a share of a px that holds back all. */
const DAMPING = 3e-3
const STAYS = 2e-2
/** A handle keeps this share of its length at least. */
const LEAST_HANDLE = 0.15
/** Fewer sure samples beside a node, and it stays. */
const LEAST_SAMPLES = 2

/**
 * Moves outlines onto a photo's edges: places of nodes, directions and lengths of handles together, by
 * Gauss–Newton steps on the distances along the normals, the edges sought anew each time. Nodes and kinds
 * are kept; what has no sure edge stays; a corner goes to where the edges on either side of it meet.
 */
export function fitToEdges(
	contours: readonly Contour[],
	field: EdgeField,
	o: FitToEdgesOptions = {},
): FittedToEdges {
	const { addWithin } = o
	let fitted = settle(contours, field, o)
	// Chosen nodes keep what lies between others: there nodes are added one by one.
	for (let turn = 0; addWithin !== undefined && o.only && turn < TURNS; turn++) {
		const more = withMoreNodes(fitted, field, o, addWithin)
		if (!more) break
		fitted = settle(more, field, o)
	}
	const forms: (readonly Contour[])[] = [fitted]
	// What was rough is nearer after each turn, and sees more of its edge.
	for (let turn = 0; addWithin !== undefined && !o.only && turn < TURNS_ANEW; turn++)
		forms.push(anew(turn === 0 ? contours : item(forms, turn), field, o, turn === 0 ? ROUGHLY : {}))
	const near = nearest(contours, forms, field, o)
	// Where that would be worse somewhere, what lies nearer is gone to alone.
	const stays = near.some((contour, k) => contour === contours[k])
	fitted = stays
		? nearest(near, [settle(near, field, { ...o, reach: (o.reach ?? REACH_PX) / 2 })], field, o)
		: near
	const before = new Map(contours.flatMap(({ nodes }) => nodes.map((node) => [node.id, node.at])))
	const moved = fitted
		.flatMap(({ nodes }) => nodes)
		.filter(({ id, at }) => distance(before.get(id) ?? at, at) > MOVED_PX)
	const support = supportOf(fitted, edgeSamples(fitted, field, o.reach ?? REACH_PX))
	return {
		contours: fitted,
		moved: moved.length,
		unsure: support.filter((n) => n < LEAST_SAMPLES).length,
	}
}

/** So often are outlines made anew beside those that came of it before. */
const TURNS_ANEW = 2
/** Edges beside a rough outline are gone to steeply, and are not the strongest there. */
const ROUGHLY: Seeking = { jump: 0.3, most: 8 }

/** Outlines along the edges beside them, with the nodes that these take: for what is too rough to be moved. */
function anew(
	contours: readonly Contour[],
	field: EdgeField,
	{ reach = REACH_PX, allowance = 0, addWithin = 1 }: FitToEdgesOptions,
	seeking: Seeking,
): Contour[] {
	const sides = outwardSides(contours)
	return contours.map((contour, k) => {
		const side = item(sides, k)
		const { places, found } = traceAlong(contour, field, reach, allowance, { ...seeking, side })
		if (places.length < 4 || found.every((share) => share === 0)) return contour
		const way = wayThrough(places, contour.closed, WITHIN * addWithin)
		const [first, last] = [
			item(contour.nodes, 0).at,
			item(contour.nodes, contour.nodes.length - 1).at,
		]
		const whole = contour.closed ? way : [first, ...way, last]
		const { nodes } = fitPolyline(Float64Array.from(whole.flat()), {
			closed: contour.closed,
			tolerance: WITHIN * addWithin,
		})
		return nodes.length < 2 ? contour : { ...contour, nodes }
	})
}

/** Of what is allowed the curve itself takes this share: where edges are is not known to the last of it. */
const WITHIN = 0.75

/** Of each outline the form that lies nearest to its edges, as it is measured; as it was where none is nearer. */
function nearest(
	begun: readonly Contour[],
	forms: readonly (readonly Contour[])[],
	field: EdgeField,
	{ allowance = 0, addWithin = 0 }: FitToEdgesOptions,
): Contour[] {
	const sides = outwardSides(begun)
	const measured = (contour: Contour, k: number) => {
		const { offset, covered } = edgeDeviation([contour], field, { side: item(sides, k) })
		const off = Float64Array.from(
			offset.filter((v) => !Number.isNaN(v)),
			(v) => Math.abs(v + allowance),
		).sort()
		return {
			contour,
			covered,
			p95: off[Math.floor(0.95 * off.length)] ?? 0,
			worst: off.at(-1) ?? 0,
		}
	}
	const made = begun.map((contour, k) => {
		const was = measured(contour, k)
		const all = forms.map((form) => measured(item(form, k), k))
		// What has lost sight of its edge only seems to be near to it.
		const seen = Math.max(was.covered, ...all.map(({ covered }) => covered)) - LESS_SEEN
		const others = all.filter(
			({ p95, worst, covered }) =>
				p95 <= was.p95 &&
				worst <= Math.max(was.worst, addWithin) + NO_MORE_PX &&
				covered >= Math.min(seen, was.covered),
		)
		const sharp = others.filter(({ covered }) => covered >= seen)
		// What is near enough with fewer nodes is better than what is nearer.
		const enough = sharp.filter(
			({ p95, worst }) => p95 <= addWithin && worst <= OUTERMOST * addWithin,
		)
		const dear = ({ p95, contour: { nodes } }: (typeof all)[number]) =>
			p95 * (1 + NODES_COST * Math.max(0, nodes.length / contour.nodes.length - 1))
		const best = (enough.length > 0 ? enough : sharp.length > 0 ? sharp : others).sort((a, b) =>
			enough.length > 0 ? a.contour.nodes.length - b.contour.nodes.length : dear(a) - dear(b),
		)[0]
		return best?.contour ?? contour
	})
	return uncrossed(made, begun)
}

/** The worst place of what is near enough is off by so many times what is allowed at most. */
const OUTERMOST = 1.25
/** Twice as many nodes are worth it where the outline comes nearer by this share. */
const NODES_COST = 0.5
/** So much less of its length may have a sure edge, as a share. */
const LESS_SEEN = 0.04
/** What is measured twice differs by so much, px. */
const NO_MORE_PX = 0.05

function settle(contours: readonly Contour[], field: EdgeField, o: FitToEdgesOptions): Contour[] {
	const { reach = REACH_PX, rounds = ROUNDS } = o
	let now = [...contours]
	for (let round = 0; round < rounds; round++) {
		const samples = edgeSamples(now, field, Math.max(2, reach * (round < 2 ? 1 : 0.5)))
		const before = now
		now = now.map((contour, k) =>
			step(
				contour,
				contours[k] as Contour,
				samples.filter((one) => one.contour === k),
				o,
			),
		)
		if (round >= 2 && furthest(before, now) < SETTLED_PX) break
	}
	return uncrossed(noWorse(now, contours, field, o), contours)
}

/** How far the node that moved most has moved, px. */
function furthest(before: readonly Contour[], after: readonly Contour[]): number {
	let most = 0
	for (const [k, { nodes }] of after.entries())
		for (const [i, { at }] of nodes.entries())
			most = Math.max(most, distance(at, before[k]?.nodes[i]?.at ?? at))
	return most
}

/** Distances beyond this count as this: an edge that is not the outline's says no more, px. */
const COUNTED_PX = 4

/** Outlines that came to lie further from their edges than they did stay as they were. */
function noWorse(
	fitted: readonly Contour[],
	begun: readonly Contour[],
	field: EdgeField,
	{ reach = REACH_PX, allowance = 0 }: FitToEdgesOptions,
): Contour[] {
	const off = (contours: readonly Contour[]) => {
		const sums = contours.map(() => ({ far: 0, size: 0 }))
		for (const { contour, edge, length: size } of edgeSamples(contours, field, reach)) {
			const sum = item(sums, contour)
			const away = Number.isNaN(edge) ? COUNTED_PX : Math.abs(edge - allowance)
			sum.far += size * Math.min(COUNTED_PX, away)
			sum.size += size
		}
		return sums.map(({ far, size }) => far / (size || 1))
	}
	const [was, is] = [off(begun), off(fitted)]
	return fitted.map((contour, k) => (item(is, k) <= item(was, k) ? contour : item(begun, k)))
}

/** Outlines that came to cross themselves, or each other, stay as they were. */
function uncrossed(fitted: readonly Contour[], begun: readonly Contour[]): Contour[] {
	const whole = fitted.map((contour, k) => {
		const before = item(begun, k)
		return isSelfCrossing(contour) && !isSelfCrossing(before) ? before : contour
	})
	for (let k = 0; k < whole.length; k++)
		for (let other = k + 1; other < whole.length; other++) {
			if (!cross(item(whole, k), item(whole, other))) continue
			if (cross(item(begun, k), item(begun, other))) continue
			whole[k] = item(begun, k)
			whole[other] = item(begun, other)
		}
	return whole
}

/** Whether two outlines cross: as polylines, by the lines that leave them. */
function cross(a: Contour, b: Contour): boolean {
	const [boxA, boxB] = [contourBounds(a), contourBounds(b)]
	if (boxA.maxX < boxB.minX || boxB.maxX < boxA.minX) return false
	if (boxA.maxY < boxB.minY || boxB.maxY < boxA.minY) return false
	const [p, q] = [flattenContour(a), flattenContour(b)]
	const mixed = (
		points: readonly Point[],
		ring: readonly Point[],
		{ minX, minY, maxX, maxY }: Box,
	) => {
		const within = points.filter(
			(at) =>
				at[0] >= minX &&
				at[0] <= maxX &&
				at[1] >= minY &&
				at[1] <= maxY &&
				ringWinding(ring, at) !== 0,
		).length
		return within > 0 && within < points.length
	}
	return mixed(p, q, boxB) || mixed(q, p, boxA)
}

/** One Gauss–Newton step of one outline. @param begun the outline as it was given */
function step(
	contour: Contour,
	begun: Contour,
	samples: readonly EdgeSample[],
	{ reach = REACH_PX, allowance = 0, only }: FitToEdgesOptions,
): Contour {
	const { nodes } = contour
	const seen = samples.filter((one) => !Number.isNaN(one.edge) && !isByCorner(contour, one))
	const sizes = seen.map((one) => Math.abs(one.edge - allowance)).sort((a, b) => a - b)
	const limit = Math.max(LEAST_OUTLIER_PX, OUTLIER * (sizes[sizes.length >> 1] ?? 0))
	const support = supportOf(
		[contour],
		samples.map((one) => ({ ...one, contour: 0 })),
	)
	const free = nodes.map(
		({ id }, k) => (support[k] ?? 0) >= LEAST_SAMPLES && (!only || only.has(id)),
	)
	const columns = unknownsOf(contour, free)
	const count = columns.reduce((sum, own) => sum + own.length, 0)
	if (count === 0) return contour
	const first: number[] = []
	let place = 0
	for (const own of columns) {
		first.push(place)
		place += own.length
	}
	const equations = seen.map((one): Equation => {
		const off = one.edge - allowance
		const share = off / limit
		const weight = Math.abs(share) < 1 ? one.confidence * one.length * (1 - share * share) ** 2 : 0
		return { weight, right: off, terms: termsOf(contour, one, columns, first) }
	})
	const by = leastSquares(equations, count, { damping: DAMPING, stays: STAYS })
	const changed = nodes.map((node, k) => {
		const own = columns[k] ?? []
		return own.reduce((now, unknown, c) => unknown.apply(now, by[(first[k] ?? 0) + c] ?? 0), node)
	})
	const within = changed.map((node, k) => heldWithin(node, begun.nodes[k] ?? node, reach))
	return settleSince(contour, { ...contour, nodes: within })
}

/** How many sure samples lie beside each node, on the segments before and after it. */
function supportOf(contours: readonly Contour[], samples: readonly EdgeSample[]): number[] {
	return contours.flatMap(({ nodes }, k) => {
		const counts = new Array<number>(nodes.length).fill(0)
		for (const { contour, segment, edge } of samples) {
			if (contour !== k || Number.isNaN(edge)) continue
			for (const n of [segment, (segment + 1) % nodes.length]) counts[n] = (counts[n] ?? 0) + 1
		}
		return counts
	})
}

function isByCorner({ nodes }: Contour, { segment, at }: EdgeSample): boolean {
	return [nodes[segment], nodes[(segment + 1) % nodes.length]].some(
		(node) =>
			node && (node.kind === 'corner' || node.kind === 'cusp') && distance(node.at, at) < CORNER_PX,
	)
}

/** Something of a node that may change: how its points move by a unit of it, and what it makes of it. */
interface Unknown {
	readonly at: Point
	readonly in: Point
	readonly out: Point
	apply(node: PathNode, by: number): PathNode
}

const NONE: Point = [0, 0]

function unknownsOf({ nodes }: Contour, free: readonly boolean[]): Unknown[][] {
	return nodes.map((node, k) => {
		if (!free[k]) return []
		const { at, in: into, out, kind } = node
		const places = (
			[
				[1, 0],
				[0, 1],
			] as const
		).map(
			(way): Unknown => ({
				at: way,
				in: way,
				out: way,
				apply: (now, by) => shifted(now, scale(way, by)),
			}),
		)
		if (!into && !out) return places
		const inArm = into ? subtract(into, at) : NONE
		const outArm = out ? subtract(out, at) : NONE
		const turned = ([x, y]: Point): Point => [-y, x]
		const handle = (side: 'in' | 'out', way: Point): Unknown => ({
			at: NONE,
			in: side === 'in' ? way : NONE,
			out: side === 'out' ? way : NONE,
			apply: (now, by) => {
				const old = now[side]
				return old ? { ...now, [side]: add(old, scale(way, by)) } : now
			},
		})
		if (kind === 'cusp' || !into || !out) {
			const sides = (['in', 'out'] as const).filter((side) => node[side])
			return [...places, ...sides.flatMap((side) => [handle(side, [1, 0]), handle(side, [0, 1])])]
		}
		const reach = Math.max(1, (length(inArm) + length(outArm)) / 2)
		const turn: Unknown = {
			at: NONE,
			in: scale(turned(inArm), 1 / reach),
			out: scale(turned(outArm), 1 / reach),
			apply: (now, by) => rotated(now, by / reach),
		}
		if (kind === 'symmetric') {
			const [a, b] = [unit(inArm), unit(outArm)]
			const grow: Unknown = {
				at: NONE,
				in: a,
				out: b,
				apply: (now, by) => grown(grown(now, 'in', by), 'out', by),
			}
			return [...places, turn, grow]
		}
		const grow = (side: 'in' | 'out', arm: Point): Unknown => ({
			...handle(side, unit(arm)),
			apply: (now, by) => grown(now, side, by),
		})
		return [...places, turn, grow('in', inArm), grow('out', outArm)]
	})
}

/** How a sample moves along its normal by each unknown of the nodes at either end of its segment. */
function termsOf(
	{ nodes }: Contour,
	{ segment, t, outward }: EdgeSample,
	columns: readonly Unknown[][],
	first: readonly number[],
): [number, number][] {
	const next = (segment + 1) % nodes.length
	const u = 1 - t
	const [b0, b1, b2, b3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t]
	const [from, to] = [item(nodes, segment), item(nodes, next)]
	const straight = !from.out && !to.in
	const along = ([x, y]: Point) => x * outward[0] + y * outward[1]
	const leaving = (columns[segment] ?? []).map(({ at, out }, c): [number, number] => [
		(first[segment] ?? 0) + c,
		straight ? u * along(at) : b0 * along(at) + b1 * along(from.out ? out : at),
	])
	const arriving = (columns[next] ?? []).map(({ at, in: into }, c): [number, number] => [
		(first[next] ?? 0) + c,
		straight ? t * along(at) : b3 * along(at) + b2 * along(to.in ? into : at),
	])
	return [...leaving, ...arriving]
}

function shifted(node: PathNode, by: Point): PathNode {
	return {
		...node,
		at: add(node.at, by),
		...(node.in && { in: add(node.in, by) }),
		...(node.out && { out: add(node.out, by) }),
	}
}

function rotated(node: PathNode, angle: number): PathNode {
	const [c, s] = [Math.cos(angle), Math.sin(angle)]
	const about = (p: Point): Point => {
		const [x, y] = subtract(p, node.at)
		return add(node.at, [x * c - y * s, x * s + y * c])
	}
	return {
		...node,
		...(node.in && { in: about(node.in) }),
		...(node.out && { out: about(node.out) }),
	}
}

function grown(node: PathNode, side: 'in' | 'out', by: number): PathNode {
	const handle = node[side]
	if (!handle) return node
	const arm = subtract(handle, node.at)
	const size = length(arm)
	const to = Math.max(LEAST_HANDLE * size, size + by)
	return { ...node, [side]: add(node.at, scale(unit(arm), to)) }
}

/** A node no further from where it was given than reach; its handles go with it. */
function heldWithin(node: PathNode, { at }: PathNode, reach: number): PathNode {
	const away = distance(node.at, at)
	if (!Number.isFinite(away)) return { ...node, at }
	return away <= reach ? node : shifted(node, scale(subtract(at, node.at), 1 - reach / away))
}

/** Outlines with a node more where a segment is furthest from its edge; nothing where none is too far. */
function withMoreNodes(
	contours: readonly Contour[],
	field: EdgeField,
	{ reach = REACH_PX, allowance = 0, only }: FitToEdgesOptions,
	within: number,
): Contour[] | null {
	const samples = edgeSamples(contours, field, reach)
	let some = false
	const more = contours.map((contour, k) => {
		const worst = new Map<number, EdgeSample>()
		for (const one of samples) {
			if (one.contour !== k || !(Math.abs(one.edge - allowance) > within)) continue
			if (isByCorner(contour, one)) continue
			const off = worst.get(one.segment)
			if (!off || Math.abs(off.edge - allowance) < Math.abs(one.edge - allowance))
				worst.set(one.segment, one)
		}
		const may = (id: string) => !only || only.has(id)
		const made = insertOn(contour, ({ index, from, to }) => {
			const at = worst.get(index)
			return at && may(from.id) && may(to.id) ? [at.t] : []
		})
		some ||= made.ids.length > 0
		return made.contour
	})
	return some ? more : null
}
