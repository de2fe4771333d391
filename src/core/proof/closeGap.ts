import { combine } from '../combine/combine'
import { isSelfCrossing } from '../combine/selfCrossing'
import { turnAt } from '../fit/outlineTrail'
import { distance, dot, type Point, subtract, unit } from '../geometry/point'
import { isFilled, isStraight, neighbours, reverseContour, withHandles } from '../path/contour'
import { ringedOf } from '../path/enclosing'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, type PathNode, type Piece } from '../path/model'
import { type Measured, measured } from '../path/stretches'
import { toRing } from './rings'

/** Outlines are looked at in so many places for each width of the gap, and in no more than so many. */
const PER_WIDTH = 4
const MOST_PLACES = 6000
/** So near to a gap, as a share of its width, an outline runs along it. */
const ALONG = 0.15
/** A node so many widths beyond where a gap seems to end is its end. */
const BEYOND = 2
/** Straight segments that turn by less are one, radians. */
const STRAIGHT = 1e-3
/** What comes of it may differ from before by so many times the gap. */
const MOST_AREAS = 3

/**
 * The lower of two pieces, its edge along a gap that of the upper: the upper's own nodes, straight where it is
 * straight, with no more of its own than it takes to get there.
 * @param part the gap, px
 * @param width how wide it may be, px
 * @returns `null` where the pieces do not lie along each other there as two edges do
 */
export function withSharedEdge(
	lower: Piece,
	upper: Piece,
	part: Contour,
	width: number,
): Piece | null {
	const { ring, area } = ringedOf(part)
	const own = alongGap(lower, ring, width)
	const other = alongGap(upper, ring, width)
	if (!own || !other) return null
	const made = joined(own, other, width)
	if (!made || isSelfCrossing(made)) return null
	const contours = lower.contours.map((one) => (one === own.contour ? made : one))
	const changed = [
		combine('cut-out', [made], [own.contour]),
		combine('cut-out', [own.contour], [made]),
	]
	const size = changed.flat().reduce((sum, one) => sum + Math.abs(ringedOf(one).area), 0)
	return size <= MOST_AREAS * Math.abs(area) ? { ...lower, contours } : null
}

/** The stretch of an outline that runs along a gap; lengths, of which the second may lie beyond the outline's end. */
interface Along {
	readonly contour: Contour
	readonly line: Measured
	readonly from: number
	readonly to: number
	/** Lengths at which its nodes lie. */
	readonly nodes: readonly number[]
}

function alongGap(piece: Piece, gap: readonly Point[], width: number): Along | null {
	let best: Along | null = null
	for (const contour of piece.contours.filter(isFilled)) {
		if (!contour.closed || contour.nodes.length < 2) continue
		const line = measured(contour)
		const count = Math.min(MOST_PLACES, Math.max(16, Math.ceil((PER_WIDTH * line.length) / width)))
		const step = line.length / count
		const near = Array.from(
			{ length: count },
			(_, k) => toRing(line.at(k * step), gap) <= ALONG * width,
		)
		const run = longestRun(near)
		if (!run) continue
		const nodes = lengthsOfNodes(contour)
		const from = run.from * step
		const to = (run.from + run.length - 1) * step
		if (!best || to - from > best.to - best.from) best = { contour, line, from, to, nodes }
	}
	return best
}

/** The longest run of what is so, going round; nothing where nothing, or all, is. */
function longestRun(round: readonly boolean[]): { from: number; length: number } | null {
	const start = round.indexOf(false)
	if (start < 0) return null
	let best: { from: number; length: number } | null = null
	let length = 0
	for (let k = 1; k <= round.length; k++) {
		const at = (start + k) % round.length
		if (round[at]) length++
		else {
			if (length > (best?.length ?? 0))
				best = { from: (((at - length) % round.length) + round.length) % round.length, length }
			length = 0
		}
	}
	return best
}

function lengthsOfNodes(contour: Contour): number[] {
	const { nodes } = contour
	let gone = 0
	return nodes.map((node, k) => {
		const here = gone
		const next = nodes[(k + 1) % nodes.length]
		if (next) gone += measured({ id: '', nodes: [node, next], closed: false }).length
		return here
	})
}

/** An outline with the stretch along the gap taken from the other, the way to it and back straight. */
function joined(own: Along, other: Along, width: number): Contour | null {
	const ends = [own.from, own.to].map((at) => own.line.at(round(at, own))) as [Point, Point]
	const others = [other.from, other.to].map((at) => other.line.at(round(at, other))) as [
		Point,
		Point,
	]
	const crossed =
		distance(ends[0], others[1]) + distance(ends[1], others[0]) <
		distance(ends[0], others[0]) + distance(ends[1], others[1])
	const [first, last] = crossed ? ([1, 0] as const) : ([0, 1] as const)
	const begin = endsAt(own, 0, other, first, width)
	const end = endsAt(own, 1, other, last, width)
	const kept = stretchRound(own, end.own, begin.own)
	const [low, high] = crossed ? [end.other, begin.other] : [begin.other, end.other]
	const taken = stretchRound(other, low, high)
	if (!kept || !taken) return null
	const along = (crossed ? reverseContour(taken) : taken).nodes.map((node) => ({
		...node,
		id: newId(),
	}))
	return closedOf([...kept.nodes], along, own.contour)
}

const round = (at: number, { line }: Along) => ((at % line.length) + line.length) % line.length

/** Where the edge leaves an outline for the other's, and where it comes onto that: nodes of theirs, or what lies across. */
function endsAt(
	own: Along,
	side: 0 | 1,
	other: Along,
	otherSide: 0 | 1,
	width: number,
): { own: number; other: number } {
	const mine = nodeBeyond(own, side, width)
	const theirs = nodeBeyond(other, otherSide, width)
	const place = (one: Along, at: number) => one.line.at(round(at, one))
	const ways: { own: number; other: number }[] = []
	if (mine !== null)
		ways.push({ own: mine, other: across(other, otherSide, place(own, mine), width) })
	if (theirs !== null)
		ways.push({ own: across(own, side, place(other, theirs), width), other: theirs })
	const lengthOf = (way: { own: number; other: number }) =>
		distance(place(own, way.own), place(other, way.other))
	ways.sort((a, b) => lengthOf(a) - lengthOf(b))
	const [best] = ways
	if (mine !== null && theirs !== null && best) {
		// From node to node, where that is hardly a detour, or goes on as an edge of theirs does.
		const both = { own: mine, other: theirs }
		const goesOn =
			isInLine(own, mine, side, place(other, theirs)) ||
			isInLine(other, theirs, otherSide, place(own, mine))
		if (lengthOf(both) <= (goesOn ? ON_AN_EDGE : STRAIGHT_ACROSS) * lengthOf(best)) return both
	}
	return (
		best ?? {
			own: side === 0 ? own.from : own.to,
			other: otherSide === 0 ? other.from : other.to,
		}
	)
}

/** The way from node to node may be so many times as long as the shortest across, in line with an edge or not. */
const ON_AN_EDGE = 3
const STRAIGHT_ACROSS = 1.02
/** What turns by less goes on in line, radians. */
const IN_LINE = 0.02

/** Whether the straight segment that leaves a gap's end leads away from a point. */
function isInLine({ contour, nodes, line }: Along, at: number, side: 0 | 1, p: Point): boolean {
	const here = ((at % line.length) + line.length) % line.length
	const k = nodes.findIndex((n) => Math.abs(n - here) < 1e-6 * line.length)
	const node = contour.nodes[k]
	const count = contour.nodes.length
	const beyond = contour.nodes[(k + (side === 0 ? -1 : 1) + count) % count]
	if (!node || !beyond) return false
	if (!(side === 0 ? isStraight(beyond, node) : isStraight(node, beyond))) return false
	const [away, across] = [unit(subtract(node.at, beyond.at)), unit(subtract(p, node.at))]
	return dot(away, across) > Math.cos(IN_LINE)
}

/** The node of an outline at which its stretch along the gap ends, of several the one that turns most; lengths. */
function nodeBeyond(one: Along, side: 0 | 1, width: number): number | null {
	const { from, to, nodes, line, contour } = one
	const end = side === 0 ? from : to
	const near = nodes
		.flatMap((at, k) =>
			[at - line.length, at, at + line.length].map((here) => ({
				here,
				turn: Math.abs(turnAt(contour, k)),
			})),
		)
		.filter(({ here }) => Math.abs(here - end) <= BEYOND * width)
		.sort((a, b) => b.turn - a.turn)
	return near[0]?.here ?? null
}

/** The place near an end of a stretch that lies nearest to a point; lengths. */
function across(one: Along, side: 0 | 1, p: Point, width: number): number {
	const end = side === 0 ? one.from : one.to
	const awayAt = (at: number) => distance(one.line.at(round(at, one)), p)
	let best = end
	const reach = 2 * BEYOND * width
	for (let k = -64; k <= 64; k++) {
		const at = end + (reach * k) / 64
		if (awayAt(at) < awayAt(best)) best = at
	}
	for (let step = reach / 64; step > 1e-9 * one.line.length; step /= 2)
		for (const at of [best - step, best + step]) if (awayAt(at) < awayAt(best)) best = at
	return best
}

/** A stretch of a closed outline, going on over where it begins. */
function stretchRound(one: Along, from: number, to: number): Contour | null {
	const { line, contour, nodes } = one
	const [a, b] = [round(from, one), round(to, one)]
	const snapped = (at: number) => nodes.find((n) => Math.abs(n - at) < 1e-6 * line.length) ?? at
	const [start, end] = [snapped(a), snapped(b)]
	if (Math.abs(end - start) < 1e-9 * line.length) return null
	const parts =
		end > start
			? [[start, end]]
			: [
					[start, line.length],
					[0, end],
				]
	const run: PathNode[] = []
	for (const [p = 0, q = 0] of parts) {
		if (q - p <= 1e-9 * line.length) continue
		const [head, ...rest] = line.stretch(p, q).nodes
		const last = run.pop()
		if (last && head) run.push(withHandles(last, { in: last.in, out: head.out }))
		else if (head) run.push(head)
		run.push(...rest)
	}
	// Nodes that were there keep their ids and kinds.
	const at = (p: Point) => contour.nodes.find((node) => distance(node.at, p) < 1e-6 * line.length)
	return {
		id: contour.id,
		closed: false,
		nodes: run.map((node, k) => {
			const known = at(node.at)
			if (!known) return node
			const inner = k > 0 && k < run.length - 1
			return { ...node, id: known.id, at: known.at, ...(inner && { kind: known.kind }) }
		}),
	}
}

/** Two runs as one closed outline, straight from one to the other; what is straight goes on straight. */
function closedOf(kept: PathNode[], taken: PathNode[], contour: Contour): Contour {
	const bare = (node: PathNode, side: 'in' | 'out') =>
		withHandles(node, {
			in: side === 'in' ? undefined : node.in,
			out: side === 'out' ? undefined : node.out,
		})
	const [k0, k1, t0, t1] = [kept[0], kept.at(-1), taken[0], taken.at(-1)]
	if (!k0 || !k1 || !t0 || !t1) return contour
	kept[0] = bare(k0, 'in')
	kept[kept.length - 1] = bare(kept.at(-1) ?? k1, 'out')
	taken[0] = bare(t0, 'in')
	taken[taken.length - 1] = bare(taken.at(-1) ?? t1, 'out')
	const made = inferKinds({ ...contour, nodes: [...kept, ...taken] })
	const ends = new Set([k0, k1, t0, t1].map(({ id }) => id))
	return inferKinds(withoutNeedless(made, ends))
}

/** An outline without those of some nodes at which two straight segments go on straight, or have no length. */
function withoutNeedless(contour: Contour, some: ReadonlySet<string>): Contour {
	let now = contour
	for (const id of some) {
		const k = now.nodes.findIndex((node) => node.id === id)
		const node = now.nodes[k]
		if (!node || now.nodes.length <= 3) continue
		const { before, after } = neighbours(now, k)
		if (!before || !after || !isStraight(before, node) || !isStraight(node, after)) continue
		const [into, out] = [subtract(node.at, before.at), subtract(after.at, node.at)]
		const short = Math.min(Math.hypot(...into), Math.hypot(...out)) < 1e-6
		const turn = short ? 0 : Math.acos(Math.min(1, Math.max(-1, dot(unit(into), unit(out)))))
		if (turn < STRAIGHT) now = { ...now, nodes: now.nodes.filter((one) => one !== node) }
	}
	return now
}
