import type { Joint } from './joint'

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
	return (
		standingOut(a.x, a.x + a.outX * start, b.x - b.inX * end, b.x, STANDS_OUT * limit) +
		standingOut(a.y, a.y + a.outY * start, b.y - b.inY * end, b.y, STANDS_OUT * limit)
	)
}

const STANDS_OUT = 0.3

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
	return beyond(h / a) + beyond(c / h)

	function beyond(t: number): number {
		if (!(t > 0 && t < 1)) return 0
		const u = 1 - t
		const v = u * u * u * p + 3 * u * u * t * q + 3 * u * t * t * r + t * t * t * s
		return v < lo - least || v > hi + least ? 1 : 0
	}
}
