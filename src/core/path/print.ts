import { intAt } from '../geometry/numbers'
import type { Contour, NodeKind, PathNode } from './model'

const FNV_OFFSET = 0x811c9dc5
const FNV_PRIME = 0x01000193
const SECOND_OFFSET = 0x9747b28c

/**
 * A hash of kinds and coordinates, to the last bit: two 32-bit FNV-1a hashes over the words of the
 * numbers (Fowler, Noll & Vo), the second started elsewhere and fed in the other order, of which 53
 * bits are kept so that the print is a whole number in JSON.
 */
export function printOf({ nodes, closed }: Contour): number {
	const words = new Int32Array(wordsOf(nodes, closed).buffer)
	let low = FNV_OFFSET
	let high = SECOND_OFFSET
	for (let k = 0; k < words.length; k++) {
		low = Math.imul(low ^ intAt(words, k), FNV_PRIME)
		high = Math.imul(high ^ intAt(words, words.length - 1 - k), FNV_PRIME)
	}
	return (high >>> 11) * 2 ** 32 + (low >>> 0)
}

const KIND_NUMBERS: Readonly<Record<NodeKind, number>> = {
	corner: 0,
	smooth: 1,
	symmetric: 2,
	cusp: 3,
}

/** All that tells outlines apart, as numbers; a missing handle is no number. */
function wordsOf(nodes: readonly PathNode[], closed: boolean): Float64Array {
	const numbers = new Float64Array(7 * nodes.length + 1)
	for (const [
		k,
		{
			at: [x, y],
			in: into,
			out,
			kind,
		},
	] of nodes.entries())
		numbers.set(
			[
				KIND_NUMBERS[kind],
				x,
				y,
				into?.[0] ?? NONE,
				into?.[1] ?? NONE,
				out?.[0] ?? NONE,
				out?.[1] ?? NONE,
			],
			7 * k,
		)
	numbers[7 * nodes.length] = closed ? 1 : 0
	return numbers
}

const NONE = Number.NEGATIVE_INFINITY
