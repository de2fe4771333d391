/** What one observation asks of the unknowns: a sum of their shares should come to `right`. */
export interface Equation {
	readonly weight: number
	readonly right: number
	/** Pairs of an unknown and its share. */
	readonly terms: readonly (readonly [unknown: number, share: number])[]
}

/** Steps of conjugate gradients at most, and what is left of the residual when they end. */
const MOST_STEPS = 200
const LEFT = 1e-10

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
	const diagonal = new Float64Array(count).fill(stays)
	const right = new Float64Array(count)
	for (const { weight, right: wanted, terms } of equations)
		for (const [k, share] of terms) {
			diagonal[k] = (diagonal[k] ?? 0) + weight * share * share * (1 + damping)
			right[k] = (right[k] ?? 0) + weight * share * wanted
		}
	const held = diagonal.map((value) => stays + ((value - stays) * damping) / (1 + damping))
	const times = (x: Float64Array) => {
		const product = x.map((value, k) => value * (held[k] ?? 0))
		for (const { weight, terms } of equations) {
			let sum = 0
			for (const [k, share] of terms) sum += share * (x[k] ?? 0)
			sum *= weight
			for (const [k, share] of terms) product[k] = (product[k] ?? 0) + share * sum
		}
		return product
	}
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
			x[k] = (x[k] ?? 0) + by * (way[k] ?? 0)
			rest[k] = (rest[k] ?? 0) - by * (moved[k] ?? 0)
		}
		scaled = rest.map((value, k) => value / (diagonal[k] || 1))
		const next = dot(rest, scaled)
		const share = next / size
		for (let k = 0; k < count; k++) way[k] = (scaled[k] ?? 0) + share * (way[k] ?? 0)
		size = next
	}
	return x
}

function dot(a: Float64Array, b: Float64Array): number {
	let sum = 0
	for (let k = 0; k < a.length; k++) sum += (a[k] ?? 0) * (b[k] ?? 0)
	return sum
}
