import { arcLength } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { distance, type Point } from '../geometry/point'
import { reverseContour, segmentCubic, segments } from './contour'
import type { Drawn } from './draw'
import { findContour, mapContour } from './edit'
import { inferKind, replaceNode } from './kinds'
import { type Contour, newId, type PathNode, type Sheet } from './model'
import { insertOn, settleSince } from './nodes'

/** A place on an outline: on its segment `index`, at the parameter `t` from 0 to 1. */
export interface OutlinePlace {
	readonly index: number
	readonly t: number
}

/** A point so near to an outline lies on it, px: what computing leaves of it. */
const ON_IT_PX = 1e-6
/** A place so near to a node is the node's, as a share of its segment. */
const AT_NODE = 1e-9

/** The place on an outline at which a point lies; `null` for a point that does not lie on it. */
export function placeOn(contour: Contour, p: Point): OutlinePlace | null {
	let best: (OutlinePlace & { away: number }) | null = null
	for (const segment of segments(contour)) {
		const { t, distance: away } = nearestOn(segmentCubic(segment), p)
		if (away <= ON_IT_PX && away < (best?.away ?? Number.POSITIVE_INFINITY))
			best = { index: segment.index, t, away }
	}
	return best && { index: best.index, t: best.t }
}

/**
 * The stretch of an outline from one place to another as an open outline: whole segments to the last bit, the ends split
 * off theirs. Its first node stands where `from` is.
 * @param o.longer of a closed outline the longer of the two ways
 * @returns `null` where both places are one
 */
export function stretchOf(
	contour: Contour,
	from: OutlinePlace,
	to: OutlinePlace,
	{ longer = false } = {},
): Contour | null {
	const { parted, places } = partedAt(contour, [from, to])
	const [a = 0, b = 0] = places
	if (a === b) return null
	const forth = parted.closed || a < b ? open(parted, run(parted, a, b)) : null
	const back = parted.closed || b < a ? open(parted, run(parted, b, a)) : null
	if (!forth || !back) return forth ?? (back && reverseContour(back))
	const forthIsShorter = lengthOf(forth) <= lengthOf(back)
	return forthIsShorter !== longer ? forth : reverseContour(back)
}

/** The outline with nodes at places, and which nodes those are. */
function partedAt(contour: Contour, places: readonly OutlinePlace[]) {
	const inner = ({ t }: OutlinePlace) => t > AT_NODE && t < 1 - AT_NODE
	const byIndex = new Map<number, number[]>()
	for (const { index, t } of places.filter(inner))
		byIndex.set(
			index,
			[...new Set([...(byIndex.get(index) ?? []), t])].sort((x, y) => x - y),
		)
	const { contour: parted } = insertOn(contour, ({ index }) => byIndex.get(index) ?? [])
	/** How many nodes came in before a segment's first. */
	const before = (index: number) =>
		[...byIndex].reduce((sum, [own, ts]) => sum + (own < index ? ts.length : 0), 0)
	const n = parted.nodes.length
	return {
		parted,
		places: places.map((place) => {
			const { index, t } = place
			if (t <= AT_NODE) return index + before(index)
			if (!inner(place)) return (index + 1 + before(index + 1)) % n
			return index + before(index) + 1 + (byIndex.get(index) ?? []).indexOf(t)
		}),
	}
}

function run({ nodes }: Contour, from: number, to: number): PathNode[] {
	const n = nodes.length
	const count = ((to - from + n) % n) + 1
	return Array.from({ length: count }, (_, k) => nodes[(from + k) % n]).flatMap(
		(node) => node ?? [],
	)
}

/** A run of nodes as an outline by itself: what led beyond its ends goes, and its nodes have ids of their own. */
function open({ id }: Contour, nodes: readonly PathNode[]): Contour {
	const last = nodes.length - 1
	const own = nodes.map(({ in: into, out, ...node }, k): PathNode => {
		const ends = { ...(k > 0 && into && { in: into }), ...(k < last && out && { out }) }
		return { ...node, ...ends, id: newId() }
	})
	const contour: Contour = { id, nodes: own, closed: false }
	return [0, last].reduce((now, k) => {
		const node = now.nodes[k]
		return node ? replaceNode(now, k, { ...node, kind: inferKind(now, k) }) : now
	}, contour)
}

const lengthOf = (contour: Contour): number =>
	segments(contour).reduce((sum, segment) => sum + arcLength(segmentCubic(segment)), 0)

/**
 * Goes on with an open outline along another one, on which its last node lies.
 * @returns `null` where the last node does not lie on that one, or just there
 */
export function goAlongEdge(
	sheet: Sheet,
	drawnId: string,
	{ contour: alongId, ...to }: OutlinePlace & { readonly contour: string },
	o: { readonly longer?: boolean } = {},
): (Drawn & { readonly stretch: Contour }) | null {
	const drawn = findContour(sheet, drawnId)?.contour
	const along = findContour(sheet, alongId)?.contour
	const last = drawn?.nodes.at(-1)
	if (!drawn || drawn.closed || !along || !last || along.id === drawn.id) return null
	const from = placeOn(along, last.at)
	const stretch = from && stretchOf(along, from, to, o)
	const [first, ...rest] = stretch?.nodes ?? []
	const end = rest.at(-1)
	if (!stretch || !first || !end || distance(first.at, last.at) > ON_IT_PX) return null
	const next = mapContour(sheet, drawnId, (contour) => {
		const { out: _, ...bare } = last
		const joint: PathNode = first.out ? { ...bare, out: first.out } : bare
		const nodes = [...contour.nodes.slice(0, -1), joint, ...rest]
		const at = contour.nodes.length - 1
		const whole: Contour = { ...contour, nodes }
		const kinded = replaceNode(whole, at, { ...joint, kind: inferKind(whole, at) })
		return settleSince(contour, kinded)
	})
	return { sheet: next, contourId: drawnId, nodeId: end.id, stretch }
}
