import { at, floatAt, item } from '../../geometry/numbers'
import { levelsOf } from '../../path/hex'
import { coloursOf } from '../colours'

/** Colours as `coloursOf` gives them, three numbers each, and how often each occurs. */
export interface Weighted {
	readonly colours: Float64Array
	readonly weights: Float64Array
}

/** Colours that lie in one cube of this side, in the unit of `coloursOf`, are counted as one. */
const CELL = 2
const ROUNDS = 24

/** Colours that occur often counted together, so that what follows is quick whatever their number. */
export function counted(colours: Float32Array): Weighted {
	const cells = new Map<number, [number, number, number, number]>()
	for (let k = 0; k + 2 < colours.length; k += 3) {
		const [x, y, z] = [floatAt(colours, k), floatAt(colours, k + 1), floatAt(colours, k + 2)]
		const cell = (v: number) => Math.floor(v / CELL) + 256
		const key = (cell(x) * 512 + cell(y)) * 512 + cell(z)
		const sum = cells.get(key)
		if (sum) {
			sum[0] += x
			sum[1] += y
			sum[2] += z
			sum[3]++
		} else cells.set(key, [x, y, z, 1])
	}
	const all = [...cells.values()]
	return {
		colours: Float64Array.from(all.flatMap(([x, y, z, n]) => [x / n, y / n, z / n])),
		weights: Float64Array.from(all, ([, , , n]) => n),
	}
}

/**
 * Colours in at most so many groups, each nearest to its own mean (Lloyd, 1982), begun with those that are
 * both frequent and far from the ones before: the same colours give the same groups.
 * @returns the means, three numbers each; fewer than asked for where there are fewer colours
 */
export function kMeans({ colours, weights }: Weighted, count: number): Float64Array {
	const size = weights.length
	const means: number[] = []
	const away = new Float64Array(size).fill(Number.POSITIVE_INFINITY)
	while (means.length < 3 * Math.min(count, size)) {
		let [best, most] = [-1, 0]
		for (let n = 0; n < size; n++) {
			// To begin with, what occurs most often.
			const far = means.length === 0 ? 1 : at(away, n)
			const worth = at(weights, n) * far
			if (worth > most) {
				most = worth
				best = n
			}
		}
		if (best < 0) break
		const from = means.length
		means.push(...colours.subarray(3 * best, 3 * best + 3))
		for (let n = 0; n < size; n++)
			away[n] = Math.min(at(away, n), apart(colours, 3 * n, means, from))
	}
	const result = Float64Array.from(means)
	const groups = result.length / 3
	if (groups === 0) return result
	for (let round = 0; round < ROUNDS; round++) {
		const sums = new Float64Array(4 * groups)
		for (let n = 0; n < size; n++) {
			const own = nearestMean(
				result,
				at(colours, 3 * n),
				at(colours, 3 * n + 1),
				at(colours, 3 * n + 2),
			)
			const weight = at(weights, n)
			for (let c = 0; c < 3; c++)
				sums[4 * own + c] = at(sums, 4 * own + c) + weight * at(colours, 3 * n + c)
			sums[4 * own + 3] = at(sums, 4 * own + 3) + weight
		}
		let moved = 0
		for (let g = 0; g < groups; g++)
			for (let c = 0; c < 3; c++) {
				const whole = at(sums, 4 * g + 3)
				const next = whole > 0 ? at(sums, 4 * g + c) / whole : at(result, 3 * g + c)
				moved = Math.max(moved, Math.abs(next - at(result, 3 * g + c)))
				result[3 * g + c] = next
			}
		if (moved < 1e-6) break
	}
	return result
}

/** Which of the means a colour is nearest to. */
export function nearestMean(means: Float64Array, x: number, y: number, z: number): number {
	let [best, least] = [0, Number.POSITIVE_INFINITY]
	for (let g = 0; 3 * g < means.length; g++) {
		const [a, b, c] = [at(means, 3 * g) - x, at(means, 3 * g + 1) - y, at(means, 3 * g + 2) - z]
		const far = a * a + b * b + c * c
		if (far >= least) continue
		least = far
		best = g
	}
	return best
}

function apart(colours: Float64Array, n: number, means: readonly number[], m: number): number {
	let sum = 0
	for (let c = 0; c < 3; c++) sum += (at(colours, n + c) - item(means, m + c)) ** 2
	return sum
}

/** Of each colour, `#rrggbb`, what `coloursOf` gives for it. */
export function labOf(colours: readonly string[]): Float32Array {
	const data = Uint8ClampedArray.from(colours.flatMap((hex) => [...levelsOf(hex), 255]))
	return coloursOf({ width: colours.length, height: 1, data })
}
