import { derivativeAt, extrema, pointAt } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import { distance, type Point, unit } from '../geometry/point'
import { deviationBySteps } from '../measure/deviation'
import { isStraight, neighbours, type Segment, segmentCubic, segments } from '../path/contour'
import { type Contour, emptySheet, newPiece, type PathNode, type Sheet } from '../path/model'
import { setKind } from '../path/nodes'
import { areWorkable } from '../path/reach'
import { replaceOutlines } from '../path/replace'
import { insertExtrema } from '../path/shape'
import { smoothJoint } from './joint'
import { endDirection, outlineTrail, startDirection, turnAt } from './outlineTrail'
import { fitSpan } from './span'
import { thin } from './thin'
import { refittedNodes, thinnedMark } from './thinned'
import { trailOf } from './trail'

/** Something about an outline that would be better otherwise, and the outline without it. */
export interface Suggestion {
	readonly what: 'needless' | 'outermost' | 'nearly-smooth' | 'nearly-corner'
	readonly contour: string
	/** The node it is about; for an outermost point the one before it. */
	readonly node: string
	readonly at: Point
	/**
	 * px: for a needless node how far the outline might move, for a near corner its handles' length, for
	 * an outermost point how far it stands out; radians of turn for a join.
	 */
	readonly amount: number
	/** How far the outline moves where it is followed, px; measured, and rounded up to hundredths. */
	readonly moves: number
}

/** A node is needless where the outline moves by less without it, px. */
const NEEDLESS_PX = 0.35
/** A join that turns by no more is nearly smooth, and by no less is not smooth already, radians. */
const NEARLY_SMOOTH = 0.16
const SMOOTH_ALREADY = 0.012
/** A smooth node whose handles are both shorter is nearly a corner, px. */
const SHORT_PX = 2.5
/** An outermost point that stands out by less beyond a node is that node's own, px. */
const OWN_PX = 0.6
/** An outline that moves by less, as far as can be measured, stays where it is, px. */
const STILL_PX = 5e-3

/**
 * What could be better about an outline, in the order of its nodes. Followed one after the other they
 * come to rest: each has fewer outermost points without a node than the outline before it, or as many
 * and fewer joins to be told apart, or as many of both and fewer nodes. No part of the outline is moved
 * by more than one of them, for as long as nothing else is edited: all together move it no further than
 * the one of them that moves it furthest.
 */
export function suggestionsFor(contour: Contour, needlessPx = NEEDLESS_PX): Suggestion[] {
	if (!areWorkable([contour])) return []
	const moved = refittedNodes(contour)
	return contour.nodes.flatMap((node, k) =>
		[
			nearlySmooth(contour, node, k) ?? nearlyCorner(node),
			needless(contour, node, k, needlessPx),
			outermost(contour, node, k),
		].flatMap((wish) => {
			if (!wish) return []
			const made = followed(contour, wish)
			if (made === contour) return []
			const [was, is] = changedRuns(contour, made, k)
			if (!settles(was, is)) return []
			const moves = movedBy(was, is)
			if (moves === 0) return [{ ...wish, contour: contour.id, moves }]
			if (isMoved(contour, k, moved)) return []
			return [{ ...wish, contour: contour.id, moves: Math.ceil(moves * 100) / 100 }]
		}),
	)
}

/** The sheet with a suggestion followed. */
export function followSuggestion(sheet: Sheet, suggestion: Suggestion): Sheet {
	const contour = sheet.pieces
		.flatMap((piece) => piece.contours)
		.find((each) => each.id === suggestion.contour)
	return contour ? replaceOutlines(sheet, [followed(contour, suggestion)]) : sheet
}

type Wish = Pick<Suggestion, 'what' | 'node' | 'at' | 'amount'>

/** The outline with a wish granted; what was moved by it, or before it, is marked. */
function followed(contour: Contour, { what, node, amount }: Wish): Contour {
	const k = contour.nodes.findIndex(({ id }) => id === node)
	if (k < 0) return contour
	const made = granted(contour, what, k, amount)
	if (made === contour) return contour
	const { thinned: _, ...plain } = made
	const moved = refittedNodes(contour)
	const only = [...moved, ...nowMoved(contour, made, what, k, moved)]
	const still = new Set(made.nodes.map(({ id }) => id))
	const left = new Set(only.filter((id) => still.has(id)))
	return left.size > 0 ? thinnedMark(plain, NEEDLESS_PX, left) : plain
}

/** Between which nodes the outline was moved by a wish granted; nodes set into such a part are of it. */
function nowMoved(
	contour: Contour,
	made: Contour,
	what: Wish['what'],
	k: number,
	moved: ReadonlySet<string>,
): string[] {
	if (what !== 'outermost') return beyond(contour, k).filter((id) => id !== undefined)
	const [, here, after] = beyond(contour, k)
	if (!here || !after || !moved.has(here) || !moved.has(after)) return []
	const before = new Set(contour.nodes.map(({ id }) => id))
	return made.nodes.map(({ id }) => id).filter((id) => !before.has(id))
}

function granted(contour: Contour, what: Wish['what'], k: number, amount: number): Contour {
	const node = contour.nodes[k]
	const next = contour.nodes[(k + 1) % contour.nodes.length]
	if (!node || !next) return contour
	if (what === 'needless') return withoutNode(contour, node.id, amount)
	const alone: Sheet = { ...emptySheet('', 1, 1), pieces: [newPiece('', [contour])] }
	const edited =
		what === 'outermost'
			? insertExtrema(alone, new Set([node.id, next.id])).sheet
			: setKind(alone, new Set([node.id]), what === 'nearly-smooth' ? 'smooth' : 'corner')
	return edited.pieces[0]?.contours[0] ?? contour
}

function nearlySmooth(contour: Contour, node: PathNode, k: number): Wish | undefined {
	if (node.kind !== 'cusp') return undefined
	const turn = Math.abs(turnAt(contour, k))
	if (turn <= SMOOTH_ALREADY || turn > NEARLY_SMOOTH) return undefined
	return { what: 'nearly-smooth', node: node.id, at: node.at, amount: turn }
}

function nearlyCorner(node: PathNode): Wish | undefined {
	if (node.kind !== 'smooth' && node.kind !== 'symmetric') return undefined
	const { in: into, out, at } = node
	if (!into || !out) return undefined
	const amount = Math.max(distance(at, into), distance(at, out))
	return amount > SHORT_PX ? undefined : { what: 'nearly-corner', node: node.id, at, amount }
}

function needless(contour: Contour, node: PathNode, k: number, most: number): Wish | undefined {
	const n = contour.nodes.length
	if (contour.closed ? n <= 3 : k === 0 || k === n - 1) return undefined
	if (isBesideNeedless(contour, k)) return undefined
	return { what: 'needless', node: node.id, at: node.at, amount: most }
}

/** A node that turns so many times as far as the one beside it is the corner of the two. */
const CORNER_OF_TWO = 4
/** What turns less is nobody's corner, radians. */
const NO_CORNER = 0.05

/** Whether a node could go only because the one beside it is there, which turns hardly at all: then that one is needless. */
function isBesideNeedless(contour: Contour, k: number): boolean {
	const n = contour.nodes.length
	const turn = Math.abs(turnAt(contour, k))
	if (turn < NO_CORNER) return false
	return [k - 1, k + 1].some((beside) => {
		if (!contour.closed && (beside <= 0 || beside >= n - 1)) return false
		return Math.abs(turnAt(contour, (beside + n) % n)) * CORNER_OF_TWO < turn
	})
}

/** The outline without one node, if that moves it by no more than allowed; else as it is. */
function withoutNode(contour: Contour, id: string, tolerance: number): Contour {
	const k = contour.nodes.findIndex((node) => node.id === id)
	const n = contour.nodes.length
	const run = [-1, 0, 1].flatMap((d) => contour.nodes.slice((k + d + n) % n, ((k + d + n) % n) + 1))
	if (!couldBeOne({ id: contour.id, nodes: run, closed: false }, tolerance)) return contour
	const { thinned: _, ...plain } = contour
	const made = thin(plain, { tolerance, only: new Set(run.map(({ id }) => id)) }).contour
	return made.nodes.length >= n ? contour : made
}

/** A span by area and moment alone is no further off than so many times what can be made of it. */
const ROUGHLY = 3

/** A run is looked at in so many places. */
const LOOKS = 24

/** Whether it is worth trying to lay one span where a run of several is: most of the time one look tells. */
function couldBeOne(run: Contour, tolerance: number): boolean {
	const [first, , last] = run.nodes
	if (!first || !last) return false
	const across = run.nodes.slice(1).reduce((sum, { at }, i) => {
		const before = run.nodes[i]
		return sum + (before ? distance(before.at, at) : 0)
	}, 0)
	const trail = trailOf(outlineTrail(run, Math.max(tolerance, across / LOOKS)).points, false)
	if (trail.last < 1) return false
	const [cx, cy] = trail.centre
	const end = ({ at: [x, y] }: PathNode, i: number, along: Point) =>
		smoothJoint(i, x - cx, y - cy, ...unit(along))
	const [from, to] = [end(first, 0, startDirection(run)), end(last, trail.last, endDirection(run))]
	return Number.isFinite(fitSpan(trail, from, to, ROUGHLY * tolerance).error)
}

function outermost(contour: Contour, node: PathNode, k: number): Wish | undefined {
	const segment = segments(contour)[k]
	const found = segment && bulgesOf(segment)[0]
	return found && { what: 'outermost', node: node.id, at: found.at, amount: found.standsOut }
}

/** The outermost points of a segment that stand out beyond its ends, and how far, px. */
function bulgesOf({ from, to }: Segment): { at: Point; standsOut: number }[] {
	if (isStraight(from, to)) return []
	const cubic = segmentCubic({ from, to })
	return extrema(cubic)
		.map((t) => {
			const at = pointAt(cubic, t)
			const [dx, dy] = derivativeAt(cubic, t)
			const axis = Math.abs(dx) < Math.abs(dy) ? 0 : 1
			return {
				at,
				standsOut: Math.min(...[from, to].map((end) => Math.abs(end.at[axis] - at[axis]))),
			}
		})
		.filter(({ standsOut }) => standsOut > OWN_PX)
}

/** An edit at a node, or at the segment after it, changes nothing of the outline beyond so many nodes. */
const REACH = 3

/** The run of an outline round a node, and the same of the outline made of it; all where that is short. */
function changedRuns(contour: Contour, made: Contour, k: number): [Contour, Contour] {
	const n = contour.nodes.length
	if (n <= 2 * REACH + 2) return [contour, made]
	const end = (by: number) => {
		const place = contour.closed ? (k + by + n) % n : Math.min(n - 1, Math.max(0, k + by))
		return contour.nodes[place]?.id ?? ''
	}
	const [from, to] = [end(-REACH), end(REACH + 1)]
	return [runBetween(contour, from, to), runBetween(made, from, to)]
}

/** An outline's run from one node on to another, as an open outline. */
function runBetween({ id, nodes }: Contour, from: string, to: string): Contour {
	const [first = -1, last] = [from, to].map((end) => nodes.findIndex((node) => node.id === end))
	const n = nodes.length
	const run: PathNode[] = []
	for (let i = first; run.length < n; i = (i + 1) % n) {
		run.push(...nodes.slice(i, i + 1))
		if (i === last) break
	}
	return { id, nodes: run, closed: false }
}

/** Whether what is left to be wished for is less, in the order that {@link suggestionsFor} tells. */
function settles(was: Contour, is: Contour): boolean {
	const [before, after] = [leftOver(was), leftOver(is)]
	const differs = before.findIndex((count, i) => count !== after[i])
	return differs >= 0 && item(after, differs) < item(before, differs)
}

/** Outermost points without a node, joins to be told apart, and nodes. */
function leftOver(contour: Contour): readonly number[] {
	const bulges = segments(contour).flatMap(bulgesOf).length
	const joins = contour.nodes.filter(
		(node, k) => nearlySmooth(contour, node, k) ?? nearlyCorner(node),
	)
	return [bulges, joins.length, contour.nodes.length]
}

/** The greatest distance between two runs, px; 0 where they are the same. */
function movedBy(was: Contour, is: Contour): number {
	const [before, after] = withoutCommonEnds(was, is)
	if (before.nodes.length < 2 && after.nodes.length < 2) return 0
	const { max } = deviationBySteps([before], [after], MEASURE_STEP_PX, MEASURE_PX)
	return max > STILL_PX ? max : 0
}

/** Two runs without the segments at either end that are the same in both: measuring these would tell nothing. */
function withoutCommonEnds(was: Contour, is: Contour): [Contour, Contour] {
	const most = Math.min(was.nodes.length, is.nodes.length) - 1
	let first = 0
	while (first < most && isSameSegment(was, first, is, first)) first++
	let last = 0
	const [m, n] = [was.nodes.length - 2, is.nodes.length - 2]
	while (last < most - first && isSameSegment(was, m - last, is, n - last)) last++
	const part = (run: Contour): Contour => ({
		...run,
		nodes: run.nodes.slice(first, run.nodes.length - last),
	})
	return [part(was), part(is)]
}

function isSameSegment(a: Contour, i: number, b: Contour, j: number): boolean {
	const [from, to, other, end] = [a.nodes[i], a.nodes[i + 1], b.nodes[j], b.nodes[j + 1]]
	if (!from || !to || !other || !end) return false
	const pairs = [
		[from.at, other.at],
		[from.out ?? from.at, other.out ?? other.at],
		[to.in ?? to.at, end.in ?? end.at],
		[to.at, end.at],
	] as const
	return pairs.every(([p, q]) => p[0] === q[0] && p[1] === q[1])
}

const MEASURE_STEP_PX = 0.5
const MEASURE_PX = 0.002

/** Whether a segment at a node lies between nodes between which the outline was moved already. */
function isMoved(contour: Contour, k: number, moved: ReadonlySet<string>): boolean {
	const [before, here, after] = beyond(contour, k)
	const both = (a: string | undefined, b: string | undefined) =>
		a !== undefined && b !== undefined && moved.has(a) && moved.has(b)
	return both(before, here) || both(here, after)
}

/** The ids of a node and its two neighbours. */
function beyond(contour: Contour, k: number): readonly (string | undefined)[] {
	const { before, after } = neighbours(contour, k)
	return [before?.id, contour.nodes[k]?.id, after?.id]
}
