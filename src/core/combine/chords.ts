import type { Cubic } from '../geometry/cubic'
import type { Source } from './sources'

/** A stretch of a segment that a straight line stands for. */
export interface Chord {
	readonly source: number
	readonly from: number
	readonly to: number
	/** Where it starts, px. */
	readonly x0: number
	readonly y0: number
}

export interface Chords {
	/** In order along each segment, segment after segment. */
	readonly chords: readonly Chord[]
	/** Pairs of chords that lie so near that they may meet: their numbers, two by two. */
	readonly close: readonly number[]
}

/**
 * Stands straight chords in for segments so that the chords cross as the curves do. Stretches
 * whose convex hulls lie apart need one chord, however bent they are, since a curve and its chord
 * both lie in its hull; only those that come near another are halved, until they part from it or
 * are flat. So chords gather where outlines meet, and their number hardly grows with precision.
 * @param chosen the numbers of the segments that are to be stood in for
 * @param flat how far a chord may lie from its stretch where it is near another, in px
 * @param near hulls nearer than this, in px, count as meeting
 */
export function chordsOf(
	sources: readonly Source[],
	chosen: readonly number[],
	flat: number,
	near: number,
): Chords {
	const roots = chosen.flatMap((number) => {
		const source = sources[number]
		return source ? [stretchOf(number, source.cubic, source.straight, flat)] : []
	})
	let open: Stretch[] = roots
	let close: Stretch[] = []
	for (let halved = true; halved; ) {
		close = markMeetings(open, sources, near)
		halved = false
		const next: Stretch[] = []
		for (const one of open) {
			if (one.flat ? one.met : one.met || !one.tame) {
				if (one.flat) next.push(one)
				else {
					one.halves = halve(one, flat)
					next.push(...one.halves)
					halved = true
				}
			}
			one.met = false
		}
		open = next
	}
	const chords: Stretch[] = []
	for (const root of roots) gather(root, chords)
	return { chords, close: close.map((one) => one.number) }
}

/** A stretch of a segment with its control points, px, and the box round them. */
interface Stretch extends Chord {
	readonly x1: number
	readonly y1: number
	readonly x2: number
	readonly y2: number
	readonly x3: number
	readonly y3: number
	readonly minX: number
	readonly minY: number
	readonly maxX: number
	readonly maxY: number
	readonly flat: boolean
	/** Whether it runs forward along its chord, so that it cannot cross itself. */
	readonly tame: boolean
	met: boolean
	number: number
	halves: readonly [Stretch, Stretch] | null
}

function stretchOf(source: number, [a, b, c, d]: Cubic, straight: boolean, flat: number): Stretch {
	const tolerance = straight ? Number.POSITIVE_INFINITY : flat
	return stretch(source, 0, 1, a[0], a[1], b[0], b[1], c[0], c[1], d[0], d[1], tolerance)
}

function stretch(
	source: number,
	from: number,
	to: number,
	x0: number,
	y0: number,
	x1: number,
	y1: number,
	x2: number,
	y2: number,
	x3: number,
	y3: number,
	flat: number,
): Stretch {
	const bend = Math.max(
		hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2),
		hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3),
	)
	const dx = x3 - x0
	const dy = y3 - y0
	return {
		source,
		from,
		to,
		x0,
		y0,
		x1,
		y1,
		x2,
		y2,
		x3,
		y3,
		minX: Math.min(x0, x1, x2, x3),
		minY: Math.min(y0, y1, y2, y3),
		maxX: Math.max(x0, x1, x2, x3),
		maxY: Math.max(y0, y1, y2, y3),
		// Wang's bound (1984) on the distance from the chord, which also bounds how far t is off.
		flat: 0.75 * bend <= flat,
		tame:
			dx * dx + dy * dy > 0 &&
			(x1 - x0) * dx + (y1 - y0) * dy >= 0 &&
			(x2 - x1) * dx + (y2 - y1) * dy >= 0 &&
			(x3 - x2) * dx + (y3 - y2) * dy >= 0,
		met: false,
		number: 0,
		halves: null,
	}
}

function hypot(x: number, y: number): number {
	return Math.sqrt(x * x + y * y)
}

/** Halves a stretch by de Casteljau's construction, written out: this is where time goes. */
function halve(one: Stretch, flat: number): [Stretch, Stretch] {
	const { source, from, to, x0, y0, x1, y1, x2, y2, x3, y3 } = one
	const middle = (from + to) / 2
	const ax = (x0 + x1) / 2
	const ay = (y0 + y1) / 2
	const bx = (x1 + x2) / 2
	const by = (y1 + y2) / 2
	const cx = (x2 + x3) / 2
	const cy = (y2 + y3) / 2
	const abx = (ax + bx) / 2
	const aby = (ay + by) / 2
	const bcx = (bx + cx) / 2
	const bcy = (by + cy) / 2
	const x = (abx + bcx) / 2
	const y = (aby + bcy) / 2
	return [
		stretch(source, from, middle, x0, y0, ax, ay, abx, aby, x, y, flat),
		stretch(source, middle, to, x, y, bcx, bcy, cx, cy, x3, y3, flat),
	]
}

function gather(one: Stretch, into: Stretch[]): void {
	if (one.halves) for (const half of one.halves) gather(half, into)
	else one.number = into.push(one) - 1
}

/**
 * Sweeps over the boxes from left to right and marks the stretches that may meet another.
 * @returns the flat ones among them, two by two
 */
function markMeetings(
	all: readonly Stretch[],
	sources: readonly Source[],
	near: number,
): Stretch[] {
	const byLeft = all.toSorted((a, b) => a.minX - b.minX)
	const pairs: Stretch[] = []
	const swept: Stretch[] = []
	for (const one of byLeft) {
		const left = one.minX - near
		const top = one.minY - near
		const bottom = one.maxY + near
		let kept = 0
		for (let i = 0; i < swept.length; i++) {
			const other = swept[i]
			if (!other || other.maxX < left) continue
			swept[kept++] = other
			if (other.maxY < top || other.minY > bottom) continue
			const known = one.met && other.met && !(one.flat && other.flat)
			if (known || !mayMeet(other, one, sources, near)) continue
			one.met = true
			other.met = true
			if (one.flat && other.flat) pairs.push(one, other)
		}
		swept.length = kept
		swept.push(one)
	}
	return pairs
}

function mayMeet(a: Stretch, b: Stretch, sources: readonly Source[], near: number): boolean {
	const ab = follows(a, b, sources)
	const ba = follows(b, a, sources)
	if (ab || ba) return (ab && ba) || !(ab ? partAtJoint(a, b) : partAtJoint(b, a))
	return !liesBeside(a, b, near) && !liesBeside(b, a, near)
}

/** Whether `b` begins where `a` ends, on the same outline. */
function follows(a: Stretch, b: Stretch, sources: readonly Source[]): boolean {
	if (a.source === b.source && a.to === b.from) return true
	return a.to === 1 && b.from === 0 && sources[a.source]?.after === b.source
}

/** Whether a line through the end of `a`, where `b` begins, has the hull of each on its own side. */
function partAtJoint(a: Stretch, b: Stretch): boolean {
	const { x0: x, y0: y } = b
	const [ix, iy] =
		unitOf(x - a.x2, y - a.y2) ??
		unitOf(x - a.x1, y - a.y1) ??
		unitOf(x - a.x0, y - a.y0) ??
		NOWHERE
	const [ox, oy] =
		unitOf(b.x1 - x, b.y1 - y) ??
		unitOf(b.x2 - x, b.y2 - y) ??
		unitOf(b.x3 - x, b.y3 - y) ??
		NOWHERE
	const nx = ix + ox
	const ny = iy + oy
	return (
		(a.x0 - x) * nx + (a.y0 - y) * ny < 0 &&
		(a.x1 - x) * nx + (a.y1 - y) * ny <= 0 &&
		(a.x2 - x) * nx + (a.y2 - y) * ny <= 0 &&
		(b.x1 - x) * nx + (b.y1 - y) * ny >= 0 &&
		(b.x2 - x) * nx + (b.y2 - y) * ny >= 0 &&
		(b.x3 - x) * nx + (b.y3 - y) * ny > 0
	)
}

const NOWHERE = [0, 0] as const

function unitOf(x: number, y: number): readonly [number, number] | null {
	const size = hypot(x, y)
	return size > 0 ? [x / size, y / size] : null
}

/** Whether all of `b` lies beside the strip along the chord of `a` that holds all of `a`. */
function liesBeside(a: Stretch, b: Stretch, near: number): boolean {
	const dx = a.x3 - a.x0
	const dy = a.y3 - a.y0
	const size = hypot(dx, dy)
	if (size === 0) return false
	const a1 = dx * (a.y1 - a.y0) - dy * (a.x1 - a.x0)
	const a2 = dx * (a.y2 - a.y0) - dy * (a.x2 - a.x0)
	const b0 = dx * (b.y0 - a.y0) - dy * (b.x0 - a.x0)
	const b1 = dx * (b.y1 - a.y0) - dy * (b.x1 - a.x0)
	const b2 = dx * (b.y2 - a.y0) - dy * (b.x2 - a.x0)
	const b3 = dx * (b.y3 - a.y0) - dy * (b.x3 - a.x0)
	return (
		Math.min(b0, b1, b2, b3) > Math.max(0, a1, a2) + near * size ||
		Math.max(b0, b1, b2, b3) < Math.min(0, a1, a2) - near * size
	)
}
