import { at } from '../geometry/numbers'
import type { Joint } from './joint'
import type { Chain, Span } from './polish'
import { spanError } from './span'
import type { Trail } from './trail'

/** The greatest distance of any point, or joint, of a chain; infinite where a span is not sound. */
export function worstOf(trail: Trail, { joints, spans }: Chain): number {
	let worst = 0
	for (const [k, span] of spans.entries()) {
		const a = joints[k] as Joint
		const b = joints[k + 1] as Joint
		if (!isSound(a, b, span)) return Number.POSITIVE_INFINITY
		worst = Math.max(
			worst,
			errorOf(trail, a, b, span, Number.POSITIVE_INFINITY),
			fromTrail(trail, a),
		)
		const before = joints[k - 1]
		const spanBefore = spans[k - 1]
		if (before && spanBefore)
			worst = Math.max(worst, pointAtJoint(trail, before, spanBefore, a, span, b))
	}
	const end = joints.at(-1)
	return end ? Math.max(worst, fromTrail(trail, end)) : worst
}

/** The spans, by number, that some point is further off than the limit. */
export function spansBeyond(
	trail: Trail,
	joints: readonly Joint[],
	spans: readonly Span[],
	limit: number,
): number[] {
	return [...spans.keys()].filter((k) => {
		const a = joints[k] as Joint
		const next = joints[(k + 1) % joints.length] as Joint
		const b = k + 1 < joints.length ? next : { ...next, i: next.i + trail.last }
		if (b.i <= a.i) return false
		return worstOf(trail, { joints: [a, b], spans: [spans[k] as Span] }) > limit
	})
}

/** What a corner stands beyond its points is counted for so much more: nothing else holds it back. */
const BLUNTNESS = 4 / 3

/** How far a joint lies from the edges about its point of the trail, px. */
function fromTrail({ x, y, pad, spacing }: Trail, { i, x: px, y: py, corner }: Joint): number {
	let least = Number.POSITIVE_INFINITY
	const lo = Math.max(1, i + pad - 2)
	const hi = Math.min(x.length - 1, i + pad + 3)
	for (let o = lo; o <= hi; o++) {
		const ax = at(x, o - 1)
		const ay = at(y, o - 1)
		const dx = at(x, o) - ax
		const dy = at(y, o) - ay
		const d2 = dx * dx + dy * dy
		const t = d2 > 0 ? Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / d2)) : 0
		least = Math.min(least, Math.hypot(px - ax - t * dx, py - ay - t * dy))
	}
	// Between two points a corner may lie beyond the edge that joins them.
	return corner ? BLUNTNESS * Math.max(0, least - spacing / 2) : least
}

/** How far the trail's point at a joint lies from the nearer of the two spans that meet there, px. */
function pointAtJoint(
	trail: Trail,
	before: Joint,
	spanBefore: Span,
	joint: Joint,
	spanAfter: Span,
	after: Joint,
): number {
	const back: Joint = { ...joint, outX: -joint.inX, outY: -joint.inY }
	const start: Joint = { ...before, inX: -before.outX, inY: -before.outY }
	const reversed: Span = { ...spanBefore, start: spanBefore.end, end: spanBefore.start }
	return Math.min(ofPoint(joint, after, spanAfter), ofPoint(back, start, reversed))

	function ofPoint(a: Joint, b: Joint, span: Span): number {
		return errorBetween(trail, joint.i - 1, joint.i + 1, a, b, span, Number.POSITIVE_INFINITY)
	}
}

/** Whether a span neither loops nor overshoots: its handles end before they cross. */
function isSound(a: Joint, b: Joint, span: Span): boolean {
	if (span.straight) return true
	const chordX = b.x - a.x
	const chordY = b.y - a.y
	const chord = Math.hypot(chordX, chordY)
	if (!(chord > 0)) return false
	const s0 = (a.outY * chordX - a.outX * chordY) / chord
	const s1 = (b.inY * chordX - b.inX * chordY) / chord
	const c0 = (a.outX * chordX + a.outY * chordY) / chord
	const c1 = (b.inX * chordX + b.inY * chordY) / chord
	const start = span.start / chord
	const end = span.end / chord
	if (start > 1.4 || end > 1.4) return false
	if (s0 * s1 >= 0) return start < 1.05 && end < 1.05
	const sum = s1 * c0 - s0 * c1
	const toA = s1 / sum
	const toB = -s0 / sum
	return !(toA > 0 && toB > 0) || (start <= toA * 1.04 + 0.02 && end <= toB * 1.04 + 0.02)
}

/** The greatest distance of all points of a span, px; infinite as soon as it exceeds the limit. */
export function errorOf(trail: Trail, a: Joint, b: Joint, span: Span, limit: number): number {
	return errorBetween(trail, a.i, b.i, a, b, span, limit)
}

function errorBetween(
	trail: Trail,
	from: number,
	to: number,
	a: Joint,
	b: Joint,
	{ straight, start, end }: Span,
	limit: number,
): number {
	const thirdX = (b.x - a.x) / 3
	const thirdY = (b.y - a.y) / 3
	const x1 = a.x + (straight ? thirdX : a.outX * start)
	const y1 = a.y + (straight ? thirdY : a.outY * start)
	const x2 = b.x - (straight ? thirdX : b.inX * end)
	const y2 = b.y - (straight ? thirdY : b.inY * end)
	return spanError(trail, from, to, 1, a.x, a.y, x1, y1, x2, y2, b.x, b.y, limit)
}
