import { pointAt, splitCubic } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import {
	add,
	distance,
	dot,
	length,
	mix,
	type Point,
	samePoint,
	scale,
	subtract,
	unit,
} from '../geometry/point'
import { isStraight, type Segment, segmentCubic, segments, withHandles } from './contour'
import { mapContour, mapContoursOf } from './edit'
import { changeInTurn, inferKind, replaceNode, settled, straightNeighbour, withKind } from './kinds'
import { type Contour, type NodeKind, newId, type PathNode, type Sheet } from './model'
import type { Ids } from './sheetIndex'

export type HandleSide = 'in' | 'out'

/** A handle that slides along a line stops this short of its node, px. */
const LEAST_HANDLE_PX = 1e-3

/** Moves nodes with their handles by `by` (px). Straight neighbours' handles stay in line. */
export function moveNodes(sheet: Sheet, ids: ReadonlySet<string>, by: Point): Sheet {
	if (by[0] === 0 && by[1] === 0) return sheet
	return mapTouched(sheet, ids, (contour) => ({
		...contour,
		nodes: contour.nodes.map((node) => (ids.has(node.id) ? movedNode(node, by) : node)),
	}))
}

/** Moves nodes with their handles, each by its own displacement (px). */
export function moveEach(sheet: Sheet, moves: ReadonlyMap<string, Point>): Sheet {
	return mapTouched(sheet, moves, (contour) => ({
		...contour,
		nodes: contour.nodes.map((node) => {
			const by = moves.get(node.id)
			return by && (by[0] !== 0 || by[1] !== 0) ? movedNode(node, by) : node
		}),
	}))
}

/** Puts one node at `to` (px), its handles with it. */
export function placeNode(sheet: Sheet, id: string, to: Point): Sheet {
	return mapTouched(sheet, new Set([id]), (contour) => ({
		...contour,
		nodes: contour.nodes.map((node) =>
			node.id === id ? { ...movedNode(node, subtract(to, node.at)), at: to } : node,
		),
	}))
}

/**
 * Puts a handle at `to` (px) and keeps the node's kind: the other handle of a smooth node turns
 * with it, that of a symmetric one mirrors it, and a handle beside a straight segment slides
 * along that segment's line. A corner given a handle becomes a cusp.
 * @param alone breaks the handle free: the node becomes a cusp and its other handle stays
 */
export function moveHandle(
	sheet: Sheet,
	id: string,
	side: HandleSide,
	to: Point,
	alone = false,
): Sheet {
	return mapTouched(sheet, new Set([id]), (contour) => {
		const index = contour.nodes.findIndex((node) => node.id === id)
		const node = contour.nodes[index]
		if (!node) return contour
		return replaceNode(contour, index, withHandleAt(contour, index, node, side, to, alone))
	})
}

/** Takes a handle away; what is left decides the kind. */
export function retractHandle(sheet: Sheet, id: string, side: HandleSide): Sheet {
	return mapTouched(sheet, new Set([id]), (contour) => {
		const index = contour.nodes.findIndex((node) => node.id === id)
		const node = contour.nodes[index]
		if (!node?.[side]) return contour
		const bare = replaceNode(
			contour,
			index,
			withHandles(node, { in: node.in, out: node.out, [side]: undefined }),
		)
		const kept = bare.nodes[index] ?? node
		return replaceNode(bare, index, { ...kept, kind: inferKind(bare, index) })
	})
}

/** Makes nodes be of a kind; their handles move no more than that takes. */
export function setKind(sheet: Sheet, ids: ReadonlySet<string>, kind: NodeKind): Sheet {
	return mapTouched(sheet, ids, (contour) => ({
		...contour,
		nodes: contour.nodes.map((node, i) =>
			ids.has(node.id) ? (withKind(contour, i, kind) ?? node) : node,
		),
	}))
}

/**
 * Inserts a node on segment `index` at parameter `t` in (0, 1) without changing the shape.
 * @returns the sheet and the new node's id
 */
export function insertNode(
	sheet: Sheet,
	contourId: string,
	index: number,
	t: number,
): { sheet: Sheet; id: string } {
	let id = ''
	const next = mapContour(sheet, contourId, (contour) => {
		const made = insertOn(contour, (segment) => (segment.index === index ? [t] : []))
		id = made.ids[0] ?? ''
		return made.contour
	})
	return { sheet: next, id }
}

/**
 * Inserts nodes on segments of an outline without changing its shape: one copy of it, however many.
 * @param places for each segment, ascending parameters in (0, 1)
 * @returns the outline and the new nodes' ids in its order; the same object where nothing came in
 */
export function insertOn(
	contour: Contour,
	places: (segment: Segment) => readonly number[],
): { contour: Contour; ids: readonly string[] } {
	const ids: string[] = []
	const nodes: PathNode[] = []
	const { closed } = contour
	const [first] = contour.nodes
	let start = first
	for (const segment of segments(contour)) {
		// What was split off the segment before stays with its node.
		let from = start ?? segment.from
		const last = closed && segment.index === contour.nodes.length - 1
		let to = last ? (nodes[0] ?? from) : segment.to
		let done = 0
		for (const t of places(segment)) {
			const parted = splitSegment(from, to, (t - done) / (1 - done))
			nodes.push(parted.from)
			ids.push(parted.node.id)
			done = t
			from = parted.node
			to = parted.to
		}
		nodes.push(from)
		if (last) nodes[0] = to === nodes[0] ? to : { ...to }
		start = to
	}
	if (ids.length === 0) return { contour, ids }
	if (!closed && start) nodes.push(start)
	return { contour: settleSince(contour, { ...contour, nodes }), ids }
}

/** A segment's two nodes and the one between them that splits it at `t`. */
function splitSegment(
	from: PathNode,
	to: PathNode,
	t: number,
): { from: PathNode; node: PathNode; to: PathNode } {
	const id = newId()
	if (isStraight(from, to))
		return { from, node: { id, at: mix(from.at, to.at, t), kind: 'corner' }, to }
	const [before, after] = splitCubic(segmentCubic({ from, to }), t)
	const handles = { in: before[2], out: after[1] }
	return {
		from: from.out ? shortened(from, 'out', before[1]) : from,
		node: withHandles({ id, at: before[3], kind: 'smooth' }, handles),
		to: to.in ? shortened(to, 'in', after[2]) : to,
	}
}

function shortened(node: PathNode, side: HandleSide, to: Point): PathNode {
	return { ...node, [side]: to, kind: node.kind === 'symmetric' ? 'smooth' : node.kind }
}

/**
 * Bends segment `index` so that its point at `t` follows to `to`, and nothing of the curve moves further
 * than that point is pulled: in the middle half it comes to lie at `to`; nearer an end, where handles
 * would have to swing the rest about for that, it lags. Smooth ends keep their joins: the handle beyond
 * turns along, or, beside a straight segment, the handle keeps to its line where that can be done.
 */
export function bendSegment(
	sheet: Sheet,
	contourId: string,
	index: number,
	t: number,
	to: Point,
): Sheet {
	return mapContour(sheet, contourId, (contour) => {
		const segment = segments(contour)[index]
		if (!segment) return contour
		const { from, to: end } = segment
		const [a, b, c, d] = segmentCubic(segment)
		const by = subtract(to, pointAt([a, b, c, d], t))
		const s = 1 - t
		const wb = 3 * s * s * t
		const wc = 3 * s * t * t
		if (wb + wc === 0) return contour
		const endIndex = (index + 1) % contour.nodes.length
		/** A handle pulled through its node would turn the join inside out. */
		const keepsSides = (moves: [Point, Point]) =>
			[
				{ rail: bound[0], arm: subtract(add(b, moves[0]), from.at) },
				{ rail: bound[1], arm: subtract(add(c, moves[1]), end.at) },
			].every(({ rail, arm }) => !rail || dot(arm, rail) > LEAST_HANDLE_PX)
		const bound = [railOf(contour, index, b), railOf(contour, endIndex, c)] as const
		const railed = bound.some(Boolean) ? leastMoves(by, wb, wc, ...bound) : null
		const within = railed && (t === middling(t) ? railed : withinPull(railed, by))
		const kept = within && keepsSides(within) ? within : null
		const moved = kept ?? peakedMoves(by, t)
		const out = add(b, moved[0])
		const into = add(c, moved[1])
		/** A join with a straight neighbour that cannot be kept is given up. */
		const freed = (node: PathNode, rail: Point | null): PathNode =>
			rail && !kept ? { ...node, kind: 'cusp' } : node
		const nodes = contour.nodes.map((node): PathNode => {
			let changed = node
			if (node.id === from.id) changed = joined(freed({ ...changed, out }, bound[0]), 'out')
			if (node.id === end.id) changed = joined(freed({ ...changed, in: into }, bound[1]), 'in')
			return changed
		})
		return settleSince(contour, { ...contour, nodes })
	})
}

/** The nearest parameter of the middle half. */
function middling(t: number): number {
	return Math.min(3 / 4, Math.max(1 / 4, t))
}

/**
 * Moves of a cubic's two handles that move its point at `t` by `by`, and no other point further. Nearer an
 * end than a quarter that would swing the rest the other way: there the curve moves most at the quarter.
 */
function peakedMoves(by: Point, t: number): [Point, Point] {
	const at = middling(t)
	const s = 1 - at
	// The shift 3 s t (p s + q t) is largest where its derivative is zero.
	const p = at * (2 - 3 * at)
	const q = s * (2 - 3 * s)
	const most = 3 * s * at * (p * s + q * at)
	return [scale(by, p / most), scale(by, q / most)]
}

/** So many points between the ends are looked at. */
const SAMPLES = 32

/** The same moves, made smaller where they would move any of the curve further than `by`. */
function withinPull(moves: [Point, Point], by: Point): [Point, Point] {
	let most = 0
	for (let i = 1; i < SAMPLES; i++) {
		const t = i / SAMPLES
		const s = 1 - t
		const shift = add(scale(moves[0], 3 * s * s * t), scale(moves[1], 3 * s * t * t))
		most = Math.max(most, length(shift))
	}
	const pull = length(by)
	return most > pull ? [scale(moves[0], pull / most), scale(moves[1], pull / most)] : moves
}

/** The direction a handle is bound to: that of the straight segment behind a smooth node. */
function railOf(contour: Contour, index: number, handle: Point): Point | null {
	const node = contour.nodes[index]
	if (node?.kind !== 'smooth' || (node.in && node.out)) return null
	const line = straightNeighbour(contour, index)
	return line && !samePoint(handle, node.at) ? unit(subtract(node.at, line)) : null
}

/**
 * The smallest moves of two weighted points that add up to `by`, each kept to its rail if it
 * has one: d = w P λ with (Σ w² P) λ = by, P the projector on the rail or the identity.
 */
function leastMoves(
	by: Point,
	wb: number,
	wc: number,
	railB: Point | null,
	railC: Point | null,
): [Point, Point] | null {
	const pb = projector(railB)
	const pc = projector(railC)
	const m = pb.map((v, i) => wb * wb * v + wc * wc * item(pc, i)) as [number, number, number]
	const det = m[0] * m[2] - m[1] * m[1]
	if (!(det > 1e-6 * (m[0] + m[2]) ** 2)) return null
	const l: Point = [(m[2] * by[0] - m[1] * by[1]) / det, (m[0] * by[1] - m[1] * by[0]) / det]
	return [scale(project(pb, l), wb), scale(project(pc, l), wc)]
}

type Projector = readonly [xx: number, xy: number, yy: number]

function projector(rail: Point | null): Projector {
	return rail ? [rail[0] * rail[0], rail[0] * rail[1], rail[1] * rail[1]] : [1, 0, 1]
}

function project([xx, xy, yy]: Projector, [x, y]: Point): Point {
	return [xx * x + xy * y, xy * x + yy * y]
}

/** After one handle moved, the other follows as the kind asks; a corner becomes a cusp. */
function joined(node: PathNode, moved: HandleSide): PathNode {
	const other: HandleSide = moved === 'in' ? 'out' : 'in'
	const handle = node[moved]
	const facing = node[other]
	if (!handle) return node
	if (node.kind === 'corner') return { ...node, kind: 'cusp' }
	if (node.kind === 'cusp' || !facing) return node
	const arm = subtract(node.at, handle)
	if (length(arm) === 0) return node
	const reach = node.kind === 'symmetric' ? length(arm) : distance(node.at, facing)
	return { ...node, [other]: add(node.at, scale(unit(arm), reach)) }
}

function withHandleAt(
	contour: Contour,
	index: number,
	node: PathNode,
	side: HandleSide,
	to: Point,
	alone: boolean,
): PathNode {
	if (samePoint(to, node.at)) return node
	const placed: PathNode = { ...node, [side]: to }
	if (alone || node.kind === 'corner' || node.kind === 'cusp') return { ...placed, kind: 'cusp' }
	const other: HandleSide = side === 'in' ? 'out' : 'in'
	const line = node[other] ? undefined : straightNeighbour(contour, index)
	if (!line) return joined(placed, side)
	const along = unit(subtract(node.at, line))
	const reach = Math.max(dot(subtract(to, node.at), along), LEAST_HANDLE_PX)
	return { ...node, [side]: add(node.at, scale(along, reach)) }
}

function movedNode(node: PathNode, by: Point): PathNode {
	return withHandles(
		{ ...node, at: add(node.at, by) },
		{ in: node.in && add(node.in, by), out: node.out && add(node.out, by) },
	)
}

/** Runs `change` on the outlines that hold any of the nodes named. */
function mapTouched(sheet: Sheet, ids: Ids, change: (contour: Contour) => Contour): Sheet {
	return mapContoursOf(sheet, ids, (contour) => {
		const changed = change(contour)
		const same = changed.nodes.every((node, i) => node === contour.nodes[i])
		return same && changed.nodes.length === contour.nodes.length
			? contour
			: settleSince(contour, changed)
	})
}

/**
 * Brings nodes back under their promises after `before` became `after`. Only nodes that changed,
 * and their neighbours, are looked at; nodes that keep their promise stay the same objects.
 */
export function settleSince(before: Contour, changed: Contour): Contour {
	const after = wentOn(before, changed)
	const same = before.nodes.length === after.nodes.length && before.closed === after.closed
	const touched = new Set<number>()
	const n = after.nodes.length
	for (const [i, node] of after.nodes.entries()) {
		if (same && node === before.nodes[i]) continue
		for (const j of [i - 1, i, i + 1]) touched.add((j + n) % n)
	}
	return changeInTurn(after, settled, touched)
}

/**
 * Where an outline goes on beyond an end, the curve that ended there stays as it is: the end is of the kind that its
 * handle shows then.
 */
function wentOn(before: Contour, after: Contour): Contour {
	if (before.closed) return after
	const ends = [before.nodes[0], before.nodes.at(-1)]
	return ends.reduce((contour: Contour, end) => {
		const index = end ? contour.nodes.indexOf(end) : -1
		const inner = contour.closed || (index > 0 && index < contour.nodes.length - 1)
		if (!end || index < 0 || !inner || end.kind !== 'smooth' || (end.in && end.out)) return contour
		const kind = inferKind(contour, index)
		return kind === end.kind ? contour : replaceNode(contour, index, { ...end, kind })
	}, after)
}
