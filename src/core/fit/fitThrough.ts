import { item } from '../geometry/numbers'
import type { Break } from './breaks'
import { type Candidate, everyPoint } from './candidates'
import { errorOf, spansBeyond } from './chainError'
import { type Chosen, chooseJoints, type Goal } from './chooseJoints'
import type { Joint } from './joint'
import type { Span } from './polish'
import { copyOf, polishWithin } from './polishWithin'
import { refine } from './refine'
import { absorbStubs } from './stubs'
import type { Trail } from './trail'

/** Joints and the spans that follow them; an open fit has one joint more than spans. */
export interface Fit {
	readonly joints: Joint[]
	readonly spans: Span[]
}

/**
 * The fewest spans along a trail that keep its breaks and stay within the limit of all its points.
 * @param breaks in order, the first at point 0, of an open trail the last at its end; at least one
 * @param candidatesBetween where joints may go between two points of the trail
 */
export function fitThrough(
	trail: Trail,
	breaks: readonly Break[],
	candidatesBetween: (from: number, to: number) => Candidate[],
	goal: Goal,
): Fit {
	const { limit } = goal
	const joints: Joint[] = []
	const spans: Span[] = []
	/** How the stretch before a break arrives at it. */
	let arriving: Joint | undefined
	for (const [k, from] of breaks.entries()) {
		const to = breaks[k + 1] ?? (trail.closed ? breaks[0] : undefined)
		if (!to) break
		const round = k + 1 === breaks.length ? trail.last : 0
		const bar = from.straightAfter && isStraight(from, to, round)
		if (bar) {
			joints.push(arriving ?? (from.ways[0] as Joint))
			spans.push({ start: 0, end: 0, straight: true, given: true })
			arriving = undefined
			continue
		}
		const ends = to.ways.map((way) => ({ ...way, i: way.i + round }))
		const inner = candidatesBetween(from.i, to.i + round)
		const chosen = chooseBoldly(trail, [from.ways, ...inner, ends], goal)
		const [first, ...rest] = chosen.joints
		joints.push(meet(arriving, first as Joint), ...rest.slice(0, -1))
		spans.push(...chosen.spans)
		arriving = chosen.joints.at(-1)
	}
	if (trail.closed && arriving)
		joints[0] = meet({ ...arriving, i: arriving.i - trail.last }, joints[0] as Joint)
	else if (!trail.closed) joints.push(arriving ?? (breaks.at(-1)?.ways[0] as Joint))
	refine(trail, joints, spans, goal)
	absorbStubs(trail, joints, spans, limit)
	for (const k of spansBeyond(trail, joints, spans, limit).reverse()) splitAgain(k)
	return { joints, spans }

	/** Puts joints into a span that has come to lie beyond the limit. */
	function splitAgain(k: number) {
		const a = joints[k]
		const b = joints[(k + 1) % joints.length]
		if (!a || !b || spans[k]?.given) return
		const end = k + 1 < joints.length ? b : { ...b, i: b.i + trail.last }
		if (end.i <= a.i) return
		const chosen = chooseAcross(trail, [[a], ...candidatesBetween(a.i, end.i), [end]], goal)
		joints.splice(k + 1, 0, ...chosen.joints.slice(1, -1))
		spans.splice(k, 1, ...chosen.spans)
	}

	/** Whether a straight run is as straight as the limit asks, now that its ends are corners. */
	function isStraight(from: Break, to: Break, round: number): boolean {
		const a = arriving ?? from.ways[0]
		const b = to.ways[0]
		if (!a || !b) return false
		const straight = { start: 0, end: 0, straight: true }
		return (
			errorOf(trail, a, { ...b, i: b.i + round }, straight, OUTLIERS * limit) <= OUTLIERS * limit
		)
	}
}

/** The line of a straight run is surer than its single points: those may lie further off. */
const OUTLIERS = 1.25

/** A break as the stretches before and after it want it. */
function meet(arriving: Joint | undefined, leaving: Joint): Joint {
	if (!arriving) return leaving
	if (!arriving.corner || !leaving.corner) return arriving
	return { ...leaving, inX: arriving.inX, inY: arriving.inY }
}

/** The limit that is tried first, as a multiple of the one that is to be kept. */
const BOLD = 1.8

/**
 * Fewer joints than the limit allows while they stand at candidates may do once they are polished:
 * so a wider limit is tried first, and taken if polishing brings it within the true one.
 */
function chooseBoldly(trail: Trail, candidates: readonly Candidate[], goal: Goal): Chosen {
	const bold = chooseJoints(trail, candidates, { ...goal, limit: BOLD * goal.limit })
	if (!('stuck' in bold)) {
		const chain = copyOf(bold)
		if (polishWithin(trail, chain, goal.limit)) return chain
	}
	return chooseAcross(trail, candidates, goal)
}

/** Beyond a candidate from which nothing leads on, every point up to so many further becomes one. */
const AHEAD = 3

function chooseAcross(trail: Trail, candidates: readonly Candidate[], goal: Goal): Chosen {
	let all = candidates
	for (;;) {
		const chosen = chooseJoints(trail, all, goal)
		if (!('stuck' in chosen)) return chosen
		const from = item(item(all, chosen.stuck), 0).i
		const to = all[Math.min(all.length - 1, chosen.stuck + AHEAD)]?.[0]?.i ?? from
		const known = new Set(all.map((ways) => ways[0]?.i))
		const lowest = item(item(candidates, 0), 0).i
		const more = everyPoint(trail, Math.max(lowest, from - 2), to)
		const inside = more.filter((ways) => !known.has(item(ways, 0).i))
		// From corner to corner a straight line always leads on, one point at a time.
		if (inside.length === 0) {
			const next = chosen.stuck + 1
			if (isCorner(all[chosen.stuck]) && isCorner(all[next])) return polygon(all)
			all = all.map((ways, k) => (k === chosen.stuck || k === next ? withCorner(ways) : ways))
			continue
		}
		all = [...all, ...inside].toSorted((a, b) => item(a, 0).i - item(b, 0).i)
	}
}

function isCorner(ways: Candidate | undefined): boolean {
	return ways?.some((way) => way.corner) ?? true
}

function withCorner(ways: Candidate): Candidate {
	const way = ways[0]
	return !way || isCorner(ways) ? ways : [...ways, { ...way, corner: true }]
}

function polygon(candidates: readonly Candidate[]): Chosen {
	const joints = candidates.map((ways) => ({ ...(ways.at(-1) as Joint), corner: true }))
	return { joints, spans: joints.slice(1).map(() => ({ start: 0, end: 0, straight: true })) }
}
