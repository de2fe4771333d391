import { extrema, parameterAtLength, pointAt } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import {
	add,
	angleOf,
	distance,
	length,
	type Point,
	polar,
	scale,
	subtract,
	unit,
} from '../geometry/point'
import {
	isStraight,
	neighbours,
	type Segment,
	segmentCubic,
	segments,
	withHandles,
} from './contour'
import { mapContoursOf } from './edit'
import { changeInTurn, straightNeighbour } from './kinds'
import { type Contour, newId, type PathNode, type Sheet } from './model'
import { insertOn, settleSince } from './nodes'
import { withoutNodeAt } from './remove'

/** Edits that put nodes and handles where a good curve wants them. */

/**
 * Inserts a node in the middle, by length, of every segment whose two nodes are named.
 * @returns the sheet and the new nodes' ids
 */
export function insertMiddles(
	sheet: Sheet,
	ids: ReadonlySet<string>,
): { sheet: Sheet; ids: ReadonlySet<string> } {
	return insertBetween(sheet, ids, (segment) => [middleOf(segment)])
}

/** The parameter at half the length of a segment. */
function middleOf({ from, to }: Segment): number {
	return isStraight(from, to) ? 0.5 : parameterAtLength(segmentCubic({ from, to }), 0.5)
}

/** Inserts nodes on the segments between nodes that are named, the shape unchanged. */
function insertBetween(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	places: (segment: Segment) => readonly number[],
): { sheet: Sheet; ids: ReadonlySet<string> } {
	const inserted = new Set<string>()
	const next = mapContoursOf(sheet, ids, (contour) => {
		const made = insertOn(contour, (segment) =>
			ids.has(segment.from.id) && ids.has(segment.to.id) ? places(segment) : [],
		)
		for (const id of made.ids) inserted.add(id)
		return made.contour
	})
	return { sheet: next, ids: inserted }
}

/** An extremum nearer to a node than this share of its segment is that node's own. */
const OWN_EXTREMUM = 0.04
/** A node beside a new extremum goes where that moves the outline less than this, px. */
const NEEDLESS_PX = 0.35

/**
 * Places nodes at the outermost points of the curves between nodes that are named, and takes away
 * smooth ones beside them that are needless then: without which the outline stays within 0.35 px.
 * @returns the sheet and the new nodes' ids
 */
export function addExtrema(
	sheet: Sheet,
	ids: ReadonlySet<string>,
): { sheet: Sheet; ids: ReadonlySet<string> } {
	const made = insertExtrema(sheet, ids)
	return { sheet: withoutNeedless(made.sheet, made.ids), ids: made.ids }
}

/** The same without taking anything away: the outline stays where it is. */
export function insertExtrema(
	sheet: Sheet,
	ids: ReadonlySet<string>,
): { sheet: Sheet; ids: ReadonlySet<string> } {
	const made = insertBetween(sheet, ids, (segment) => {
		if (isStraight(segment.from, segment.to)) return []
		const places = extrema(segmentCubic(segment))
		return places.filter((t) => t > OWN_EXTREMUM && t < 1 - OWN_EXTREMUM)
	})
	return { sheet: levelHandles(made.sheet, made.ids), ids: made.ids }
}

/**
 * Takes smooth neighbours of the nodes named away where the outline hardly moves: one by one round
 * the outline, each judged by the outline as it is by then.
 */
function withoutNeedless(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return mapContoursOf(sheet, ids, (contour) => {
		const { nodes, closed } = contour
		const kept = nodes.map((node) => node as PathNode | null)
		let least = nodes.length
		for (const [index, node] of nodes.entries()) {
			if (!isSpare(contour, index, ids) || least <= 2) continue
			const [before, after] = [-1, 1].map((by) => nextKept(kept, index, by, closed))
			const left = before === undefined ? null : kept[before]
			const right = after === undefined ? null : kept[after]
			if (before === undefined || after === undefined || !left || !right || left === right) continue
			const joined = joinedOver(left, kept[index] ?? node, right)
			if (!joined) continue
			kept[before] = joined[0]
			kept[index] = null
			kept[after] = joined[1]
			least--
		}
		if (least === nodes.length) return contour
		const whole = { ...contour, nodes: kept.filter((node) => node !== null) }
		return settleSince(contour, whole)
	})
}

/** Whether a node may be needless: a smooth one beside one of those named, not outermost itself. */
function isSpare(contour: Contour, index: number, ids: ReadonlySet<string>): boolean {
	const node = contour.nodes[index]
	if (!node || ids.has(node.id) || node.kind === 'corner' || node.kind === 'cusp') return false
	const { before, after } = neighbours(contour, index)
	const beside = (other: PathNode | undefined) => other !== undefined && ids.has(other.id)
	return (beside(before) || beside(after)) && !isOutermost(node)
}

/** The place of the nearest node that is still there, on one side; none beyond an open end. */
function nextKept(
	kept: readonly (PathNode | null)[],
	from: number,
	by: number,
	closed: boolean,
): number | undefined {
	const n = kept.length
	for (let step = 1; step < n; step++) {
		const at = from + step * by
		if (!closed && (at < 0 || at >= n)) return undefined
		if (kept[(at + n) % n]) return (at + n) % n
	}
	return undefined
}

/** Two nodes joined without the one between them; `null` where the outline would move too far. */
function joinedOver(
	before: PathNode,
	node: PathNode,
	after: PathNode,
): readonly [PathNode, PathNode] | null {
	const three: Contour = { id: '', closed: false, nodes: [before, node, after] }
	const [from, to] = withoutNodeAt(three, 1).nodes
	if (!from || !to) return null
	const joined = segmentCubic({ from, to })
	const stays = segments(three).every((segment) => {
		const cubic = segmentCubic(segment)
		return SAMPLES.every((t) => nearestOn(joined, pointAt(cubic, t)).distance < NEEDLESS_PX)
	})
	if (!stays) return null
	return [
		{ ...from, kind: before.kind },
		{ ...to, kind: after.kind },
	]
}

/** Whether a smooth node stands at an outermost point itself: its handles are level or upright. */
function isOutermost({ at, in: into, out }: PathNode): boolean {
	const [x, y] = unit(subtract(out ?? at, into ?? at))
	return Math.min(Math.abs(x), Math.abs(y)) < LEVEL
}

/** The sine below which a handle counts as level or upright. */
const LEVEL = 0.01

const SAMPLES = Array.from({ length: 12 }, (_, i) => (i + 0.5) / 12)

/** Turns the handles of nodes to level or upright, whichever is nearer; their lengths stay. */
export function levelHandles(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return changeNodes(sheet, ids, (node, contour, index) => {
		// Beside a straight segment a smooth node's handle is bound to that segment's line.
		if (node.kind === 'smooth' && straightNeighbour(contour, index)) return node
		const turned = (handle: Point | undefined) => {
			if (!handle) return undefined
			const arm = subtract(handle, node.at)
			const quarter = Math.PI / 2
			return add(node.at, polar(Math.round(angleOf(arm) / quarter) * quarter, length(arm)))
		}
		const [into, out] = [turned(node.in), turned(node.out)]
		if (node.kind === 'cusp' || !into || !out) return withHandles(node, { in: into, out })
		// Both by the same quarter, so that they stay in one line.
		const along = unit(subtract(out, node.at))
		return { ...node, in: add(node.at, scale(along, -distance(node.at, into))), out }
	})
}

/**
 * Makes the two handles of each curve between nodes that are named equally long: the mean of both.
 * A symmetric node's other handle would have to follow, so that it becomes smooth.
 */
export function evenHandles(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return mapContoursOf(sheet, ids, (contour) => {
		const means = new Map<number, number>()
		for (const { from, to, index } of segments(contour))
			if (ids.has(from.id) && ids.has(to.id) && from.out && to.in)
				means.set(index, (distance(from.at, from.out) + distance(to.at, to.in)) / 2)
		const n = contour.nodes.length
		const next = changeInTurn(contour, (_, index, node) => {
			const into = withArm(node, 'in', means.get((index + n - 1) % n))
			return withArm(into, 'out', means.get(index))
		})
		return settleSince(contour, next)
	})
}

function withArm(node: PathNode, side: 'in' | 'out', reach: number | undefined): PathNode {
	const handle = node[side]
	if (!handle || reach === undefined) return node
	const kind = node.kind === 'symmetric' ? 'smooth' : node.kind
	const along = unit(subtract(handle, node.at))
	return { ...node, kind, [side]: add(node.at, scale(along, reach)) }
}

/** Mends a cusp to a smooth node: one handle keeps its direction, the other turns to face it. */
export function mendCusp(sheet: Sheet, id: string, keeps: 'in' | 'out'): Sheet {
	return changeNodes(sheet, new Set([id]), (node) => {
		const other = keeps === 'in' ? 'out' : 'in'
		const [kept, turned] = [node[keeps], node[other]]
		if (!kept) return node
		const along = unit(subtract(node.at, kept))
		const reach = turned ? distance(node.at, turned) : distance(node.at, kept)
		return { ...node, [other]: add(node.at, scale(along, reach)), kind: 'smooth' }
	})
}

/** A flat takes this share of each handle of the node that it replaces. */
const FLAT_SHARE = 0.5

/**
 * Replaces a node with two handles by two nodes along its tangent with a straight segment between
 * them: a flat, which one node can never give.
 * @returns the sheet and the two nodes' ids; `null` where the node has no tangent
 */
export function makeFlat(
	sheet: Sheet,
	id: string,
): { sheet: Sheet; ids: ReadonlySet<string> } | null {
	const second = newId()
	let done = false
	const next = mapContoursOf(sheet, new Set([id]), (contour) => {
		const index = contour.nodes.findIndex((node) => node.id === id)
		const node = contour.nodes[index]
		if (!node?.in || !node.out || node.kind === 'cusp') return contour
		done = true
		const half = (handle: Point) => add(node.at, scale(subtract(handle, node.at), FLAT_SHARE))
		const [a, b] = [half(node.in), half(node.out)]
		const first: PathNode = { id: node.id, at: a, in: node.in, kind: 'smooth' }
		const last: PathNode = { id: second, at: b, out: node.out, kind: 'smooth' }
		return settleSince(contour, {
			...contour,
			nodes: contour.nodes.toSpliced(index, 1, first, last),
		})
	})
	return done ? { sheet: next, ids: new Set([id, second]) } : null
}

function changeNodes(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	change: (node: PathNode, contour: Contour, index: number) => PathNode,
): Sheet {
	return mapContoursOf(sheet, ids, (contour) => {
		const nodes = contour.nodes.map((node, i) =>
			ids.has(node.id) ? change(node, contour, i) : node,
		)
		return settleSince(contour, { ...contour, nodes })
	})
}
