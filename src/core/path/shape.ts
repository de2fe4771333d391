import { arcLength, extrema, nearestOn, pointAt, splitCubic } from '../geometry/cubic'
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
import { findNode, mapContours } from './edit'
import { replaceNode, straightNeighbour } from './kinds'
import { type Contour, newId, type PathNode, type Sheet } from './model'
import { insertNode, settleSince } from './nodes'
import { removeNodes } from './remove'

/** Edits that put nodes and handles where a good curve wants them. */

/**
 * Inserts a node in the middle, by length, of every segment whose two nodes are named.
 * @returns the sheet and the new nodes' ids
 */
export function insertMiddles(
	sheet: Sheet,
	ids: ReadonlySet<string>,
): { sheet: Sheet; ids: ReadonlySet<string> } {
	return insertOn(sheet, (segment) =>
		ids.has(segment.from.id) && ids.has(segment.to.id) ? [middleOf(segment)] : [],
	)
}

/** How closely the middle of a curve is found, px of its length. */
const MIDDLE_PX = 1e-3

/** The parameter at half the length of a segment. */
function middleOf(segment: Segment): number {
	if (isStraight(segment.from, segment.to)) return 0.5
	const cubic = segmentCubic(segment)
	const half = arcLength(cubic, MIDDLE_PX) / 2
	let low = 0
	let high = 1
	// Each halving of the bracket halves the stretch in question.
	for (let left = half; left > MIDDLE_PX; left /= 2) {
		const t = (low + high) / 2
		if (arcLength(splitCubic(cubic, t)[0], MIDDLE_PX) < half) low = t
		else high = t
	}
	return (low + high) / 2
}

/** Inserts nodes on segments at ascending parameters in (0, 1), the shape unchanged. */
function insertOn(
	sheet: Sheet,
	places: (segment: Segment, contour: Contour) => readonly number[],
): { sheet: Sheet; ids: ReadonlySet<string> } {
	const inserted = new Set<string>()
	let next = sheet
	for (const contour of sheet.pieces.flatMap((piece) => piece.contours)) {
		// From the last segment back, so that the numbers of those before stay.
		for (const segment of segments(contour).toReversed()) {
			let end = 1
			for (const t of places(segment, contour).toReversed()) {
				const made = insertNode(next, contour.id, segment.index, t / end)
				next = made.sheet
				inserted.add(made.id)
				end = t
			}
		}
	}
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
	const made = insertOn(sheet, (segment) => {
		if (!ids.has(segment.from.id) || !ids.has(segment.to.id)) return []
		if (isStraight(segment.from, segment.to)) return []
		const places = extrema(segmentCubic(segment))
		return places.filter((t) => t > OWN_EXTREMUM && t < 1 - OWN_EXTREMUM)
	})
	const levelled = levelHandles(made.sheet, made.ids)
	return { sheet: withoutNeedless(levelled, made.ids), ids: made.ids }
}

/** Takes smooth neighbours of the nodes named away, one by one, where the outline hardly moves. */
function withoutNeedless(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	const beside = [...ids].flatMap((id) => {
		const place = findNode(sheet, id)
		if (!place) return []
		const { before, after } = neighbours(place.contour, place.index)
		return [before, after].filter((node) => node !== undefined)
	})
	return beside.reduce((current, node) => {
		const { id, kind } = node
		if (ids.has(id) || kind === 'corner' || kind === 'cusp' || isOutermost(node)) return current
		const without = removeNodes(current, new Set([id]))
		return movedWithout(current, without, id) < NEEDLESS_PX ? without : current
	}, sheet)
}

/** Whether a smooth node stands at an outermost point itself: its handles are level or upright. */
function isOutermost({ at, in: into, out }: PathNode): boolean {
	const [x, y] = unit(subtract(out ?? at, into ?? at))
	return Math.min(Math.abs(x), Math.abs(y)) < LEVEL
}

/** The sine below which a handle counts as level or upright. */
const LEVEL = 0.01

/** How far the outline moves where a node was removed, px. */
function movedWithout(before: Sheet, after: Sheet, id: string): number {
	const place = findNode(before, id)
	const left = place && neighbours(place.contour, place.index)
	if (!place || !left?.before || !left.after) return Number.POSITIVE_INFINITY
	const [from, to] = [left.before.id, left.after.id]
	const all = after.pieces.flatMap((piece) => piece.contours.flatMap(segments))
	const refitted = all.find((s) => s.from.id === from && s.to.id === to)
	if (!refitted) return Number.POSITIVE_INFINITY
	const cubic = segmentCubic(refitted)
	const old = segments(place.contour).filter((s) => s.from.id === id || s.to.id === id)
	const samples = old.flatMap((s) => SAMPLES.map((t) => pointAt(segmentCubic(s), t)))
	return Math.max(...samples.map((p) => nearestOn(cubic, p).distance))
}

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
	return mapContours(sheet, (contour) => {
		let next = contour
		for (const { from, to, index } of segments(contour)) {
			if (!ids.has(from.id) || !ids.has(to.id) || !from.out || !to.in) continue
			const mean = (distance(from.at, from.out) + distance(to.at, to.in)) / 2
			const end = (index + 1) % contour.nodes.length
			next = withArm(next, index, 'out', mean)
			next = withArm(next, end, 'in', mean)
		}
		return next === contour ? contour : settleSince(contour, next)
	})
}

function withArm(contour: Contour, index: number, side: 'in' | 'out', reach: number): Contour {
	const node = contour.nodes[index]
	const handle = node?.[side]
	if (!node || !handle) return contour
	const kind = node.kind === 'symmetric' ? 'smooth' : node.kind
	const along = unit(subtract(handle, node.at))
	return replaceNode(contour, index, {
		...node,
		kind,
		[side]: add(node.at, scale(along, reach)),
	})
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
	const next = mapContours(sheet, (contour) => {
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
	return mapContours(sheet, (contour) => {
		if (!contour.nodes.some((node) => ids.has(node.id))) return contour
		const nodes = contour.nodes.map((node, i) =>
			ids.has(node.id) ? change(node, contour, i) : node,
		)
		return settleSince(contour, { ...contour, nodes })
	})
}
