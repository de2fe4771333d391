import { at } from '../geometry/numbers'

/**
 * The points to be fitted, as flat arrays with the arc length and the sums from which area and
 * first moments of any stretch follow in constant time (Green's theorem).
 *
 * Points are counted 0 to `last`. A closed trail repeats point 0 as point `last`, and its arrays
 * begin `pad` points earlier and run on for a second turn and `pad` points more, so that windows
 * about the seam and chains that begin anywhere need no special case; the point `i` lies at `i + pad`. Coordinates are taken from `centre`, which keeps the sums exact.
 */
export interface Trail {
	readonly last: number
	readonly closed: boolean
	readonly pad: number
	/** Mean distance from point to point, px: a corner may lie half of it beside the points. */
	readonly spacing: number
	readonly centre: readonly [number, number]
	readonly x: Float64Array
	readonly y: Float64Array
	/** Arc length from point 0, px; negative before it. */
	readonly s: Float64Array
	/** Running sums over the edges before a point: twice the area, and six times its moments. */
	readonly area: Float64Array
	readonly momentX: Float64Array
	readonly momentY: Float64Array
	/** Room for what is worked out by the thousand while this trail is fitted. */
	readonly pairs: Float64Array
	readonly room: PolishRoom
}

/** Room for the normal equations of a chain; it grows with the longest. */
export interface PolishRoom {
	matrix: Float64Array
	right: Float64Array
	pulls: Float64Array
}

/** Numbers that pairs of handle lengths take up at most. */
const MOST_PAIRS = 8
/** As many points as any window reaches beyond a seam. */
const SEAM = 48

/**
 * @param points x0, y0, x1, y1 …, px; repeated points are dropped, and long edges between sparse
 * points are filled so that windows by count see the edge
 * @param start the point that becomes point 0 of a closed trail
 */
export function trailOf(points: Float64Array, closed: boolean, start = 0): Trail {
	const n = points.length / 2
	const last = closed ? n : n - 1
	const pad = closed ? SEAM : 0
	const size = (closed ? 2 * last : last) + 1 + 2 * pad
	const x = new Float64Array(size)
	const y = new Float64Array(size)
	const s = new Float64Array(size)
	const area = new Float64Array(size)
	const momentX = new Float64Array(size)
	const momentY = new Float64Array(size)
	const centre = middleOf(points)
	let from = (((start - pad) % n) + n) % n
	for (let k = 0; k < size; k++) {
		x[k] = at(points, 2 * from) - centre[0]
		y[k] = at(points, 2 * from + 1) - centre[1]
		if (++from === n) from = 0
	}
	for (let k = 1; k < size; k++) {
		const ax = at(x, k - 1)
		const ay = at(y, k - 1)
		const bx = at(x, k)
		const by = at(y, k)
		const z = ax * by - ay * bx
		const dx = bx - ax
		const dy = by - ay
		s[k] = at(s, k - 1) + Math.sqrt(dx * dx + dy * dy)
		area[k] = at(area, k - 1) + z
		momentX[k] = at(momentX, k - 1) + (ax + bx) * z
		momentY[k] = at(momentY, k - 1) + (ay + by) * z
	}
	const zero = at(s, pad)
	for (let k = 0; k < size; k++) s[k] = at(s, k) - zero
	const spacing = at(s, last + pad) / last
	const pairs = new Float64Array(MOST_PAIRS)
	const none = new Float64Array(0)
	const room = { matrix: none, right: none, pulls: none }
	return { last, closed, pad, spacing, centre, x, y, s, area, momentX, momentY, pairs, room }
}

function middleOf(points: Float64Array): [number, number] {
	let minX = Number.POSITIVE_INFINITY
	let minY = Number.POSITIVE_INFINITY
	let maxX = Number.NEGATIVE_INFINITY
	let maxY = Number.NEGATIVE_INFINITY
	for (let i = 0; i < points.length; i += 2) {
		minX = Math.min(minX, at(points, i))
		maxX = Math.max(maxX, at(points, i))
		minY = Math.min(minY, at(points, i + 1))
		maxY = Math.max(maxY, at(points, i + 1))
	}
	return [(minX + maxX) / 2, (minY + maxY) / 2]
}
