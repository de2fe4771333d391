import { floatAt } from '../../geometry/numbers'

/** A Gaussian is three averages over boxes, one after the other (Kovesi, 2010). */
const TIMES = 3

/**
 * Values blurred as by a Gaussian.
 * @param values row-major
 * @param sigma px across, and down where that differs
 */
export function blurred(
	values: Float32Array,
	width: number,
	height: number,
	sigma: number,
	down = sigma,
): Float32Array {
	let now = values
	for (const radius of radii(sigma)) now = averaged(now, width, height, radius, 1, width)
	for (const radius of radii(down)) now = averaged(now, height, width, radius, width, 1)
	return now
}

/** Half widths of boxes whose averages in a row are as wide as the Gaussian. */
function radii(sigma: number): number[] {
	const wide = Math.sqrt((12 * sigma * sigma) / TIMES + 1)
	const lower = Math.floor((wide - 1) / 2)
	const low = 2 * lower + 1
	const few = Math.round(
		(12 * sigma * sigma - TIMES * low * low - 4 * TIMES * low - 3 * TIMES) / (-4 * low - 4),
	)
	return Array.from({ length: TIMES }, (_, n) => (n < few ? lower : lower + 1)).filter((r) => r > 0)
}

/** Averages along lines of `length` values that lie `step` apart, `count` lines `next` apart; beyond the ends nothing. */
function averaged(
	values: Float32Array,
	length: number,
	count: number,
	radius: number,
	step: number,
	next: number,
): Float32Array {
	const out = new Float32Array(values.length)
	const share = 1 / (2 * radius + 1)
	for (let line = 0; line < count; line++) {
		const begin = line * next
		let sum = 0
		for (let k = 0; k < Math.min(radius, length); k++) sum += floatAt(values, begin + k * step)
		for (let k = 0; k < length; k++) {
			if (k + radius < length) sum += floatAt(values, begin + (k + radius) * step)
			out[begin + k * step] = sum * share
			if (k - radius >= 0) sum -= floatAt(values, begin + (k - radius) * step)
		}
	}
	return out
}
