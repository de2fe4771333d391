import { at } from '../../geometry/numbers'

/** What one observation asks of the unknowns: a sum of their shares should come to `right`. */
export interface Equation {
	readonly weight: number
	readonly right: number
	/** Pairs of an unknown and its share. */
	readonly terms: readonly (readonly [unknown: number, share: number])[]
}

/** Steps of conjugate gradients at most, and what is left of the residual when they end. */
const MOST_STEPS = 200
const LEFT = 1e-8

/**
 * The unknowns that meet sparse equations best in the least squares, each held back a little: by a share
 * of its own weight, and by a weight of its own. Conjugate gradients on the normal equations (Hestenes &
 * Stiefel, 1952), scaled by their diagonal.
 */
export function leastSquares(
	equations: readonly Equation[],
	count: number,
	{ damping, stays }: { readonly damping: number; readonly stays: number },
): Float64Array {
	const { band, width, first } = normalBand(equations, count)
	const right = new Float64Array(count)
	for (const { weight, right: wanted, terms } of equations)
		for (const [k, share] of terms) right[k] = at(right, k) + weight * share * wanted
	const diagonal = new Float64Array(count)
	for (let k = 0; k < count; k++) {
		const own = k * width - first
		band[own] = at(band, own) * (1 + damping) + stays
		diagonal[k] = at(band, own)
	}
	const times = (x: Float64Array) =>
		x.map((_, k) => {
			let sum = 0
			for (let n = 0, m = (k + first + count) % count; n < width; n++) {
				sum += at(band, k * width + n) * at(x, m)
				m = m + 1 === count ? 0 : m + 1
			}
			return sum
		})
	const x = new Float64Array(count)
	const rest = right.slice()
	let scaled = rest.map((value, k) => value / (diagonal[k] || 1))
	const way = scaled.slice()
	let size = dot(rest, scaled)
	const enough = LEFT * size
	for (let step = 0; step < MOST_STEPS && size > enough; step++) {
		const moved = times(way)
		const by = size / dot(way, moved)
		if (!Number.isFinite(by)) break
		for (let k = 0; k < count; k++) {
			x[k] = at(x, k) + by * at(way, k)
			rest[k] = at(rest, k) - by * at(moved, k)
		}
		scaled = rest.map((value, k) => value / (diagonal[k] || 1))
		const next = dot(rest, scaled)
		const share = next / size
		for (let k = 0; k < count; k++) way[k] = at(scaled, k) + share * at(way, k)
		size = next
	}
	return x
}

/**
 * The normal equations' matrix. Unknowns have to do only with those near them, going round from the last to
 * the first: row `k` holds `width` entries, of the unknowns from `k + first` on.
 */
function normalBand(equations: readonly Equation[], count: number) {
	let reach = 0
	for (const { terms } of equations)
		for (const [k] of terms)
			for (const [m] of terms)
				reach = Math.max(reach, Math.min(Math.abs(k - m), count - Math.abs(k - m)))
	const whole = 2 * reach + 1 >= count
	const width = whole ? count : 2 * reach + 1
	const first = whole ? 0 : -reach
	const band = new Float64Array(count * width)
	for (const { weight, terms } of equations) {
		if (weight === 0) continue
		for (const [k, share] of terms)
			for (const [m, other] of terms) {
				const entry = k * width + ((m - k - first + 2 * count) % count)
				band[entry] = at(band, entry) + weight * share * other
			}
	}
	return { band, width, first }
}

function dot(a: Float64Array, b: Float64Array): number {
	let sum = 0
	for (let k = 0; k < a.length; k++) sum += at(a, k) * at(b, k)
	return sum
}
