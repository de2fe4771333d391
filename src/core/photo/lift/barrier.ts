import FlatQueue from 'flatqueue'
import { byteAt, floatAt } from '../../geometry/numbers'
import { OUT } from './hint'
import type { Ground } from './parting'

/** What barriers say at most, as a log likelihood, … */
const MOST = 4
/** … and how steeply it changes with the logarithm of a barrier. */
const STEEP = 6
/** Less than this is grain. */
const LEAST = 0.5
/** Two classes are told apart clearly if so much of all variance lies between them. */
const CLEAR = 0.87

export interface Beyond {
	/** Of each pixel how much likelier it lies beyond an edge from what is outside than not, as a log. */
	readonly beyond: Float32Array
	/** Whether barriers part the picture in two clearly. */
	readonly clear: boolean
}

/** What lies beyond an edge from all that is outside: barriers there are higher than where only light falls off. */
export function beyondBarriers(ground: Ground, seeds: Uint8Array): Beyond {
	const logs = barriers(ground, seeds).map((v) => Math.log(Math.max(LEAST, v)))
	const { cut, apart } = parting(logs.filter((_, k) => byteAt(seeds, k) !== OUT).sort())
	return {
		beyond: logs.map((v) => Math.max(-MOST, Math.min(MOST, STEEP * (v - cut)))),
		clear: apart > CLEAR,
	}
}

/**
 * Where sorted values part into two classes that keep together best (Otsu, 1979).
 * @returns the value between them, and which share of all variance lies between the classes
 */
function parting(sorted: Float32Array): { readonly cut: number; readonly apart: number } {
	const sum = sorted.reduce((all, v) => all + v, 0)
	const mean = sum / sorted.length
	const whole = sorted.reduce((all, v) => all + (v - mean) ** 2, 0)
	let [best, cut, below] = [0, Number.POSITIVE_INFINITY, 0]
	for (let n = 1; n < sorted.length; n++) {
		below += floatAt(sorted, n - 1)
		const rest = sorted.length - n
		const between = ((n * rest) / sorted.length) * (below / n - (sum - below) / rest) ** 2
		if (between <= best) continue
		best = between
		cut = (floatAt(sorted, n - 1) + floatAt(sorted, n)) / 2
	}
	return { cut, apart: whole > 0 ? best / whole : 0 }
}

/**
 * How much colours must change on the way from what is outside to each pixel, at the least: the span between
 * the least and the most of each channel along the way (minimum barrier distance; Strand, Ciesielski,
 * Malmberg & Saha, 2013). Light that falls off over a wall costs what it falls off by, once; an edge costs
 * its contrast; texture its amplitude, and not anew with each thread.
 * @param seeds what lies outside is `OUT`
 * @returns of each pixel the sum of the three spans, in the unit of the colours; infinite where nothing is outside
 */
export function barriers({ width, height, colours }: Ground, seeds: Uint8Array): Float32Array {
	const far = new Float32Array(width * height).fill(Number.POSITIVE_INFINITY)
	const [least, most] = [colours.slice(), colours.slice()]
	const queue = new FlatQueue<number>()
	for (let k = 0; k < far.length; k++)
		if (byteAt(seeds, k) === OUT) {
			far[k] = 0
			queue.push(k, 0)
		}
	const reach = (from: number, k: number) => {
		let span = 0
		for (let c = 0; c < 3; c++) {
			const own = floatAt(colours, 3 * k + c)
			span +=
				Math.max(own, floatAt(most, 3 * from + c)) - Math.min(own, floatAt(least, 3 * from + c))
		}
		const next = Math.fround(span)
		if (next >= floatAt(far, k)) return
		far[k] = next
		for (let c = 3 * k; c < 3 * k + 3; c++) {
			const before = c - 3 * k + 3 * from
			least[c] = Math.min(floatAt(colours, c), floatAt(least, before))
			most[c] = Math.max(floatAt(colours, c), floatAt(most, before))
		}
		queue.push(k, next)
	}
	for (let away = queue.peekValue(); away !== undefined; away = queue.peekValue()) {
		const k = queue.pop() as number
		if (away > floatAt(far, k)) continue
		const x = k % width
		if (x > 0) reach(k, k - 1)
		if (x < width - 1) reach(k, k + 1)
		if (k >= width) reach(k, k - width)
		if (k < far.length - width) reach(k, k + width)
	}
	return far
}
