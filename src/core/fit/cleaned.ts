import { at } from '../geometry/numbers'

/** Edges longer than this many usual ones are filled. */
const LONG = 3
/** Points this many tolerances apart, or nearer, are samples of a curve. */
const DENSE = 4
/** A trail of fewer points than this is filled until it has about as many. */
const ENOUGH = 240

/**
 * The points that a fit looks at: repeated ones are dropped, and long edges between sparse points
 * get points of their own, so that windows by count see an edge as what it is.
 * @param points x0, y0, x1, y1 …, px
 * @param tolerance px
 * @throws RangeError for a coordinate that is not a finite number
 */
export function cleaned(points: Float64Array, closed: boolean, tolerance: number): Float64Array {
	const kept: number[] = []
	for (let i = 0; i + 1 < points.length; i += 2) {
		const x = at(points, i)
		const y = at(points, i + 1)
		if (!Number.isFinite(x) || !Number.isFinite(y))
			throw new RangeError(`Point ${i / 2} of the polyline is not a place: ${x}, ${y}.`)
		if (kept.length > 0 && kept[kept.length - 2] === x && kept[kept.length - 1] === y) continue
		kept.push(x, y)
	}
	const repeatsFirst = kept[0] === kept.at(-2) && kept[1] === kept.at(-1)
	if (closed && kept.length > 2 && repeatsFirst) kept.length -= 2
	return filled(Float64Array.from(kept), closed, tolerance)
}

function filled(points: Float64Array, closed: boolean, tolerance: number): Float64Array {
	const n = points.length / 2
	const edges = closed ? n : n - 1
	if (n < (closed ? 3 : 2)) return points
	const lengths = new Float64Array(edges)
	let whole = 0
	for (let i = 0; i < edges; i++) {
		const j = (i + 1) % n
		const dx = at(points, 2 * j) - at(points, 2 * i)
		const dy = at(points, 2 * j + 1) - at(points, 2 * i + 1)
		lengths[i] = Math.sqrt(dx * dx + dy * dy)
		whole += at(lengths, i)
	}
	const usual = at(lengths.slice().sort(), edges >> 1)
	// Dense points are samples, whose jitter must stay as it is; sparse ones are all edges.
	const dense = n >= ENOUGH || usual <= DENSE * tolerance
	const step = dense ? LONG * usual : Math.min(LONG * usual, whole / ENOUGH)
	if (!lengths.some((length) => length > step)) return points
	// However uneven the edges, the points grow no more than fourfold.
	const least = Math.max(step, whole / (4 * Math.max(n, ENOUGH)))
	const more: number[] = []
	for (let i = 0; i < n; i++) {
		const x = at(points, 2 * i)
		const y = at(points, 2 * i + 1)
		more.push(x, y)
		if (i >= edges) break
		const j = (i + 1) % n
		const parts = Math.ceil(at(lengths, i) / least)
		for (let k = 1; k < parts; k++) {
			const t = k / parts
			more.push(x + (at(points, 2 * j) - x) * t, y + (at(points, 2 * j + 1) - y) * t)
		}
	}
	return Float64Array.from(more)
}
