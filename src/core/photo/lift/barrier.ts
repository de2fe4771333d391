import FlatQueue from 'flatqueue'
import { byteAt, floatAt } from '../../geometry/numbers'
import { OUT } from './hint'
import type { Ground } from './parting'

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
