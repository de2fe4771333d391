import { item, at as numberAt, quantile } from '../../geometry/numbers'
import { add, distance, length, type Point, scale, subtract, unit } from '../../geometry/point'
import type { Contour, PathNode } from '../../path/model'
import { settleSince } from '../../path/nodes'
import { type EdgeSample, edgeSamples } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { type FitToEdgesOptions, REACH_PX } from './fitOptions'
import { type Equation, leastSquares } from './leastSquares'
import { uncrossed } from './uncrossed'

/** Rounds, in each of which the edges are sought anew. */
const ROUNDS = 7
/** They end when no node moves further, px. */
const SETTLED_PX = 0.05
/** A residual of so many medians is another edge's, and at least so far off, px. */
const OUTLIER = 4
const LEAST_OUTLIER_PX = 1.5
/** Share of its own weight that holds each unknown back, and a share of a px that holds back all. */
export const DAMPING = 3e-3
export const STAYS = 2e-2
/** A handle keeps this share of its length at least. */
const LEAST_HANDLE = 0.15
/** Fewer sure samples beside a node, and it stays. */
export const LEAST_SAMPLES = 2
/** So near to a corner its two edges run into each other, px. */
const CORNER_PX = 3

/**
 * Steps until nothing moves: edges are sought anew before each. Outlines that would come to lie further off, or to cross
 * themselves or each other, stay as they were.
 */
export function settle(
	contours: readonly Contour[],
	field: EdgeField,
	o: FitToEdgesOptions,
): Contour[] {
	const { reach = REACH_PX, rounds = ROUNDS } = o
	let now = [...contours]
	for (let round = 0; round < rounds; round++) {
		const samples = byContour(edgeSamples(now, field, Math.max(2, reach * (round < 2 ? 1 : 0.5))))
		const before = now
		now = now.map((contour, k) => step(contour, item(contours, k), samples.get(k) ?? [], o))
		if (round >= 2 && furthest(before, now) < SETTLED_PX) break
	}
	return uncrossed(noWorse(now, contours, field, o), contours)
}

/** Samples by the outline they are of. */
export function byContour(
	samples: readonly EdgeSample[],
): ReadonlyMap<number, readonly EdgeSample[]> {
	const groups = new Map<number, EdgeSample[]>()
	for (const one of samples) {
		const own = groups.get(one.contour)
		if (own) own.push(one)
		else groups.set(one.contour, [one])
	}
	return groups
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
	const limit = Math.max(LEAST_OUTLIER_PX, OUTLIER * quantile(sizes, 0.5))
	const support = supportOf(
		[contour],
		samples.map((one) => ({ ...one, contour: 0 })),
	)
	const free = nodes.map(
		({ id }, k) => item(support, k) >= LEAST_SAMPLES && (!only || only.has(id)),
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
		return own.reduce(
			(now, unknown, c) => unknown.apply(now, numberAt(by, item(first, k) + c)),
			node,
		)
	})
	const within = changed.map((node, k) => heldWithin(node, begun.nodes[k] ?? node, reach))
	return settleSince(contour, { ...contour, nodes: within })
}

/** How many sure samples lie beside each node, on the segments before and after it. */
export function supportOf(contours: readonly Contour[], samples: readonly EdgeSample[]): number[] {
	const groups = byContour(samples)
	return contours.flatMap(({ nodes }, k) => {
		const counts = new Array<number>(nodes.length).fill(0)
		for (const { segment, edge } of groups.get(k) ?? []) {
			if (Number.isNaN(edge)) continue
			for (const n of [segment, (segment + 1) % nodes.length]) counts[n] = item(counts, n) + 1
		}
		return counts
	})
}

export function isByCorner({ nodes }: Contour, { segment, at }: EdgeSample): boolean {
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
		item(first, segment) + c,
		straight ? u * along(at) : b0 * along(at) + b1 * along(from.out ? out : at),
	])
	const arriving = (columns[next] ?? []).map(({ at, in: into }, c): [number, number] => [
		item(first, next) + c,
		straight ? t * along(at) : b3 * along(at) + b2 * along(to.in ? into : at),
	])
	return [...leaving, ...arriving]
}

export function shifted(node: PathNode, by: Point): PathNode {
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
