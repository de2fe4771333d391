import { at } from '../geometry/numbers'
import type { Trail } from './trail'

/** A stretch of a trail that is a straight line as far as its grain lets one see. */
export interface StraightRun {
	/** First and last point. */
	from: number
	to: number
	/** How many points of either end may belong to a curve that leaves the line as its tangent. */
	readonly slackFrom: number
	readonly slackTo: number
	/** A point of the line, and its unit direction of travel. */
	readonly x: number
	readonly y: number
	readonly dx: number
	readonly dy: number
}

/**
 * The straight runs of a trail. A run is grown from a seed while a line explains it; its core must
 * then show neither a bow nor an S beyond the noise, which a stretch of a wide arc, or about an
 * inflection, does; and it ends where the points leave the core's line.
 * @param sigma the jitter, px
 * @param floor what may be neglected, px
 * @param shortest px
 */
export function straightRuns(
	trail: Trail,
	sigma: number,
	floor: number,
	shortest: number,
): StraightRun[] {
	const { last, pad, x, y, s } = trail
	const sums = secondMoments(trail)
	const runs: StraightRun[] = []
	const straight = Math.max(1.15 * sigma, floor)
	const step = last / Math.max(1, at(s, pad + last))
	const seed = Math.max(4, Math.floor((shortest * step) / 3))
	let i = 0
	while (i + seed <= last) {
		if (lineRms(sums, i, i + seed) > straight) {
			i += seed >> 1
			continue
		}
		const to = grow(sums, i, i + seed, last, straight, 1)
		const from = grow(sums, i, to, done(), straight, -1)
		i = Math.max(to, i + seed) // whatever comes of it
		const run = core(from, to)
		if (!run) continue
		runs.push(run)
		i = Math.max(run.to, from + 1, i - seed)
	}
	return runs

	/** Where the last run ends: what comes next begins there at the earliest. */
	function done(): number {
		return runs.at(-1)?.to ?? 0
	}

	function core(from: number, to: number): StraightRun | undefined {
		const margin = Math.floor((to - from) * 0.12)
		const a = from + margin
		const b = to - margin
		if (b - a < 3) return undefined
		const line = lineOf(sums, a, b)
		if (bowed(trail, a, b, line, sigma, floor)) return undefined
		const lowest = done()
		const away = Math.max(2.2 * sigma, 2 * floor)
		const near = reachOut(line, a, b, lowest, away)
		// A curve goes on leaving its tangent slowly; a straight line ends.
		const far = reachOut(line, a, b, lowest, 2 * away + 8 * floor)
		const length = lengthOf(near)
		if (length < shortest || lengthOf(far) > ENDING * length) return undefined
		if (isPartOfArc(trail, near[0], near[1], line, straight, sigma)) return undefined
		// A curve that leaves the line like a parabola was tangent to it this share of the way back.
		const back = 1 / (Math.sqrt(2 + (8 * floor) / away) - 1)
		const trimmed = (end: number, beyond: number) =>
			Math.round(Math.min((near[1] - near[0]) / 4, Math.abs(beyond - end) * back))
		return {
			...line,
			from: near[0],
			to: near[1],
			slackFrom: trimmed(near[0], far[0]),
			slackTo: trimmed(near[1], far[1]),
		}
	}

	function lengthOf([from, to]: readonly [number, number]): number {
		return at(s, to + pad) - at(s, from + pad)
	}

	/** How far the points, three at a time, stay near a line that the points a … b gave. */
	function reachOut(
		line: Line,
		a: number,
		b: number,
		lowest: number,
		away: number,
	): readonly [number, number] {
		const off = (k: number) =>
			(at(x, k + pad) - line.x) * line.dy - (at(y, k + pad) - line.y) * line.dx
		const mean = (k: number) => Math.abs(off(k - 1) + off(k) + off(k + 1)) / 3
		let first = a
		let end = b
		while (first - 2 >= lowest && mean(first - 1) < away) first--
		while (end + 2 <= last && mean(end + 1) < away) end++
		if (first - 1 === lowest && Math.abs(off(lowest)) < away) first = lowest
		if (end + 1 === last && Math.abs(off(last)) < away) end = last
		return [first, end]
	}
}

/** A run is straight if it grows by less than this when its points may lie twice as far away. */
const ENDING = 1.22

interface Line {
	readonly x: number
	readonly y: number
	readonly dx: number
	readonly dy: number
}

interface Moments {
	readonly x: Float64Array
	readonly y: Float64Array
	readonly xx: Float64Array
	readonly xy: Float64Array
	readonly yy: Float64Array
}

function secondMoments({ x, y, last, pad }: Trail): Moments {
	const size = last + 2
	const sums = {
		x: new Float64Array(size),
		y: new Float64Array(size),
		xx: new Float64Array(size),
		xy: new Float64Array(size),
		yy: new Float64Array(size),
	}
	for (let i = 0; i <= last; i++) {
		const px = at(x, i + pad)
		const py = at(y, i + pad)
		sums.x[i + 1] = at(sums.x, i) + px
		sums.y[i + 1] = at(sums.y, i) + py
		sums.xx[i + 1] = at(sums.xx, i) + px * px
		sums.xy[i + 1] = at(sums.xy, i) + px * py
		sums.yy[i + 1] = at(sums.yy, i) + py * py
	}
	return sums
}

/** Covariances of the points a … b. */
function covariance({ x, y, xx, xy, yy }: Moments, a: number, b: number) {
	const n = b - a + 1
	const mx = (at(x, b + 1) - at(x, a)) / n
	const my = (at(y, b + 1) - at(y, a)) / n
	return {
		mx,
		my,
		cxx: (at(xx, b + 1) - at(xx, a)) / n - mx * mx,
		cxy: (at(xy, b + 1) - at(xy, a)) / n - mx * my,
		cyy: (at(yy, b + 1) - at(yy, a)) / n - my * my,
	}
}

/** Root mean square distance of the points a … b from their best line. */
function lineRms(sums: Moments, a: number, b: number): number {
	const { cxx, cxy, cyy } = covariance(sums, a, b)
	const half = (cxx - cyy) / 2
	return Math.sqrt(Math.max(0, (cxx + cyy) / 2 - Math.sqrt(half * half + cxy * cxy)))
}

function lineOf(sums: Moments, a: number, b: number) {
	const { mx, my, cxx, cxy, cyy } = covariance(sums, a, b)
	const angle = Math.atan2(2 * cxy, cxx - cyy) / 2
	let dx = Math.cos(angle)
	let dy = Math.sin(angle)
	const forth =
		(at(sums.x, b + 1) - at(sums.x, b) - (at(sums.x, a + 1) - at(sums.x, a))) * dx +
		(at(sums.y, b + 1) - at(sums.y, b) - (at(sums.y, a + 1) - at(sums.y, a))) * dy
	if (forth < 0) {
		dx = -dx
		dy = -dy
	}
	return { x: mx, y: my, dx, dy }
}

/** The furthest end to which a run stays straight: strides that double, then halve. */
function grow(
	sums: Moments,
	from: number,
	to: number,
	limit: number,
	straight: number,
	side: 1 | -1,
): number {
	let end = side > 0 ? to : from
	let stride = Math.max(1, (to - from) >> 1)
	let growing = true
	while (stride >= 1) {
		const next = side > 0 ? Math.min(limit, end + stride) : Math.max(limit, end - stride)
		const fits =
			next !== end && (side > 0 ? lineRms(sums, from, next) : lineRms(sums, next, to)) <= straight
		if (fits) end = next
		else growing = false
		stride = growing ? stride * 2 : stride >> 1
	}
	return end
}

/** An arc is sought this share of the run's length beyond either end. */
const BEYOND = 0.4

/**
 * Whether a parabola, and no line, explains the points from well before a run to well after it:
 * where jitter hides the bow of a short stretch, its surroundings tell.
 */
function isPartOfArc(
	{ x, y, pad }: Trail,
	from: number,
	to: number,
	line: Line,
	straight: number,
	sigma: number,
): boolean {
	// Short runs in jitter need more about them to be told from an arc.
	const margin = Math.max(Math.ceil((to - from) * BEYOND), Math.ceil((120 * sigma) ** (2 / 3)))
	const a = Math.max(0, from + pad - margin)
	const b = Math.min(x.length - 1, to + pad + margin)
	const stride = Math.max(1, Math.floor((b - a) / 96))
	let n = 0
	let c0 = 0
	let c1 = 0
	let c2 = 0
	let sum = 0
	for (let o = a; o <= b; o += stride) {
		const u = (2 * (o - a)) / (b - a) - 1
		const off = (at(y, o) - line.y) * line.dx - (at(x, o) - line.x) * line.dy
		c0 += off
		c1 += off * u
		c2 += off * (1.5 * u * u - 0.5)
		sum += off * off
		n++
	}
	// What a constant, a slope and a bow leave of the mean square.
	const asLine = sum / n - (c0 / n) ** 2 - 3 * (c1 / n) ** 2
	const asArc = asLine - 5 * (c2 / n) ** 2
	return asArc <= (1.25 * straight) ** 2 && asLine > 2 * straight ** 2
}

/** Whether a run bows or bends like an S by more than its noise explains. */
function bowed(
	{ x, y, pad }: Trail,
	a: number,
	b: number,
	line: Line,
	sigma: number,
	floor: number,
): boolean {
	const stride = Math.max(1, Math.floor((b - a) / 96))
	let n = 0
	let c2 = 0
	let c3 = 0
	for (let k = a; k <= b; k += stride) {
		const u = (2 * (k - a)) / (b - a) - 1
		const off = (at(y, k + pad) - line.y) * line.dx - (at(x, k + pad) - line.x) * line.dy
		// Legendre polynomials of the second and third degree.
		c2 += off * (1.5 * u * u - 0.5)
		c3 += off * (2.5 * u * u * u - 1.5 * u)
		n++
	}
	c2 *= 5 / n
	c3 *= 7 / n
	const seen = Math.max(0.25 * floor, (3 * sigma * Math.sqrt(5)) / Math.sqrt(n))
	const seenS = Math.max(0.25 * floor, (3 * sigma * Math.sqrt(7)) / Math.sqrt(n))
	return Math.abs(c2) > seen || Math.abs(c3) > seenS
}
