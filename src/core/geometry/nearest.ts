import { type Cubic, pointAt } from './cubic'
import { distance, dot, type Point, subtract } from './point'

export interface Nearest {
	readonly t: number
	readonly point: Point
	readonly distance: number
}

/** A bracket is halved at most so often, whatever the numbers in it. */
const MOST_HALVINGS = 60
/** A polynomial of degree five has five roots: more brackets than this come from rounding alone. */
const MOST_BRACKETS = 400
/** A bracket this narrow is a root, or none that could be told. */
const NARROWEST = 2 ** -44

/**
 * The point of the curve nearest to `p`, exactly but for rounding. Where the distance is least
 * inside, (B(t) − p) · B′(t) is zero: all roots of this quintic are bracketed by the signs of its
 * coefficients in Bernstein form, halved until each bracket holds one, and compared with the ends
 * (Schneider, “A Bézier curve-based root-finder”, Graphics Gems, 1990).
 */
export function nearestOn(c: Cubic, p: Point): Nearest {
	let best = nearer(atPlace(c, p, 0), atPlace(c, p, 1))
	for (const bracket of rootBrackets(slopeCoefficients(c, p)))
		best = nearer(best, atPlace(c, p, rootIn(c, p, bracket)))
	return best
}

function atPlace(c: Cubic, p: Point, t: number): Nearest {
	const point = pointAt(c, t)
	return { t, point, distance: distance(point, p) }
}

const nearer = (a: Nearest, b: Nearest): Nearest => (b.distance < a.distance ? b : a)

type Quintic = readonly [number, number, number, number, number, number]

/**
 * Half the derivative of the squared distance to `p` in Bernstein form: the product of a cubic and
 * a quadratic, Σ C(3,i) C(2,j) / C(5,i+j) (Bᵢ − p) · 3 (Bⱼ₊₁ − Bⱼ) over i + j = k.
 */
function slopeCoefficients([a, b, c, d]: Cubic, p: Point): Quintic {
	const [p0, p1, p2, p3] = [subtract(a, p), subtract(b, p), subtract(c, p), subtract(d, p)]
	const [q0, q1, q2] = [subtract(b, a), subtract(c, b), subtract(d, c)]
	return [
		dot(p0, q0),
		(2 * dot(p0, q1) + 3 * dot(p1, q0)) / 5,
		(dot(p0, q2) + 6 * dot(p1, q1) + 3 * dot(p2, q0)) / 10,
		(3 * dot(p1, q2) + 6 * dot(p2, q1) + dot(p3, q0)) / 10,
		(3 * dot(p2, q2) + 2 * dot(p3, q1)) / 5,
		dot(p3, q2),
	]
}

/** A stretch of [0, 1] with a root, and whether the slope rises through it. */
interface Bracket {
	readonly low: number
	readonly high: number
	readonly rising: boolean
}

/**
 * Stretches with one root each, or too narrow to part what they hold; a root where one was halved is
 * a stretch by itself.
 */
function rootBrackets(whole: Quintic): Bracket[] {
	const found: Bracket[] = []
	const open: { q: Quintic; low: number; high: number }[] = [{ q: whole, low: 0, high: 1 }]
	for (let looked = 0; looked < MOST_BRACKETS; looked++) {
		const bracket = open.pop()
		if (!bracket) break
		const { q, low, high } = bracket
		const changes = signChanges(q)
		if (changes === 0) continue
		if (changes === 1 || high - low < NARROWEST) found.push({ low, high, rising: isRising(q) })
		else {
			const middle = (low + high) / 2
			const [before, after] = halves(q)
			if (before[5] === 0) found.push({ low: middle, high: middle, rising: true })
			open.push({ q: before, low, high: middle }, { q: after, low: middle, high })
		}
	}
	return found
}

/** At most so many roots lie inside, none of them at an end (Descartes’ rule, in Bernstein form). */
function signChanges(q: Quintic): number {
	let changes = 0
	let last = 0
	for (const value of q) {
		const sign = Math.sign(value)
		if (sign === 0) continue
		if (last !== 0 && sign !== last) changes++
		last = sign
	}
	return changes
}

/** Whether what has one root begins below zero. */
function isRising(q: Quintic): boolean {
	const first = q.find((value) => value !== 0)
	return first !== undefined && first < 0
}

/** The coefficients of either half, by de Casteljau's construction. */
function halves([a, b, c, d, e, f]: Quintic): [Quintic, Quintic] {
	const [ab, bc, cd, de, ef] = [(a + b) / 2, (b + c) / 2, (c + d) / 2, (d + e) / 2, (e + f) / 2]
	const [abc, bcd, cde, def] = [(ab + bc) / 2, (bc + cd) / 2, (cd + de) / 2, (de + ef) / 2]
	const [abcd, bcde, cdef] = [(abc + bcd) / 2, (bcd + cde) / 2, (cde + def) / 2]
	const [abcde, bcdef] = [(abcd + bcde) / 2, (bcde + cdef) / 2]
	const on = (abcde + bcdef) / 2
	return [
		[a, ab, abc, abcd, abcde, on],
		[on, bcdef, cdef, def, ef, f],
	]
}

/** The root in a bracket: Newton's steps while they stay inside and help, halving otherwise. */
function rootIn(c: Cubic, p: Point, bracket: Bracket): number {
	let { low, high } = bracket
	let t = (low + high) / 2
	for (let i = 0; i < MOST_HALVINGS && high - low > NARROWEST; i++) {
		const { slope, bend } = slopeAt(c, p, t)
		if (slope === 0) return t
		if (slope > 0 === bracket.rising) high = t
		else low = t
		const next = t - slope / bend
		const inside = next > low && next < high
		if (inside && Math.abs(next - t) < NARROWEST) return next
		t = inside ? next : (low + high) / 2
	}
	return t
}

/** (B(t) − p) · B′(t) and its derivative, without points made on the way: this is asked for by the million. */
function slopeAt([a, b, c, d]: Cubic, p: Point, t: number): { slope: number; bend: number } {
	const s = 1 - t
	const wa = s * s * s
	const wb = 3 * s * s * t
	const wc = 3 * s * t * t
	const wd = t * t * t
	const u = 3 * s * s
	const v = 6 * s * t
	const w = 3 * t * t
	const x = wa * a[0] + wb * b[0] + wc * c[0] + wd * d[0] - p[0]
	const y = wa * a[1] + wb * b[1] + wc * c[1] + wd * d[1] - p[1]
	const dx = u * (b[0] - a[0]) + v * (c[0] - b[0]) + w * (d[0] - c[0])
	const dy = u * (b[1] - a[1]) + v * (c[1] - b[1]) + w * (d[1] - c[1])
	const ax = 6 * s * (c[0] - 2 * b[0] + a[0]) + 6 * t * (d[0] - 2 * c[0] + b[0])
	const ay = 6 * s * (c[1] - 2 * b[1] + a[1]) + 6 * t * (d[1] - 2 * c[1] + b[1])
	return { slope: x * dx + y * dy, bend: dx * dx + dy * dy + x * ax + y * ay }
}

/**
 * The parameter in [low, high] near `start` at which the curve comes nearest to `p`: Newton's
 * method, or golden sections where the distance is not convex. Quicker than {@link nearestOn} where
 * one knows about where to look.
 */
export function refineNearest(c: Cubic, p: Point, start: number, low = 0, high = 1): number {
	let t = start
	// Where the curve all but stands still Newton's step says nothing.
	const least =
		1e-9 * Math.max(distance(c[0], c[1]), distance(c[1], c[2]), distance(c[2], c[3])) ** 2
	for (let i = 0; i < 12; i++) {
		const { slope, bend } = slopeAt(c, p, t)
		if (!(bend > least)) return goldenNearest(c, p, low, high)
		const next = Math.min(high, Math.max(low, t - slope / bend))
		if (Math.abs(next - t) < 1e-12) return next
		t = next
	}
	return goldenNearest(c, p, Math.max(low, t - 0.02), Math.min(high, t + 0.02))
}

const GOLDEN = (Math.sqrt(5) - 1) / 2

function goldenNearest(c: Cubic, p: Point, from: number, to: number): number {
	let low = from
	let high = to
	for (let i = 0; i < 40; i++) {
		const a = high - GOLDEN * (high - low)
		const b = low + GOLDEN * (high - low)
		if (distance(pointAt(c, a), p) < distance(pointAt(c, b), p)) high = b
		else low = a
	}
	return (low + high) / 2
}
