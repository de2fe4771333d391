import {
	type Cubic,
	derivativeAt,
	flattenCubic,
	lineCubic,
	pointAt,
	secondDerivativeAt,
	splitCubic,
} from '../geometry/cubic'
import { refineNearest } from '../geometry/nearest'
import { item } from '../geometry/numbers'
import {
	add,
	cross,
	distance,
	dot,
	length,
	type Point,
	scale,
	subtract,
	unit,
} from '../geometry/point'

/** Places along a piece at which its distance from the curve is measured. */
const CHECKS = [0.17, 0.33, 0.5, 0.67, 0.83]
/** A piece is halved at most this often. */
const DEEPEST = 8
/** How finely turns of the offset curve are looked for. */
const TURN_SAMPLES = 24

/** A stretch of a curve, or `null` for a straight line from what is before to what comes after. */
export type Step = Cubic | null

/**
 * The curve at a constant distance beside a cubic, as cubics in the same tangents: each takes its
 * ends and derivatives from the true offset curve (c′ (1 + κ d), after Tiller & Hanson, 1984), and
 * is halved where it strays. Beyond the centre of curvature, on the inside of a bend, the offset
 * curve runs backwards; there the way leads to and fro between the curve and its chords moved
 * aside, so that all it sweeps over is wound round forwards.
 * @param away px, to the side that lies left of the direction on screen (up for one going right)
 * @param tolerance px
 */
export function offsetCubic(c: Cubic, away: number, tolerance: number): Step[] {
	const stops = [0, ...turns(c, away), 1]
	return stops.slice(1).flatMap((to, i): Step[] => {
		const from = item(stops, i)
		if (to - from < 1e-6) return []
		return stretch(c, away, (from + to) / 2) > 0
			? pieces(c, away, from, to, tolerance, DEEPEST)
			: zigzag(c, away, from, to, tolerance)
	})
}

function zigzag(c: Cubic, away: number, from: number, to: number, tolerance: number): Step[] {
	const [, tail] = splitCubic(c, from)
	const [part] = splitCubic(tail, (to - from) / (1 - from))
	const points = [part[0], ...flattenCubic(part, tolerance)]
	return points.flatMap((p, k): Step[] => {
		const q = points[k + 1]
		const there: Step[] = [null, [p, p, p, p], null]
		if (!q) return there
		const [x, y] = unit(subtract(q, p))
		const aside = (at: Point) => add(at, scale([y, -x], away))
		return [...there, lineCubic(aside(p), aside(q))]
	})
}

/** Unit vector across a curve at `t`, to the side that {@link offsetCubic} counts positive. */
export function normalAt(c: Cubic, t: number): Point {
	const [x, y] = tangentAt(c, t)
	return [y, -x]
}

/** Unit tangent, also at an end whose handle has no length. */
export function tangentAt(c: Cubic, t: number): Point {
	const along = derivativeAt(c, t)
	const size = Math.max(distance(c[0], c[1]), distance(c[1], c[2]), distance(c[2], c[3]))
	if (length(along) > 1e-9 * size) return unit(along)
	const [before, after] = splitCubic(c, Math.min(1 - 1e-4, Math.max(1e-4, t)))
	return unit(t < 0.5 ? subtract(after[0], before[0]) : subtract(after[3], after[0]))
}

function pieces(
	c: Cubic,
	away: number,
	from: number,
	to: number,
	tolerance: number,
	depth: number,
): Cubic[] {
	const piece = hermite(c, away, from, to)
	const strays = CHECKS.some((s) => {
		const p = pointAt(piece, s)
		const t = refineNearest(c, p, from + s * (to - from), from, to)
		return Math.abs(distance(pointAt(c, t), p) - Math.abs(away)) > tolerance
	})
	if (!strays || depth === 0) return [piece]
	const middle = (from + to) / 2
	return [
		...pieces(c, away, from, middle, tolerance, depth - 1),
		...pieces(c, away, middle, to, tolerance, depth - 1),
	]
}

function hermite(c: Cubic, away: number, from: number, to: number): Cubic {
	const third = (to - from) / 3
	const at = (t: number) => add(pointAt(c, t), scale(normalAt(c, t), away))
	const reach = (t: number) => scale(derivativeAt(c, t), stretch(c, away, t) * third)
	const [start, end, out, into] = [at(from), at(to), reach(from), reach(to)]
	// Curvature at the ends says too little of the middle: the handles' lengths are mended by it.
	const middle = (from + to) / 2
	const bow = scale(subtract(out, into), 3 / 8)
	const half = add(scale(add(start, end), 1 / 2), bow)
	const across = normalAt(c, middle)
	const mend = dot(subtract(at(middle), half), across) / dot(bow, across)
	const k = Math.abs(mend) < MOST_MENDED ? 1 + mend : 1
	return [start, add(start, scale(out, k)), subtract(end, scale(into, k)), end]
}

/** Handles are mended by no more than this share of their length. */
const MOST_MENDED = 0.2

/** How much faster than the curve its offset runs, 1 + κ d; negative where it runs backwards. */
function stretch(c: Cubic, away: number, t: number): number {
	const d1 = derivativeAt(c, t)
	const speed = length(d1)
	const size = distance(c[0], c[1]) + distance(c[1], c[2]) + distance(c[2], c[3])
	if (speed < 1e-9 * size) return 1
	return 1 + (away * cross(d1, secondDerivativeAt(c, t))) / speed ** 3
}

/** Where the offset curve turns back. */
function turns(c: Cubic, away: number): number[] {
	const found: number[] = []
	for (let i = 0; i < TURN_SAMPLES; i++) {
		let low = i / TURN_SAMPLES
		let high = (i + 1) / TURN_SAMPLES
		const forward = stretch(c, away, low) > 0
		if (forward === stretch(c, away, high) > 0) continue
		for (let k = 0; k < 40; k++) {
			const middle = (low + high) / 2
			if (stretch(c, away, middle) > 0 === forward) low = middle
			else high = middle
		}
		found.push((low + high) / 2)
	}
	return found
}
