import { at } from '../geometry/numbers'

/** A line about which something is mirrored: a point of it, and its direction (unit). */
export interface Axis {
	readonly x: number
	readonly y: number
	readonly dx: number
	readonly dy: number
}

/** A polyline cut in two where it crosses its line of symmetry. */
export interface Halves {
	readonly axis: Axis
	/** From the first crossing, or the start of an open one, to the next crossing. */
	readonly half: Float64Array
	/** The other half, mirrored, in the same direction. */
	readonly other: Float64Array
}

/**
 * An outline is laid out upright and level: a symmetry about a leaning line takes its nodes from its outermost points, and
 * is looked for where that is wished (`leaning.ts`).
 */
const AXES: readonly (readonly [dx: number, dy: number])[] = [
	[0, 1],
	[1, 0],
]

/**
 * The upright or level line about which a polyline is symmetric, and its halves: where every point of
 * one half, mirrored, lies within `slack` of the other.
 * @param points x0, y0, x1, y1 …, px
 * @param slack px
 */
export function halvesOf(points: Float64Array, closed: boolean, slack: number): Halves | null {
	const [x, y] = middleOf(points, closed)
	for (const [dx, dy] of AXES) {
		const about = { x, y, dx, dy }
		const roughly = cutAt(points, closed, about)
		if (!roughly || furthest(roughly.half, roughly.other, ROUGH * slack) > ROUGH * slack) continue
		const axis = settled(about, roughly)
		const halves = cutAt(points, closed, axis)
		if (!halves) continue
		if (furthest(halves.half, halves.other, slack) > slack) continue
		if (furthest(halves.other, halves.half, slack) > slack) continue
		return { axis, ...halves }
	}
	return null
}

/**
 * How far a closed polyline is from being symmetric about an upright line near the middle of its length: the furthest that
 * a point of either half, mirrored, lies from the other, px; infinite where the line cuts it otherwise than in two.
 */
export function offUpright(points: Float64Array): number {
	const [x, y] = middleOf(points, true)
	const about = { x, y, dx: 0, dy: 1 }
	const roughly = cutAt(points, true, about)
	const halves = roughly && cutAt(points, true, settled(about, roughly))
	if (!halves) return Number.POSITIVE_INFINITY
	const { half, other } = halves
	return Math.max(furthest(half, other, Number.MAX_VALUE), furthest(other, half, Number.MAX_VALUE))
}

/** The middle of the length is where the line is by so many slacks: jitter is longer than it seems. */
const ROUGH = 3

/** The line moved to where the halves lie over each other, by least squares. */
function settled(axis: Axis, { half, other }: Omit<Halves, 'axis'>): Axis {
	const { dx, dy } = axis
	let off = 0
	let weight = 0
	alongside(half, other, (i, x, y) => {
		const j = Math.min(i + 1, half.length / 2 - 1)
		const ex = at(half, 2 * j) - at(half, 2 * i)
		const ey = at(half, 2 * j + 1) - at(half, 2 * i + 1)
		const along = ex * dx + ey * dy
		off += (at(half, 2 * i) - x) * -dy + (at(half, 2 * i + 1) - y) * dx
		// An edge across the line says nothing of where it is.
		weight += along ** 2 / (ex * ex + ey * ey || 1)
		return true
	})
	const by = weight > 0 ? off / weight / 2 : 0
	return { ...axis, x: axis.x - by * dy, y: axis.y + by * dx }
}

/** The place mirrored. */
export function mirrored({ x, y, dx, dy }: Axis, [px, py]: readonly [number, number]) {
	const along = (px - x) * dx + (py - y) * dy
	return [2 * (x + along * dx) - px, 2 * (y + along * dy) - py] as const
}

/** The middle of a polyline's length. */
export function middleOf(points: Float64Array, closed: boolean): readonly [number, number] {
	const n = points.length / 2
	let whole = 0
	let x = 0
	let y = 0
	for (let i = 0; i < (closed ? n : n - 1); i++) {
		const j = i + 1 === n ? 0 : i + 1
		const dx = at(points, 2 * j) - at(points, 2 * i)
		const dy = at(points, 2 * j + 1) - at(points, 2 * i + 1)
		const length = Math.hypot(dx, dy)
		whole += length
		x += length * (at(points, 2 * i) + dx / 2)
		y += length * (at(points, 2 * i + 1) + dy / 2)
	}
	return [x / whole, y / whole]
}

/** Cuts a polyline where it crosses a line: twice if it is closed, once if not; else it has no halves. */
function cutAt(points: Float64Array, closed: boolean, axis: Axis): Omit<Halves, 'axis'> | null {
	const n = points.length / 2
	const side = (i: number) =>
		(at(points, 2 * i) - axis.x) * -axis.dy + (at(points, 2 * i + 1) - axis.y) * axis.dx
	const crossings: number[] = []
	let before = side(0)
	const first = before
	for (let i = 1; i < (closed ? n + 1 : n); i++) {
		const now = i === n ? first : side(i)
		if (before > 0 !== now > 0) crossings.push(i - 1)
		before = now
		if (crossings.length > 2) return null
	}
	const [a, b] = crossings
	if (a === undefined || (b === undefined) === closed) return null
	const start = b === undefined ? null : crossing(a)
	const middle = crossing(b ?? a)
	const after = b === undefined ? 0 : a + 1
	const turn = (b ?? a) + 1
	const [going, coming] = [turn - after, n - turn + (b === undefined ? 0 : after)]
	const lead = start ? 2 : 0
	const half = new Float64Array(lead + 2 * going + 2)
	const other = new Float64Array(lead + 2 * coming + 2)
	if (start) half.set(start)
	half.set(points.subarray(2 * after, 2 * turn), lead)
	half.set(middle, half.length - 2)
	if (start) other.set(mirrored(axis, start))
	for (let k = 0; k < coming; k++) {
		const i = (turn + coming - 1 - k) % n
		other.set(mirrored(axis, [at(points, 2 * i), at(points, 2 * i + 1)]), lead + 2 * k)
	}
	other.set(mirrored(axis, middle), other.length - 2)
	return { half, other }

	/** Where the edge after a point crosses the line. */
	function crossing(i: number): readonly [number, number] {
		const j = (i + 1) % n
		const [p, q] = [side(i), side(j)]
		const t = p === q ? 0 : p / (p - q)
		const x = at(points, 2 * i) + t * (at(points, 2 * j) - at(points, 2 * i))
		const y = at(points, 2 * i + 1) + t * (at(points, 2 * j + 1) - at(points, 2 * i + 1))
		return onAxis(axis, [x, y])
	}
}

/** The foot of a place on the line. */
export function onAxis({ x, y, dx, dy }: Axis, [px, py]: readonly [number, number]) {
	const along = (px - x) * dx + (py - y) * dy
	return [x + along * dx, y + along * dy] as const
}

/**
 * The greatest distance of a polyline's points from another that runs beside it, px; not looked
 * for further once it exceeds `most`.
 */
export function furthest(points: Float64Array, line: Float64Array, most: number): number {
	let worst = 0
	alongside(points, line, (i, x, y) => {
		worst = Math.max(worst, Math.hypot(at(points, 2 * i) - x, at(points, 2 * i + 1) - y))
		return worst <= most
	})
	return worst
}

/** The polyline halfway between one and another that runs beside it: what jitters in both jitters less. */
export function midway(points: Float64Array, line: Float64Array): Float64Array {
	const between = new Float64Array(points.length)
	alongside(points, line, (i, x, y) => {
		between[2 * i] = (at(points, 2 * i) + x) / 2
		between[2 * i + 1] = (at(points, 2 * i + 1) + y) / 2
		return true
	})
	return between
}

/** So many edges further along a nearer one is looked for. */
const AHEAD = 24

/**
 * Walks along a polyline and tells for each point the place nearest to it on another that runs beside
 * it in the same direction.
 * @param visit says whether to go on
 */
function alongside(
	points: Float64Array,
	line: Float64Array,
	visit: (i: number, x: number, y: number) => boolean,
): void {
	const edges = line.length / 2 - 1
	let near = 0
	for (let i = 0; i < points.length / 2; i++) {
		const px = at(points, 2 * i)
		const py = at(points, 2 * i + 1)
		let least = Number.POSITIVE_INFINITY
		let best = near
		let x = px
		let y = py
		for (let k = near; k < Math.min(edges, near + AHEAD); k++) {
			const ax = at(line, 2 * k)
			const ay = at(line, 2 * k + 1)
			const dx = at(line, 2 * k + 2) - ax
			const dy = at(line, 2 * k + 3) - ay
			const d2 = dx * dx + dy * dy
			const t = d2 > 0 ? Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / d2)) : 0
			const away = (px - ax - t * dx) ** 2 + (py - ay - t * dy) ** 2
			if (away >= least) continue
			least = away
			best = k
			x = ax + t * dx
			y = ay + t * dy
		}
		// One edge back, since jitter turns back.
		near = Math.max(0, best - 1)
		if (!visit(i, x, y)) return
	}
}
