import type { Joint } from './joint'

/** A curve that leaves a corner this near to level or upright has its outermost point there, as a sine. */
const AT_CORNER = 0.14
/** An outermost point stands out by this share of the limit at least. */
const STANDS_OUT = 0.3

/**
 * How many outermost points a span has between its ends that stand out, by a share of the limit:
 * places where a curve wants a node and would not get one.
 */
export function hiddenExtrema(
	a: Joint,
	b: Joint,
	start: number,
	end: number,
	limit: number,
): number {
	const least = STANDS_OUT * limit
	const { outX, outY } = a
	const { inX, inY } = b
	const x = standingOut(a.x, a.x + outX * start, b.x - inX * end, b.x, least)
	const y = standingOut(a.y, a.y + outY * start, b.y - inY * end, b.y, least)
	return count(x, outX, inX) + count(y, outY, inY)

	function count(found: number, leaves: number, arrives: number): number {
		const first = found & FIRST && !(a.corner && Math.abs(leaves) < AT_CORNER)
		const second = found & SECOND && !(b.corner && Math.abs(arrives) < AT_CORNER)
		return (first ? 1 : 0) + (second ? 1 : 0)
	}
}

/** An extremum in the first or the second half of a cubic, as bits. */
const FIRST = 1
const SECOND = 2

/** The extrema of a cubic in one coordinate that lie beyond both its ends by more than `least`. */
function standingOut(p: number, q: number, r: number, s: number, least: number): number {
	const lo = Math.min(p, s)
	const hi = Math.max(p, s)
	if (q >= lo && q <= hi && r >= lo && r <= hi) return 0
	const a = s - 3 * r + 3 * q - p
	const b = 2 * (r - 2 * q + p)
	const c = q - p
	const disc = b * b - 4 * a * c
	if (disc < 0) return 0
	const root = Math.sqrt(disc)
	const h = -0.5 * (b + (b < 0 ? -root : root))
	return beyond(h / a) | beyond(c / h)

	function beyond(t: number): number {
		if (!(t > 0 && t < 1)) return 0
		const u = 1 - t
		const v = u * u * u * p + 3 * u * u * t * q + 3 * u * t * t * r + t * t * t * s
		return v < lo - least || v > hi + least ? (t < 0.5 ? FIRST : SECOND) : 0
	}
}
