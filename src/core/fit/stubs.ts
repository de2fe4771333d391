import { item } from '../geometry/numbers'
import { hiddenExtrema } from './extremes'
import type { Joint } from './joint'
import type { Span } from './polish'
import { fitSpan, spanError } from './span'
import type { Trail } from './trail'

/** A straight run this short beside a curve, as a share of it, may be but the curve's end. */
const SHORT_RUN = 0.2
/** Lines that meet under less than this have no crossing to speak of, as a sine. */
const MEETS = 0.01

/**
 * Takes out what the breaks of a trail left over: two straight runs joined by a curve where their lines
 * meet near enough to be one corner, and a short run between a curve and a corner that the curve reaches
 * by itself.
 */
export function absorbStubs(trail: Trail, joints: Joint[], spans: Span[], limit: number): void {
	for (let k = 0; k < spans.length && spans.length > 3; k++) {
		const fits = trail.closed || k + 2 <= spans.length
		if (fits && (meetsInCorner(k) || curveReaches(k))) k = -1
	}

	/** Run, curve, run: one corner in place of the curve. */
	function meetsInCorner(k: number): boolean {
		if (!trail.closed && k + 3 > spans.length) return false
		if (!spanAt(k).straight || spanAt(k + 1).straight || !spanAt(k + 2).straight) return false
		const [a, b, c, d] = [jointAt(k), jointAt(k + 1), jointAt(k + 2), jointAt(k + 3)]
		const [ux, uy] = direction(a, b)
		const [vx, vy] = direction(c, d)
		const z = ux * vy - uy * vx
		if (Math.abs(z) < MEETS || ux * vx + uy * vy <= 0) return false
		const t = ((c.x - b.x) * vy - (c.y - b.y) * vx) / z
		const [x, y] = [b.x + t * ux, b.y + t * uy]
		const i = nearest(x, y, b.i, c.i)
		const corner: Joint = {
			...b,
			i,
			x,
			y,
			inX: ux,
			inY: uy,
			outX: vx,
			outY: vy,
			corner: true,
			fixedIn: true,
			fixedOut: true,
			slide: [0, 0],
		}
		if (straightError(a, corner) > limit || straightError(corner, d) > limit) return false
		setJoint(k + 1, corner)
		take(k + 2, k + 1)
		return true
	}

	/** Curve and run, or run and curve, before a corner: the curve goes on to it. */
	function curveReaches(k: number): boolean {
		const [first, second] = [spanAt(k), spanAt(k + 1)]
		if (first.straight === second.straight) return false
		const [a, b, c] = [jointAt(k), jointAt(k + 1), jointAt(k + 2)]
		const end = first.straight ? a : c
		const [run, curve] = first.straight
			? [length(a, b), length(b, c)]
			: [length(b, c), length(a, b)]
		if (!end.corner || run > SHORT_RUN * curve) return false
		const { start, end: to, error } = fitSpan(trail, a, c, limit)
		if (error > limit || hiddenExtrema(a, c, start, to, limit) > 0) return false
		const [x1, y1] = [a.x + a.outX * start, a.y + a.outY * start]
		const [x2, y2] = [c.x - c.inX * to, c.y - c.inY * to]
		if (spanError(trail, a.i, c.i, 1, a.x, a.y, x1, y1, x2, y2, c.x, c.y, limit) > limit)
			return false
		spans[k % spans.length] = { start, end: to, straight: false }
		take(k + 1, k + 1)
		return true
	}

	/** Takes a joint and a span out. */
	function take(joint: number, span: number) {
		const [j, s] = [joint % joints.length, span % spans.length]
		joints.splice(j, 1)
		spans.splice(s, 1)
	}

	/** A joint by its number, which may go on beyond the seam. */
	function jointAt(n: number): Joint {
		const own = item(joints, n % joints.length)
		return n < joints.length ? own : { ...own, i: own.i + trail.last }
	}

	function setJoint(n: number, joint: Joint) {
		const beyond = n >= joints.length || (trail.closed && joint.i >= trail.last)
		joints[n % joints.length] = beyond ? { ...joint, i: joint.i - trail.last } : joint
	}

	function spanAt(n: number): Span {
		return item(spans, n % spans.length)
	}

	function nearest(x: number, y: number, from: number, to: number): number {
		let best = from
		let least = Number.POSITIVE_INFINITY
		for (let i = from; i <= to; i++) {
			const away = Math.hypot(item2(trail.x, i) - x, item2(trail.y, i) - y)
			if (away >= least) continue
			least = away
			best = i
		}
		return best
	}

	function item2(values: Float64Array, i: number): number {
		return values[i + trail.pad] ?? Number.NaN
	}

	function straightError(p: Joint, q: Joint): number {
		const [dx, dy] = [(q.x - p.x) / 3, (q.y - p.y) / 3]
		const [x1, y1, x2, y2] = [p.x + dx, p.y + dy, q.x - dx, q.y - dy]
		return spanError(trail, p.i, q.i, 1, p.x, p.y, x1, y1, x2, y2, q.x, q.y, limit)
	}
}

function length(a: Joint, b: Joint): number {
	return Math.hypot(b.x - a.x, b.y - a.y)
}

function direction(a: Joint, b: Joint): readonly [number, number] {
	const n = length(a, b) || 1
	return [(b.x - a.x) / n, (b.y - a.y) / n]
}
