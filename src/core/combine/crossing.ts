import { type Cubic, derivativeAt, pointAt } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { cross, distance, length, type Point, subtract } from '../geometry/point'

/** A place that two curves share. */
export interface Crossing {
	readonly at: Point
	readonly ta: number
	readonly tb: number
}

const MOST_STEPS = 16
/** Curves that run this nearly in one direction (as a sine) touch rather than cross. */
const TANGENT = 1e-7
/** Parameters this near to an end of their segment are its end. */
const AT_END = 1e-9

/**
 * Where two curves cross, by Newton's method from a place near by, to the precision of the numbers.
 * @param near parameters to begin with, and how far (px) the curves may lie apart where they count
 *   as one; the flatter they cross, the further from there the crossing may be
 * @returns `null` where they only touch, run along each other, or cross elsewhere or not at all
 */
export function crossingNear(a: Cubic, b: Cubic, near: Near): Crossing | null {
	return (
		newton(a, b, near, near) ??
		// Where outermost points meet, both are level: a little inward they are not.
		newton(a, b, near, { ta: inward(near.ta), tb: inward(near.tb) })
	)
}

interface Near {
	readonly ta: number
	readonly tb: number
	readonly weld: number
}

function inward(t: number): number {
	return t + (0.5 - t) * 2e-3
}

function newton(
	a: Cubic,
	b: Cubic,
	near: Near,
	from: { readonly ta: number; readonly tb: number },
): Crossing | null {
	let { ta, tb } = from
	const begin = pointAt(a, near.ta)
	let sine = 0
	for (let i = 0; i < MOST_STEPS; i++) {
		const da = derivativeAt(a, ta)
		const db = derivativeAt(b, tb)
		const turn = cross(da, db)
		sine = Math.abs(turn) / (length(da) * length(db))
		if (!(sine > TANGENT)) return null
		const apart = subtract(pointAt(b, tb), pointAt(a, ta))
		const stepA = cross(apart, db) / turn
		const stepB = cross(apart, da) / turn
		ta += stepA
		tb += stepB
		if (!(ta > -0.1 && ta < 1.1 && tb > -0.1 && tb < 1.1)) return null
		if (Math.abs(stepA) + Math.abs(stepB) < 1e-15) break
	}
	ta = atEnd(ta)
	tb = atEnd(tb)
	if (ta < 0 || ta > 1 || tb < 0 || tb > 1) return null
	if (a === b && Math.abs(ta - tb) < AT_END) return null
	const at = pointAt(a, ta)
	const size = Math.max(...[...a, ...b].map(([x, y]) => Math.abs(x) + Math.abs(y)))
	if (distance(at, pointAt(b, tb)) > 1e-13 * size + 1e-6 * near.weld) return null
	const reach = distance(at, begin)
	if (reach > near.weld * (8 + 2 / sine)) return null
	// Far along a flat crossing, the curves must have stayed by each other all the way.
	const between = pointAt(a, (near.ta + ta) / 2)
	if (reach > 16 * near.weld && nearestOn(b, between).distance > 2 * near.weld) return null
	return { at, ta, tb }
}

function atEnd(t: number): number {
	if (Math.abs(t) < AT_END) return 0
	return Math.abs(t - 1) < AT_END ? 1 : t
}

/** Where two curves that touch near some place lie nearest to each other, taken from one of them. */
export function touchNear(a: Cubic, b: Cubic, { ta, tb }: { ta: number; tb: number }): Crossing {
	const isNode = (t: number) => t === 0 || t === 1
	if (isNode(ta) || !isNode(tb)) {
		const at = pointAt(a, ta)
		return { at, ta, tb: isNode(tb) ? tb : nearestTo(b, at, tb) }
	}
	const at = pointAt(b, tb)
	return { at, ta: nearestTo(a, at, ta), tb }
}

/** Nearest place by rank of distance; the place it began from where the curve comes by twice. */
function nearestTo(c: Cubic, p: Point, from: number): number {
	const { t, distance: away } = nearestOn(c, p)
	return away < distance(pointAt(c, from), p) && Math.abs(t - from) < 0.1 ? t : from
}
