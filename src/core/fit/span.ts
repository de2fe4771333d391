import { at } from '../geometry/numbers'
import type { Joint } from './joint'
import { momentFit } from './momentFit'
import type { Trail } from './trail'

/** What was found for a span. */
export interface SpanFit {
	/** Handle lengths, px. */
	readonly start: number
	readonly end: number
	/** Greatest distance of the points looked at, px; infinite where it exceeds the limit. */
	readonly error: number
}

const NONE: SpanFit = { start: 0, end: 0, error: Number.POSITIVE_INFINITY }

/** A span turns no further than this, radians: beyond it a curve hides an outermost point. */
const MOST_TURN = (115 * Math.PI) / 180
/** Points looked at in a span while joints are chosen. */
const LOOKS = 14

/**
 * One cubic from joint to joint through the points between, by area and moment, and how far off it
 * is, as some of the points show.
 */
export function fitSpan(trail: Trail, a: Joint, b: Joint, limit: number): SpanFit {
	const chordX = b.x - a.x
	const chordY = b.y - a.y
	const chord2 = chordX * chordX + chordY * chordY
	const chord = Math.sqrt(chord2)
	if (!(chord > 0)) return NONE
	const turnCos = a.outX * b.inX + a.outY * b.inY
	const turn = Math.atan2(a.outX * b.inY - a.outY * b.inX, turnCos)
	if (Math.abs(turn) > MOST_TURN) return NONE
	const ux = chordX / chord
	const uy = chordY / chord
	const c0 = a.outX * ux + a.outY * uy
	const s0 = a.outY * ux - a.outX * uy
	const c1 = b.inX * ux + b.inY * uy
	const s1 = b.inY * ux - b.inX * uy
	if (c0 < -0.35 || c1 < -0.35) return NONE
	// The closed figure of the points and the chord: twice its area, six times its moments.
	const { x, y, pad, pairs } = trail
	const ia = a.i + pad
	const ib = b.i + pad
	const ax = at(x, ia)
	const ay = at(y, ia)
	const bx = at(x, ib)
	const by = at(y, ib)
	const zA = a.x * ay - a.y * ax
	const zB = bx * b.y - by * b.x
	const zC = b.x * a.y - b.y * a.x
	const area2 = at(trail.area, ib) - at(trail.area, ia) + zA + zB + zC
	const sumX =
		at(trail.momentX, ib) -
		at(trail.momentX, ia) +
		(a.x + ax) * zA +
		(bx + b.x) * zB +
		(b.x + a.x) * zC
	const sumY =
		at(trail.momentY, ib) -
		at(trail.momentY, ia) +
		(a.y + ay) * zA +
		(by + b.y) * zB +
		(b.y + a.y) * zC
	const momentX = sumX / 6 - (a.x * area2) / 2
	const momentY = sumY / 6 - (a.y * area2) / 2
	const area = -area2 / 2 / chord2
	const moment = -(momentX * ux + momentY * uy) / (chord2 * chord)
	let longestA = 1
	let longestB = 1
	if (s0 * s1 < 0) {
		// Handles end where they would cross.
		const sum = s1 * c0 - s0 * c1
		const toA = s1 / sum
		const toB = -s0 / sum
		if (toA > 0 && toB > 0) {
			longestA = Math.min(1.4, toA * 1.02)
			longestB = Math.min(1.4, toB * 1.02)
		}
	}
	const flat = Math.abs(s0) < 0.02 && Math.abs(s1) < 0.02
	let count = flat ? 0 : momentFit(c0, s0, c1, s1, area, moment, pairs)
	if (count === 0) {
		pairs[0] = 1 / 3
		pairs[1] = 1 / 3
		count = 1
	}
	let found = NONE
	let best = limit
	for (let k = 0; k < count; k++) {
		const start = Math.min(longestA, at(pairs, 2 * k)) * chord
		const end = Math.min(longestB, at(pairs, 2 * k + 1)) * chord
		const x1 = a.x + a.outX * start
		const y1 = a.y + a.outY * start
		const x2 = b.x - b.inX * end
		const y2 = b.y - b.inY * end
		const stride = Math.max(1, Math.floor((b.i - a.i) / LOOKS))
		const error = spanError(trail, a.i, b.i, stride, a.x, a.y, x1, y1, x2, y2, b.x, b.y, best)
		if (error <= best) {
			best = error
			found = { start, end, error }
		}
	}
	return found
}

/**
 * The greatest distance of the points from … to (exclusive, every `stride`th) from a cubic, each
 * followed along it by Gauss–Newton steps from the one before; infinite as soon as it exceeds `limit`.
 */
export function spanError(
	{ x, y, pad, s }: Trail,
	from: number,
	to: number,
	stride: number,
	x0: number,
	y0: number,
	x1: number,
	y1: number,
	x2: number,
	y2: number,
	x3: number,
	y3: number,
	limit: number,
): number {
	const cx = 3 * (x1 - x0)
	const cy = 3 * (y1 - y0)
	const bx = 3 * (x2 - 2 * x1 + x0)
	const by = 3 * (y2 - 2 * y1 + y0)
	const ax = x3 - 3 * x2 + 3 * x1 - x0
	const ay = y3 - 3 * y2 + 3 * y1 - y0
	const bound = limit * limit
	let worst = 0
	let t = 0
	let before = at(s, from + pad)
	const first = from + (((to - from) % stride) >> 1) + (stride > 1 ? stride >> 1 : 1)
	for (let k = first; k < to; k += stride) {
		const px = at(x, k + pad)
		const py = at(y, k + pad)
		const along = at(s, k + pad)
		let dx = cx + t * (2 * bx + 3 * t * ax)
		let dy = cy + t * (2 * by + 3 * t * ay)
		const speed2 = dx * dx + dy * dy
		if (speed2 > 0) t = Math.min(1, t + (along - before) / Math.sqrt(speed2))
		before = along
		let ex = 0
		let ey = 0
		for (let turn = 0; turn < 3; turn++) {
			ex = px - (x0 + t * (cx + t * (bx + t * ax)))
			ey = py - (y0 + t * (cy + t * (by + t * ay)))
			if (turn === 2) break
			dx = cx + t * (2 * bx + 3 * t * ax)
			dy = cy + t * (2 * by + 3 * t * ay)
			t += (ex * dx + ey * dy) / (dx * dx + dy * dy || 1)
			if (t < 0) t = 0
			else if (t > 1) t = 1
		}
		const d = ex * ex + ey * ey
		if (d > worst) {
			worst = d
			if (d > bound) return Number.POSITIVE_INFINITY
		}
	}
	return Math.sqrt(worst)
}
