import { boxOf, growBox } from '../geometry/box'
import { type Line, meeting, offLine, ontoLine } from '../geometry/lineThrough'
import { add, distance, dot, length, mix, type Point, subtract, unit } from '../geometry/point'
import { isStraight, reverseContour, withHandles } from './contour'
import { findNode, mapContour, mapContoursOf, mapPiece, type NodePlace, piecesNear } from './edit'
import { withFreshIds } from './freshIds'
import { inferKind, replaceNode } from './kinds'
import type { Contour, PathNode, Sheet } from './model'
import { settleSince } from './nodes'
import { removeOutline } from './pieces'

/** Edits of where outlines begin and end: joining, splitting, opening, turning round. */

/** Whether a node is an end of an open outline. */
export function isEnd({ contour, index }: Pick<NodePlace, 'contour' | 'index'>): boolean {
	return !contour.closed && (index === 0 || index === contour.nodes.length - 1)
}

/**
 * The end nearest to a place that an end can be joined with, of outlines that show and can be changed.
 * @param id of the end that is to be joined
 * @param reach sheet px
 * @returns the id of the other one; `null` for none within reach
 */
export function endBeside(sheet: Sheet, id: string, p: Point, reach: number): string | null {
	const own = findNode(sheet, id)
	if (!own || !isEnd(own)) return null
	let best: { id: string; away: number } | null = null
	for (const piece of piecesNear(sheet, growBox(boxOf([p]), reach)))
		for (const contour of piece.hidden || piece.locked ? [] : piece.contours) {
			if (contour.closed || contour.nodes.length < (contour === own.contour ? 3 : 1)) continue
			for (const end of [contour.nodes[0], contour.nodes.at(-1)]) {
				const away = end ? distance(end.at, p) : Number.POSITIVE_INFINITY
				if (end && end.id !== id && away <= (best?.away ?? reach)) best = { id: end.id, away }
			}
		}
	return best?.id ?? null
}

/** Why two nodes cannot be joined. */
export type JoinProblem = 'not-two' | 'not-ends' | 'same-node'

export class CannotJoin extends Error {
	constructor(readonly problem: JoinProblem) {
		super(`Cannot join: ${problem}.`)
		this.name = 'CannotJoin'
	}
}

/** How two ends become one: by a segment between them, in one node halfway, or where the edges that lead to them meet. */
type Join = 'segment' | 'node' | 'meet'

/**
 * Joins two end nodes of open outlines: by a segment between them, into one node halfway, or where they meet: straight
 * edges are lengthened and keep their directions, else the shorter edge goes to the other's end. Ends
 * of one outline close it; ends of two make one outline of them, in the first one's piece.
 * @throws {CannotJoin} where they are not two ends
 */
export function joinEnds(sheet: Sheet, ids: ReadonlySet<string>, how: Join): Sheet {
	const [first, second, more] = [...ids].map((id) => findNode(sheet, id))
	if (!first || !second || more) throw new CannotJoin('not-two')
	if (!isEnd(first) || !isEnd(second)) throw new CannotJoin('not-ends')
	if (first.contour.nodes.length < 2 && first.contour === second.contour)
		throw new CannotJoin('same-node')
	if (first.contour === second.contour)
		return mapContour(sheet, first.contour.id, (contour) => closed(contour, how))
	// The first runs up to the join, the second on from it.
	const before = endsWith(first) ? first.contour : reverseContour(first.contour)
	const after = endsWith(second) ? reverseContour(second.contour) : second.contour
	const joined = how === 'segment' ? linked(before, after) : welded(before, after, how)
	const without = removeOutline(sheet, second.contour.id)
	return mapContour(without, first.contour.id, () => joined)
}

function endsWith({ contour, node }: NodePlace): boolean {
	return contour.nodes.at(-1) === node
}

function closed(contour: Contour, how: Join): Contour {
	const [first] = contour.nodes
	const last = contour.nodes.at(-1)
	if (how === 'segment' || !first || !last || contour.nodes.length < 3)
		return settleSince(contour, { ...contour, closed: true })
	const inner = contour.nodes.slice(1, -1)
	const met = how === 'meet' ? meetingOf(inner.at(-1), last, first, inner[0]) : halfway(last, first)
	// Two halves of one straight edge need no node between them.
	if (met === null && inner.length > 1)
		return settleSince(contour, { ...contour, closed: true, nodes: inner })
	const one = weldedNode(last, first, met ?? halfway(last, first))
	const next = { ...contour, closed: true, nodes: [one, ...inner] }
	return settleSince(contour, withShownKind(next, 0))
}

function linked(before: Contour, after: Contour): Contour {
	const nodes = [...before.nodes, ...after.nodes]
	const at = before.nodes.length
	// Either curve stays as it is: what was its end is of the kind that its handle shows beside the segment.
	const shown = [at - 1, at].reduce(withShownKind, { ...before, nodes })
	return settleSince(before, shown)
}

function welded(before: Contour, after: Contour, how: Exclude<Join, 'segment'>): Contour {
	const [first, ...rest] = after.nodes
	const [last, inner] = [before.nodes.at(-1), before.nodes.slice(0, -1)]
	if (!first || !last) return linked(before, after)
	const met = how === 'meet' ? meetingOf(inner.at(-1), last, first, rest[0]) : halfway(last, first)
	if (met === null) return settleSince(before, { ...before, nodes: [...inner, ...rest] })
	const nodes = [...inner, weldedNode(last, first, met), ...rest]
	return settleSince(before, withShownKind({ ...before, nodes }, before.nodes.length - 1))
}

const halfway = (last: PathNode, first: PathNode): Point => mix(last.at, first.at, 0.5)

/** Edges that turn by less go on as one, as a sine. */
const LEAST_TURN = 0.02
/** They are lengthened, or cut short, by no more than so many times the gap between them. */
const MOST_GAPS = 3

/**
 * Where the edges that lead to two ends meet: straight ones in their own directions, else at the end of the longer.
 * @returns `null` where both are one straight edge
 */
function meetingOf(
	before: PathNode | undefined,
	last: PathNode,
	first: PathNode,
	after: PathNode | undefined,
): Point | null {
	const gap = distance(last.at, first.at)
	const into = before && isStraight(before, last) ? lineOf(before.at, last.at) : null
	const out = after && isStraight(first, after) ? lineOf(after.at, first.at) : null
	const near = (p: Point) =>
		distance(p, last.at) <= MOST_GAPS * gap && distance(p, first.at) <= MOST_GAPS * gap
	if (into && out) {
		const met = meeting(into, out, LEAST_TURN)
		if (met && near(met)) return met
		const sideways = Math.abs(offLine(into, first.at))
		const opposed = dot(into.along, out.along) < 0
		if (!met && opposed && sideways <= LEAST_TURN * Math.max(gap, 1)) return null
	} else if (into || out) {
		// The curve's end comes onto the straight edge, which is as long as that takes.
		const met = into ? ontoLine(into, first.at) : out && ontoLine(out, last.at)
		if (met && near(met)) return met
	}
	const lengthTo = (node: PathNode | undefined, end: PathNode) =>
		node ? distance(node.at, end.at) : 0
	return lengthTo(before, last) < lengthTo(after, first) ? first.at : last.at
}

function lineOf(from: Point, to: Point): Line | null {
	const along = unit(subtract(to, from))
	return length(along) > 0 ? { at: to, along } : null
}

/** One node at a place in place of two, the handles of either moved along. */
function weldedNode(last: PathNode, first: PathNode, at: Point): PathNode {
	const along = (node: PathNode, handle: Point | undefined) =>
		handle && add(handle, subtract(at, node.at))
	return withHandles({ ...last, at }, { in: along(last, last.in), out: along(first, first.out) })
}

function withShownKind(contour: Contour, index: number): Contour {
	const node = contour.nodes[index]
	return node ? replaceNode(contour, index, { ...node, kind: inferKind(contour, index) }) : contour
}

/**
 * Opens outlines at nodes: a closed one begins and ends there, an open one becomes two. The node
 * stands twice in one place, once for either side.
 * @returns the sheet and the ids of all ends that came of it
 */
export function splitAt(
	sheet: Sheet,
	ids: ReadonlySet<string>,
): { sheet: Sheet; ends: ReadonlySet<string> } {
	const ends = new Set<string>()
	const next = replaceContours(sheet, (contour) => {
		const cuts = [...contour.nodes.keys()].filter((i) => {
			const inner = contour.closed || (i > 0 && i < contour.nodes.length - 1)
			return inner && ids.has(contour.nodes[i]?.id ?? '')
		})
		if (cuts.length === 0) return [contour]
		const runs = contour.closed
			? cuts.map((from, k) => runOf(contour, from, cuts[(k + 1) % cuts.length] ?? from))
			: [0, ...cuts].map((from, k) =>
					contour.nodes.slice(from, (cuts[k] ?? contour.nodes.length - 1) + 1),
				)
		const opened = withFreshIds(runs.map((nodes) => openRun(contour, nodes)))
		for (const { nodes } of opened)
			for (const end of [nodes[0], nodes.at(-1)]) if (end) ends.add(end.id)
		return opened
	})
	return { sheet: next, ends }
}

/** The nodes from one place to another, both included, forward round a closed outline. */
function runOf({ nodes }: Contour, from: number, to: number): PathNode[] {
	const n = nodes.length
	const count = ((to - from + n) % n || n) + 1
	return Array.from({ length: count }, (_, i) => nodes[(from + i) % n]).flatMap((p) => p ?? [])
}

/** A run of an outline's nodes as an open outline; the ids are still those of the whole. */
function openRun({ id }: Contour, run: readonly PathNode[]): Contour {
	const nodes = run.map((node, i) => {
		const [first, last] = [i === 0, i === run.length - 1]
		return withHandles(node, {
			in: first ? undefined : node.in,
			out: last ? undefined : node.out,
		})
	})
	return [0, nodes.length - 1].reduce<Contour>(
		(open, i) => {
			const node = open.nodes[i]
			const kept = node && (node.kind === 'cusp' || node.kind === 'smooth') && (node.in || node.out)
			return kept ? open : withShownKind(open, i)
		},
		{ id, nodes, closed: false },
	)
}

/**
 * Removes nodes and leaves outlines open where they were: the segments on either side of them go
 * too. What is left of an outline may be several; single nodes go.
 */
export function removeOpen(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return replaceContours(sheet, (contour) => {
		const n = contour.nodes.length
		const gone = (i: number) => ids.has(contour.nodes[(i + n) % n]?.id ?? '')
		if (!contour.nodes.some((node) => ids.has(node.id))) return [contour]
		const starts = [...contour.nodes.keys()].filter(
			(i) => !gone(i) && (gone(i - 1) || (!contour.closed && i === 0)),
		)
		const runs = starts.map((from) => {
			let length = 1
			while (length < n && !gone(from + length) && (contour.closed || from + length < n)) length++
			return Array.from({ length }, (_, k) => contour.nodes[(from + k) % n]).flatMap((p) => p ?? [])
		})
		const whole = runs.filter((nodes) => nodes.length > 1)
		return withFreshIds(whole.map((nodes) => openRun(contour, nodes)))
	})
}

/** Runs an outline through the other way; the first node of a closed one stays first. */
export function reverseOutline(sheet: Sheet, contourId: string): Sheet {
	return mapContour(sheet, contourId, reverseContour)
}

/** Makes a node of a closed outline its first. */
export function setFirstNode(sheet: Sheet, id: string): Sheet {
	return mapContoursOf(sheet, new Set([id]), (contour) => {
		const index = contour.nodes.findIndex((node) => node.id === id)
		if (!contour.closed || index < 1) return contour
		return {
			...contour,
			nodes: [...contour.nodes.slice(index), ...contour.nodes.slice(0, index)],
		}
	})
}

/** An open outline whose ends lie so near to each other that it looks closed. */
export interface NearlyClosed {
	readonly contour: Contour
	/** px between its ends */
	readonly gap: number
}

/** Open outlines that look closed: their ends within a share of their size. */
export function nearlyClosed(sheet: Sheet): NearlyClosed[] {
	return sheet.pieces
		.flatMap((piece) => (piece.hidden ? [] : piece.contours))
		.flatMap((contour) => {
			const [first] = contour.nodes
			const last = contour.nodes.at(-1)
			if (contour.closed || contour.nodes.length < 3 || !first || !last) return []
			const gap = distance(first.at, last.at)
			return gap <= LOOKS_CLOSED * extentOf(contour) ? [{ contour, gap }] : []
		})
}

/** Ends within this share of an outline's extent look closed when all of it is in view. */
const LOOKS_CLOSED = 0.03

function extentOf({ nodes }: Contour): number {
	const [first] = nodes
	return first ? Math.max(...nodes.map((node) => distance(node.at, first.at))) : 0
}

/** Replaces each outline by those that come of it; a piece without any goes. */
function replaceContours(sheet: Sheet, change: (contour: Contour) => Contour[]): Sheet {
	return sheet.pieces.reduce((current, { id, contours }) => {
		const next = contours.flatMap(change)
		const same = next.length === contours.length && next.every((c, i) => c === contours[i])
		if (same) return current
		return mapPiece(current, id, (piece) => (next.length > 0 ? { ...piece, contours: next } : null))
	}, sheet)
}
