import { at } from '../geometry/numbers'
import type { Trail } from './trail'

/** At most this many places are looked at. */
const PLACES = 600

/**
 * The standard deviation of the jitter across a trail, px: the median size of its fourth
 * differences along the normal, which smooth shapes leave next to nothing of and corners are too
 * rare to move. Taken over one point and over three, for noise that neighbours share.
 */
export function noiseOf(trail: Trail): number {
	return Math.max(fourthDifference(trail, 1), fourthDifference(trail, 3))
}

function fourthDifference({ x, y, last, pad, closed }: Trail, lag: number): number {
	const reach = closed ? 0 : 2 * lag
	const from = pad + reach
	const to = pad + last - reach
	if (to - from < 8) return 0
	const step = Math.max(1, Math.floor((to - from) / PLACES))
	const found = new Float64Array(Math.ceil((to - from) / step))
	let count = 0
	for (let i = from; i < to; i += step) {
		const a = i - 2 * lag
		const b = i - lag
		const d = i + lag
		const e = i + 2 * lag
		const chordX = at(x, e) - at(x, a)
		const chordY = at(y, e) - at(y, a)
		const chord = Math.sqrt(chordX * chordX + chordY * chordY)
		const fourthX = at(x, a) - 4 * at(x, b) + 6 * at(x, i) - 4 * at(x, d) + at(x, e)
		const fourthY = at(y, a) - 4 * at(y, b) + 6 * at(y, i) - 4 * at(y, d) + at(y, e)
		found[count++] =
			chord > 0
				? Math.abs(fourthY * chordX - fourthX * chordY) / chord
				: Math.sqrt(fourthX * fourthX + fourthY * fourthY)
	}
	const sizes = found.subarray(0, count).sort()
	// The median of |N(0, 1)| is 0.6745, and the weights 1 −4 6 −4 1 have the square sum 70.
	return at(sizes, count >> 1) / (0.6745 * Math.sqrt(70))
}
