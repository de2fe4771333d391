import { type Box, boxOf } from './box'
import { item } from './numbers'
import { add, dot, length, mix, type Point, scale, subtract } from './point'

/** A cubic Bézier segment: start, its handle, the end's handle, end. */
export type Cubic = readonly [Point, Point, Point, Point]

/** The straight segment from `a` to `b` as a cubic run through at constant speed. */
export function lineCubic(a: Point, b: Point): Cubic {
	return [a, mix(a, b, 1 / 3), mix(a, b, 2 / 3), b]
}

/** The point of the curve at `t` in [0, 1]. */
export function pointAt([a, b, c, d]: Cubic, t: number): Point {
	const s = 1 - t
	const wa = s * s * s
	const wb = 3 * s * s * t
	const wc = 3 * s * t * t
	const wd = t * t * t
	return [
		wa * a[0] + wb * b[0] + wc * c[0] + wd * d[0],
		wa * a[1] + wb * b[1] + wc * c[1] + wd * d[1],
	]
}

/** The derivative by `t`, px per unit of `t`. */
export function derivativeAt([a, b, c, d]: Cubic, t: number): Point {
	const s = 1 - t
	const u = 3 * s * s
	const v = 6 * s * t
	const w = 3 * t * t
	return [
		u * (b[0] - a[0]) + v * (c[0] - b[0]) + w * (d[0] - c[0]),
		u * (b[1] - a[1]) + v * (c[1] - b[1]) + w * (d[1] - c[1]),
	]
}

/** The second derivative by `t`. */
export function secondDerivativeAt([a, b, c, d]: Cubic, t: number): Point {
	const s = 1 - t
	return [
		6 * s * (c[0] - 2 * b[0] + a[0]) + 6 * t * (d[0] - 2 * c[0] + b[0]),
		6 * s * (c[1] - 2 * b[1] + a[1]) + 6 * t * (d[1] - 2 * c[1] + b[1]),
	]
}

/**
 * Splits a cubic at `t` by de Casteljau's construction.
 * @param c control points, in any unit
 * @param t parameter in [0, 1]
 * @returns the part before and the part after `t`; together they trace exactly `c`
 */
export function splitCubic(c: Cubic, t: number): [Cubic, Cubic] {
	const [a, b, d, e] = c
	const ab = mix(a, b, t)
	const bd = mix(b, d, t)
	const de = mix(d, e, t)
	const abd = mix(ab, bd, t)
	const bde = mix(bd, de, t)
	const on = mix(abd, bde, t)
	return [
		[a, ab, abd, on],
		[on, bde, de, e],
	]
}

/** The parameters strictly inside (0, 1) at which the curve is level or upright, ascending. */
export function extrema([a, b, c, d]: Cubic): number[] {
	const roots = new Set<number>()
	for (const axis of [0, 1] as const) {
		const p = b[axis] - a[axis]
		const q = c[axis] - b[axis]
		const r = d[axis] - c[axis]
		for (const t of quadraticRoots(p - 2 * q + r, 2 * (q - p), p)) if (t > 0 && t < 1) roots.add(t)
	}
	return [...roots].sort((x, y) => x - y)
}

/** The smallest upright box round the curve itself (not its handles). */
export function cubicBounds(c: Cubic): Box {
	return boxOf([c[0], c[3], ...extrema(c).map((t) => pointAt(c, t))])
}

/** Arc length halves a stretch of curve at most this often. */
const FINEST = 14

/**
 * Length of the curve, by Gauss–Legendre quadrature between the places where its speed is least
 * (at a cusp the speed has a kink), halved until two halves agree with their whole.
 * @param tolerance the error allowed, in the unit of the points
 */
export function arcLength(c: Cubic, tolerance = 1e-6): number {
	const measure = (
		from: number,
		to: number,
		whole: number,
		allowed: number,
		depth: number,
	): number => {
		const middle = (from + to) / 2
		const first = quadrature(c, from, middle)
		const second = quadrature(c, middle, to)
		if (depth === 0 || Math.abs(first + second - whole) <= allowed) return first + second
		return (
			measure(from, middle, first, allowed / 2, depth - 1) +
			measure(middle, to, second, allowed / 2, depth - 1)
		)
	}
	const cuts = [0, ...slowest(c), 1]
	return cuts.slice(1).reduce((sum, to, i) => {
		const from = item(cuts, i)
		return sum + measure(from, to, quadrature(c, from, to), tolerance / cuts.length, FINEST)
	}, 0)
}

/** A curve is measured in so many parts where a place along it is sought. */
const PARTS = 16
/** Newton's steps to a place along a curve: each doubles the figures that are right. */
const PLACE_STEPS = 4

/**
 * The parameter at a share of the curve's length, to some thousandths of a px on outlines of photos:
 * the lengths of even parts by quadrature, then Newton's method within one of them.
 * @param share 0 the start, 1 the end
 */
export function parameterAtLength(c: Cubic, share: number): number {
	const lengths = Array.from({ length: PARTS }, (_, i) => quadrature(c, i / PARTS, (i + 1) / PARTS))
	const whole = lengths.reduce((sum, part) => sum + part, 0)
	let left = whole * share
	let part = 0
	while (part < PARTS - 1 && left > item(lengths, part)) left -= item(lengths, part++)
	const [low, high] = [part / PARTS, (part + 1) / PARTS]
	let t = low + left / (item(lengths, part) || 1) / PARTS
	for (let i = 0; i < PLACE_STEPS; i++) {
		const speed = length(derivativeAt(c, t))
		const next = t - (quadrature(c, low, t) - left) / (speed || 1)
		t = Math.min(high, Math.max(low, next))
	}
	return t
}

/** How finely sign changes of the speed's slope are looked for. */
const SLOPE_SAMPLES = 24

/** The parameters inside (0, 1) at which the speed passes through a least value. */
function slowest(c: Cubic): number[] {
	const slope = (t: number) => dot(derivativeAt(c, t), secondDerivativeAt(c, t))
	const found: number[] = []
	for (let i = 0; i < SLOPE_SAMPLES; i++) {
		let low = i / SLOPE_SAMPLES
		let high = (i + 1) / SLOPE_SAMPLES
		if (!(slope(low) < 0 && slope(high) > 0)) continue
		while (high - low > 1e-15 * high) {
			const middle = (low + high) / 2
			if (middle === low || middle === high) break
			if (slope(middle) < 0) low = middle
			else high = middle
		}
		found.push((low + high) / 2)
	}
	return found
}

/**
 * Points along the curve, dense enough that the chords stay within `tolerance` of it.
 * The number of steps follows from the bound on the second difference (Wang, 1984).
 * @returns the points after the start, the end included
 */
export function flattenCubic(c: Cubic, tolerance: number): Point[] {
	const [p, q, r, s] = c
	const bend = Math.max(
		length(add(subtract(p, scale(q, 2)), r)),
		length(add(subtract(q, scale(r, 2)), s)),
	)
	// Numbers that are none, and curves far beyond any sheet, take no more time than others.
	const steps = Math.min(
		MOST_STEPS,
		Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance)) || 1),
	)
	return Array.from({ length: steps }, (_, i) =>
		i + 1 === steps ? s : pointAt(c, (i + 1) / steps),
	)
}

/** A curve is never flattened into more pieces: 0.1 px of a curve that is 10⁷ px across. */
const MOST_STEPS = 8192

/** Real roots of a t² + b t + c = 0, without cancellation; none for the zero polynomial. */
export function quadraticRoots(a: number, b: number, c: number): number[] {
	const size = Math.max(Math.abs(a), Math.abs(b), Math.abs(c))
	if (Math.abs(a) <= 1e-14 * size) return b === 0 ? [] : [-c / b]
	const disc = b * b - 4 * a * c
	if (disc < 0) return []
	const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(disc))
	return q === 0 ? [0] : [q / a, c / q]
}

const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363]
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763]

/** Eight-point Gauss–Legendre quadrature of the speed over [from, to]. */
function quadrature([a, b, c, d]: Cubic, from: number, to: number): number {
	const half = (to - from) / 2
	const middle = (to + from) / 2
	// The derivative is x0 + x1 t + x2 t², and so for y.
	const x0 = 3 * (b[0] - a[0])
	const y0 = 3 * (b[1] - a[1])
	const x1 = 6 * (c[0] - 2 * b[0] + a[0])
	const y1 = 6 * (c[1] - 2 * b[1] + a[1])
	const x2 = 3 * (d[0] - a[0] + 3 * (b[0] - c[0]))
	const y2 = 3 * (d[1] - a[1] + 3 * (b[1] - c[1]))
	let sum = 0
	for (let i = 0; i < 4; i++) {
		const weight = item(WEIGHTS, i)
		for (let side = -1; side < 2; side += 2) {
			const t = middle + side * half * item(NODES, i)
			const dx = x0 + t * (x1 + t * x2)
			const dy = y0 + t * (y1 + t * y2)
			sum += weight * Math.sqrt(dx * dx + dy * dy)
		}
	}
	return sum * half
}
