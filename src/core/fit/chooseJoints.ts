import { at, intAt } from '../geometry/numbers'
import type { Candidate } from './candidates'
import { hiddenExtrema } from './extremes'
import type { Joint } from './joint'
import { fitSpan, spanError } from './span'
import type { Trail } from './trail'

export interface Chosen {
	readonly joints: Joint[]
	readonly spans: ChosenSpan[]
}

/** No chain of spans leads beyond this candidate. */
export interface Stuck {
	readonly stuck: number
}

export interface ChosenSpan {
	/** Handle lengths, px; none where it is a straight line. */
	readonly start: number
	readonly end: number
	readonly straight: boolean
}

/** What a fit is to achieve. */
export interface Goal {
	/** The greatest distance of a point from it, px. */
	readonly limit: number
	/** What a span costs for each outermost point that it hides, where a span itself costs one. */
	readonly hidden: number
}

/** An outermost point gets a joint where that costs no more than every third one more. */
export const HIDDEN = 1.1
/** What a span costs beyond its one: for its deviation, as a share of the limit, squared, … */
const OFF = 0.06
/** … and what a joint costs that is a corner, or is one although it might be smooth. */
const DOUBT = 0.04
const DOUBTFUL = 0.3
/** A straight span between corners is worth a little. */
const STRAIGHT = -0.03
/** After so many candidates in a row that cannot be reached, further ones are not tried. */
const MISSES = 4
/** A span leads past so many ways of candidates at most. */
const AHEAD = 96
/** Kept of a span that was tried: its error, its handles, and whether all its points were seen. */
const KEPT = 4

/**
 * The fewest spans from the first candidate to the last, by dynamic programming: for each way of
 * each candidate the cheapest chain of spans that reaches it within the limit. Next to the number of
 * spans, outermost points that get no joint count, then deviation. Spans are judged by a few of
 * their points until they are part of the best chain; if one then fails, the next best is sought.
 * @returns the chain, or the last candidate that can be reached at all
 */
export function chooseJoints(
	trail: Trail,
	candidates: readonly Candidate[],
	{ limit, hidden }: Goal,
): Chosen | Stuck {
	const joints: Joint[] = []
	const first = new Int32Array(candidates.length + 1)
	for (const [k, ways] of candidates.entries()) {
		joints.push(...ways)
		first[k + 1] = joints.length
	}
	const n = joints.length
	const candidateOf = new Int32Array(n)
	for (const k of candidates.keys()) candidateOf.fill(k, intAt(first, k), intAt(first, k + 1))
	const final = intAt(first, candidates.length - 1)
	const cost = new Float64Array(n)
	const from = new Int32Array(n)
	const straight = new Uint8Array(n)
	const tried: (Float64Array | undefined)[] = []
	/** The candidate from which on the costs must be found anew. */
	let anew = 0
	for (;;) {
		search(anew)
		let best = final
		for (let b = final; b < n; b++) if (at(cost, b) < at(cost, best)) best = b
		if (at(cost, best) === Number.POSITIVE_INFINITY) return { stuck: furthest() }
		const chain = traced(best)
		if (chain) return chain
	}

	function search(since: number) {
		const reset = intAt(first, since)
		cost.fill(Number.POSITIVE_INFINITY, reset)
		from.fill(-1, reset)
		if (since === 0)
			for (let a = 0; a < intAt(first, 1); a++) cost[a] = joints[a]?.doubtful ? DOUBTFUL : 0
		for (let k = intAt(candidateOf, Math.max(0, reset - AHEAD)); k + 1 < candidates.length; k++) {
			let misses = 0
			for (let m = k + 1; m < candidates.length && misses < MISSES; m++) {
				let reached = false
				for (let a = intAt(first, k); a < intAt(first, k + 1); a++) {
					if (at(cost, a) === Number.POSITIVE_INFINITY) continue
					for (let b = intAt(first, m); b < intAt(first, m + 1) && b - a <= AHEAD; b++)
						if (tryStraight(a, b) || tryCurve(a, b)) reached = true
				}
				misses = reached ? 0 : misses + 1
			}
		}
	}

	function tryCurve(a: number, b: number): boolean {
		const begun = at(cost, a) + 1
		// Nothing cheaper can come of it.
		if (begun >= at(cost, b)) return true
		const p = joints[a] as Joint
		const q = joints[b] as Joint
		tried[a] ??= new Float64Array(AHEAD * KEPT).fill(-1)
		const kept = tried[a] as Float64Array
		const place = (b - a - 1) * KEPT
		if (at(kept, place) < 0) {
			const fit = fitSpan(trail, p, q, limit)
			kept[place] = fit.error
			kept[place + 1] = fit.start
			kept[place + 2] = fit.end
			kept[place + 3] = 0
		}
		const error = at(kept, place)
		if (error > limit) return false
		const share = error / limit
		const total =
			begun +
			OFF * share * share +
			(q.doubtful ? DOUBTFUL : q.corner && b < final ? DOUBT : 0) +
			hidden * hiddenExtrema(p, q, at(kept, place + 1), at(kept, place + 2), limit)
		if (total < at(cost, b)) {
			cost[b] = total
			from[b] = a
			straight[b] = 0
		}
		return true
	}

	function tryStraight(a: number, b: number): boolean {
		const p = joints[a] as Joint
		const q = joints[b] as Joint
		if (!p.corner || !q.corner) return false
		const total = at(cost, a) + 1 + STRAIGHT + (b < final ? DOUBT : 0)
		if (total >= at(cost, b)) return false
		const dx = (q.x - p.x) / 3
		const dy = (q.y - p.y) / 3
		const x1 = p.x + dx
		const y1 = p.y + dy
		const x2 = q.x - dx
		const y2 = q.y - dy
		const error = spanError(trail, p.i, q.i, 1, p.x, p.y, x1, y1, x2, y2, q.x, q.y, 0.75 * limit)
		if (error > limit) return false
		cost[b] = total
		from[b] = a
		straight[b] = 1
		return true
	}

	/** The chain that ends at `b`; nothing if one of its spans proves to be too far off. */
	function traced(b: number): Chosen | undefined {
		const chain: Joint[] = [joints[b] as Joint]
		const spans: ChosenSpan[] = []
		let sound = true
		for (let end = b; intAt(from, end) >= 0; end = intAt(from, end)) {
			const begin = intAt(from, end)
			const p = joints[begin] as Joint
			const q = joints[end] as Joint
			chain.unshift(p)
			if (straight[end]) {
				spans.unshift({ start: 0, end: 0, straight: true })
				continue
			}
			const kept = tried[begin] as Float64Array
			const place = (end - begin - 1) * KEPT
			const span = { start: at(kept, place + 1), end: at(kept, place + 2), straight: false }
			spans.unshift(span)
			if (at(kept, place + 3) === 1) continue
			kept[place + 3] = 1
			const x1 = p.x + p.outX * span.start
			const y1 = p.y + p.outY * span.start
			const x2 = q.x - q.inX * span.end
			const y2 = q.y - q.inY * span.end
			const error = spanError(trail, p.i, q.i, 1, p.x, p.y, x1, y1, x2, y2, q.x, q.y, limit)
			kept[place] = error
			if (error > limit) {
				sound = false
				// Traced from the end: the last one found is the first of the chain.
				anew = intAt(candidateOf, end)
			}
		}
		return sound ? { joints: chain, spans } : undefined
	}

	function unreached(k: number): boolean {
		for (let a = intAt(first, k); a < intAt(first, k + 1); a++)
			if (at(cost, a) < Number.POSITIVE_INFINITY) return false
		return true
	}

	function furthest(): number {
		let k = candidates.length - 1
		while (k > 0 && unreached(k)) k--
		return k
	}
}
