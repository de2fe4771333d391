import FlatQueue from 'flatqueue'
import { item } from '../geometry/numbers'
import type { Goal } from './chooseJoints'
import { hiddenExtrema } from './extremes'
import type { Joint } from './joint'
import type { Chain, Span } from './polish'
import { copyOf, polishWithin } from './polishWithin'
import { fitSpan } from './span'
import type { Trail } from './trail'

/**
 * Improves a chosen fit: all joints polished together, then joints taken out wherever what is left,
 * polished again, stays within the limit.
 */
export function refine(trail: Trail, joints: Joint[], spans: Span[], goal: Goal): void {
	const { closed } = trail
	const { limit, hidden } = goal
	for (const [from, to] of stretches(spans, closed)) {
		const chain = chainOf(trail, joints, spans, from, to)
		const whole = to - from === spans.length && closed
		polishWithin(trail, chain, limit, whole)
		eliminate(trail, chain, limit, hidden)
		if (hidden > 0) level(trail, chain, limit)
		putBack(trail, joints, spans, chain, from, to)
	}
	for (let k = spans.length - 1; k >= 0; k--)
		if (joints[k] === GONE) {
			joints.splice(k, 1)
			spans.splice(k, 1)
		}
	if (!closed) return
	// Joints may have slid over the seam: in the order of their points again.
	const lowest = joints.reduce((best, j, k) => (j.i < item(joints, best).i ? k : best), 0)
	joints.push(...joints.splice(0, lowest))
	spans.push(...spans.splice(0, lowest))
}

/** Stands for a joint that was taken out. */
const GONE = {} as Joint

/** Runs of spans between straight runs whose ends are given, as [first span, after the last). */
function stretches(spans: readonly Span[], closed: boolean): [number, number][] {
	const n = spans.length
	const isBar = (k: number) => spans[k % n]?.given === true
	const begin = closed ? spans.findIndex((_, k) => isBar(k)) : 0
	if (closed && begin < 0) return [[0, n]]
	const found: [number, number][] = []
	let from = -1
	for (let k = begin; k < begin + n; k++) {
		if (isBar(k)) {
			if (from >= 0) found.push([from, k])
			from = -1
		} else if (from < 0) from = k
	}
	if (from >= 0) found.push([from, begin + n])
	return found
}

function chainOf(
	trail: Trail,
	joints: readonly Joint[],
	spans: readonly Span[],
	from: number,
	to: number,
): Chain {
	const n = spans.length
	const chain: Chain = { joints: [], spans: [] }
	for (let k = from; k <= to; k++) {
		const joint = joints[k % joints.length]
		// Beyond the seam the count of points goes on.
		if (joint) chain.joints.push({ ...joint, i: joint.i + (k >= joints.length ? trail.last : 0) })
		const span = spans[k % n]
		if (span && k < to) chain.spans.push({ ...span })
	}
	return chain
}

function putBack(
	trail: Trail,
	joints: Joint[],
	spans: Span[],
	chain: Chain,
	from: number,
	to: number,
) {
	const n = joints.length
	for (let k = from; k < to; k++) joints[k % n] = GONE
	let place = from
	for (const [k, span] of chain.spans.entries()) {
		const joint = chain.joints[k] as Joint
		joints[place % n] = {
			...joint,
			i: joint.i >= trail.last && trail.closed ? joint.i - trail.last : joint.i,
		}
		spans[place % n] = span
		place++
	}
	const end = chain.joints.at(-1)
	if (!end) return
	if (to - from === n) {
		// The chain runs round: its last joint is its first again.
		const first = joints[from % n] as Joint
		joints[from % n] = { ...first, inX: end.inX, inY: end.inY }
	} else joints[to % n] = { ...end, i: to >= n && trail.closed ? end.i - trail.last : end.i }
}

/** A joint without which the single span in place of two is further off, in limits, is not tried. */
const HOPELESS = 2.5
/** A corner that turns more (as a sine) is not taken out. */
const KEPT_SINE = 0.35

/** Takes joints out, the most needless first, as long as the rest can be polished into the limit. */
function eliminate(trail: Trail, chain: Chain, limit: number, hidden: number) {
	const waiting = new FlatQueue<Joint>()
	const ask = (k: number) => {
		const error = withoutJoint(trail, chain, k, HOPELESS * limit)
		if (error < HOPELESS * limit) waiting.push(chain.joints[k] as Joint, error)
	}
	for (let k = 1; k + 1 < chain.joints.length; k++) ask(k)
	for (let joint = waiting.pop(); joint; joint = waiting.pop()) {
		// Joints that were polished meanwhile are others, and wait again.
		const k = chain.joints.indexOf(joint)
		if (k < 1 || k + 1 >= chain.joints.length) continue
		const [lo, hi] = about(k, chain)
		const part = partOf(chain, lo, hi)
		const before = hiddenIn(part, limit)
		const { start, end } = fitSpan(
			trail,
			chain.joints[k - 1] as Joint,
			chain.joints[k + 1] as Joint,
			HOPELESS * limit,
		)
		part.joints.splice(k - lo, 1)
		part.spans.splice(k - lo - 1, 2, { start, end, straight: false })
		if (!settles(trail, part, limit)) continue
		if (1 - hidden * (hiddenIn(part, limit) - before) <= 0) continue
		chain.joints.splice(lo, hi - lo + 1, ...part.joints)
		chain.spans.splice(lo, hi - lo, ...part.spans)
		for (let i = Math.max(1, lo); i < Math.min(chain.joints.length - 1, hi); i++) ask(i)
	}
}

/** How far off one span would be in place of the two at a joint; infinite where it must stay. */
function withoutJoint(trail: Trail, { joints, spans }: Chain, k: number, least: number): number {
	const joint = joints[k] as Joint
	const turn = Math.abs(joint.inX * joint.outY - joint.inY * joint.outX)
	if (spans[k - 1]?.straight || spans[k]?.straight) return Number.POSITIVE_INFINITY
	if (joint.corner && turn > KEPT_SINE) return Number.POSITIVE_INFINITY
	return fitSpan(trail, joints[k - 1] as Joint, joints[k + 1] as Joint, least).error
}

/** A direction this near to level or upright is made so where that costs nothing, radians. */
const NEARLY_LEVEL = 0.2

/** Makes the directions of smooth joints that are nearly level or upright exactly so. */
function level(trail: Trail, chain: Chain, limit: number) {
	for (let k = 1; k + 1 < chain.joints.length; k++) {
		const joint = chain.joints[k] as Joint
		const { inX, inY } = joint
		if (joint.corner || joint.fixedIn || Math.min(Math.abs(inX), Math.abs(inY)) > NEARLY_LEVEL)
			continue
		const [lo, hi] = about(k, chain)
		const part = partOf(chain, lo, hi)
		const x = Math.abs(inX) > Math.abs(inY) ? Math.sign(inX) : 0
		const y = x === 0 ? Math.sign(inY) : 0
		const levelled = { inX: x, inY: y, outX: x, outY: y, fixedIn: true, fixedOut: true }
		part.joints[k - lo] = { ...joint, ...levelled }
		if (!settles(trail, part, limit)) continue
		chain.joints.splice(lo, hi - lo + 1, ...part.joints)
		chain.spans.splice(lo, hi - lo, ...part.spans)
	}
}

/** The joints two before and two after one, as far as there are any. */
function about(k: number, { joints }: Chain): [number, number] {
	return [Math.max(0, k - 2), Math.min(joints.length - 1, k + 2)]
}

function partOf({ joints, spans }: Chain, lo: number, hi: number): Chain {
	return copyOf({ joints: joints.slice(lo, hi + 1), spans: spans.slice(lo, hi) })
}

/** Whether part of a chain, its ends held, can be polished into the limit and turns nowhere too far. */
function settles(trail: Trail, part: Chain, limit: number): boolean {
	if (!polishWithin(trail, part, limit)) return false
	return part.spans.every(
		(_, k) => !turnsTooFar(part.joints[k] as Joint, part.joints[k + 1] as Joint),
	)
}

function turnsTooFar(a: Joint, b: Joint): boolean {
	return a.outX * b.inX + a.outY * b.inY < LEAST_COSINE
}

/** A span turns by less than 118 degrees. */
const LEAST_COSINE = Math.cos((118 * Math.PI) / 180)

function hiddenIn({ joints, spans }: Chain, limit: number): number {
	let count = 0
	for (const [k, span] of spans.entries())
		if (!span.straight)
			count += hiddenExtrema(
				joints[k] as Joint,
				joints[k + 1] as Joint,
				span.start,
				span.end,
				limit,
			)
	return count
}
