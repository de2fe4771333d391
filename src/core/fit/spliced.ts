import { intAt, item } from '../geometry/numbers'
import { distance, type Point, subtract, unit } from '../geometry/point'
import type { Contour, PathNode } from '../path/model'
import { fitPolyline } from './fitPolyline'

/** Places in order, that an outline is fitted to. */
export interface Way {
	readonly places: readonly Point[]
	readonly closed: boolean
}

/** A way, and the outline that was fitted to it. */
export interface Fitted<W extends Way = Way> {
	readonly way: W
	readonly contour: Contour
}

/** A node keeps its place if so many places on either side of it are where they were. */
const MARGIN = 8
/** Two handles that are not quite in one line are brought into it where that moves the curve by less, as a share of the tolerance. */
const LEVELLED = 0.5
/** A handle's end moves the curve by this share of its own way at most. */
const MOVES = 4 / 9

/**
 * The outlines of ways of which some stretches are what they were: there the nodes are kept to the bit, and
 * only what lies between them is fitted anew.
 * @param before what was fitted to the ways as they were
 * @param tolerance px
 */
export function spliced<W extends Way>(
	ways: readonly W[],
	before: readonly Fitted<W>[],
	tolerance: number,
): Fitted<W>[] {
	const known = new Map<string, Was>()
	for (const [own, { way }] of before.entries())
		for (const [i, p] of way.places.entries()) known.set(keyOf(p), { own, i })
	const nodes = before.map(nodesAlong)
	return ways.map((way): Fitted<W> => {
		const was = way.places.map((p) => known.get(keyOf(p)))
		const runs = runsOf(was, way.closed, before)
		const same = before[was[0]?.own ?? -1]
		if (runs.whole && same?.way.closed === way.closed) return { way, contour: same.contour }
		const kept = keptNodes(was, runs, nodes)
		const contour = kept.length < 2 ? null : joined(way, kept, runs, before, tolerance)
		return { way, contour: contour ?? fitted(way.places, way.closed, tolerance) }
	})
}

const fitted = (places: readonly Point[], closed: boolean, tolerance: number): Contour =>
	fitPolyline(Float64Array.from(places.flat()), { closed, tolerance })

/** A place of a way as it was: of which way, and which of its places. */
interface Was {
	readonly own: number
	readonly i: number
}

const keyOf = (p: Point): string => `${p[0]},${p[1]}`

/** Of places of a way those that its outline's nodes lie nearest to, and which nodes they are. */
function nodesAlong({ way, contour }: Fitted): Map<number, number> {
	const found = new Map<number, number>()
	for (const [number, { at }] of contour.nodes.entries()) {
		let [best, least] = [0, Number.POSITIVE_INFINITY]
		for (const [i, p] of way.places.entries()) {
			const far = distance(p, at)
			if (far >= least) continue
			least = far
			best = i
		}
		found.set(best, number)
	}
	return found
}

interface Runs {
	readonly count: number
	readonly closed: boolean
	/** How many places up to one follow each other as they did. */
	upTo(place: number): number
	/** All of it is what it was. */
	readonly whole: boolean
}

function runsOf(
	was: readonly (Was | undefined)[],
	closed: boolean,
	before: readonly Fitted[],
): Runs {
	const n = was.length
	// Twice round what is closed, so that a run goes on across the seam.
	const upTo = new Int32Array(closed ? 2 * n : n)
	for (let i = 1; i < upTo.length; i++) {
		const [a, b] = [was[(i - 1) % n], was[i % n]]
		const size = a ? item(before, a.own).way.places.length : 1
		const follows = a && b && a.own === b.own && (a.i + 1) % size === b.i
		upTo[i] = follows ? intAt(upTo, i - 1) + 1 : 0
	}
	const size = was[0] ? item(before, was[0].own).way.places.length : -1
	return {
		count: n,
		closed,
		upTo: (place) => intAt(upTo, closed && place < n ? place + n : place),
		whole: size === n && intAt(upTo, upTo.length - 1) >= (closed ? n : n - 1),
	}
}

interface Kept extends Was {
	/** The place of the way as it is now. */
	readonly at: number
	readonly node: number
}

/** The nodes round which the way is as it was, in order along it. */
function keptNodes(
	was: readonly (Was | undefined)[],
	{ count, closed, upTo }: Runs,
	nodes: readonly Map<number, number>[],
): Kept[] {
	if (count <= 2 * MARGIN) return []
	return was.flatMap((place, at): Kept[] => {
		const node = place && item(nodes, place.own).get(place.i)
		if (!place || node === undefined) return []
		const from = closed ? at - MARGIN : Math.max(0, at - MARGIN)
		const to = closed ? at + MARGIN : Math.min(count - 1, at + MARGIN)
		return upTo(closed ? to % count : to) >= to - from ? [{ ...place, at, node }] : []
	})
}

/** Kept nodes with what lies between them: as it was between two that followed each other, else fitted anew. */
function joined(
	{ places, closed }: Way,
	kept: readonly Kept[],
	{ count, upTo }: Runs,
	before: readonly Fitted[],
	tolerance: number,
): Contour | null {
	const nodes = kept.map(({ own, node }) => item(item(before, own).contour.nodes, node))
	const more: PathNode[][] = kept.map(() => [])
	const between = (k: number, to: Kept): readonly Point[] => {
		const from = item(kept, k)
		const gone = (to.at - from.at + count) % count || count
		return Array.from({ length: gone - 1 }, (_, i) => item(places, (from.at + i + 1) % count))
	}
	for (const [k, from] of kept.entries()) {
		const next = (k + 1) % kept.length
		if (next === 0 && !closed) break
		const to = item(kept, next)
		const { nodes: all } = item(before, from.own).contour
		const gone = (to.at - from.at + count) % count || count
		const follows = to.own === from.own && to.node === (from.node + 1) % all.length
		if (follows && upTo((from.at + gone) % count) >= gone) continue
		const way = [item(nodes, k).at, ...between(k, to), item(nodes, next).at]
		const { nodes: made } = fitted(way, false, tolerance)
		const [head, tail] = [made[0], made.at(-1)]
		if (!head || !tail || head === tail) return null
		nodes[k] = withHandle(item(nodes, k), 'out', head.out, tolerance)
		more[k] = made.slice(1, -1)
		nodes[next] = withHandle(item(nodes, next), 'in', tail.in, tolerance)
	}
	const ends: [PathNode[], PathNode[]] = [[], []]
	if (!closed) {
		const [first, last] = [item(kept, 0), item(kept, kept.length - 1)]
		if (first.at > 0) {
			const { nodes: made } = fitted(
				[...places.slice(0, first.at), item(nodes, 0).at],
				false,
				tolerance,
			)
			nodes[0] = withHandle(item(nodes, 0), 'in', made.at(-1)?.in, tolerance)
			ends[0] = made.slice(0, -1)
		}
		if (last.at < count - 1) {
			const k = kept.length - 1
			const { nodes: made } = fitted(
				[item(nodes, k).at, ...places.slice(last.at + 1)],
				false,
				tolerance,
			)
			nodes[k] = withHandle(item(nodes, k), 'out', made[0]?.out, tolerance)
			ends[1] = made.slice(1)
		}
	}
	const made = [...ends[0], ...nodes.flatMap((node, k) => [node, ...item(more, k)]), ...ends[1]]
	return { id: item(before, item(kept, 0).own).contour.id, closed, nodes: made }
}

/** A node with another handle on one side: in line with the other where it all but is, else a cusp. */
function withHandle(
	node: PathNode,
	side: 'in' | 'out',
	handle: Point | undefined,
	tolerance: number,
): PathNode {
	const { in: into, out, ...rest } = node
	const other = side === 'in' ? out : into
	const sides = {
		...(other && { [side === 'in' ? 'out' : 'in']: other }),
		...(handle && { [side]: handle }),
	}
	if (!handle && !other) return { ...rest, kind: 'corner' }
	if (!handle || !other || node.kind === 'corner') return { ...rest, ...sides, kind: 'cusp' }
	const [a, b] = [unit(subtract(node.at, other)), unit(subtract(handle, node.at))]
	const far = distance(handle, node.at)
	const level: Point = [node.at[0] + far * a[0], node.at[1] + far * a[1]]
	const moved = MOVES * distance(level, handle)
	const forward = a[0] * b[0] + a[1] * b[1] > 0
	if (node.kind === 'cusp' || !forward || moved > LEVELLED * tolerance)
		return { ...rest, ...sides, kind: 'cusp' }
	return { ...rest, ...sides, [side]: level, kind: 'smooth' }
}
