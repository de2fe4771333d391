import { byteAt, floatAt, intAt, item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { ringWinding, signedArea } from '../../geometry/polygon'

/**
 * The rings between what is inside and what is not: through the middles of the pixels' sides, what is inside
 * to the right on screen; two pixels that meet at a corner alone are apart.
 * @returns px; pixel (i, j) covers [i, i + 1] × [j, j + 1]
 */
export function ringsOf(inside: Uint8Array, width: number, height: number): Point[][] {
	const is = (i: number, j: number) =>
		i >= 0 && j >= 0 && i < width && j < height && byteAt(inside, j * width + i) === 1
	/** Top sides that have been gone along. */
	const seen = new Uint8Array(width * height)
	const rings: Point[][] = []
	for (let j = 0; j < height; j++)
		for (let i = 0; i < width; i++) {
			if (!is(i, j) || is(i, j - 1) || byteAt(seen, j * width + i)) continue
			rings.push(around(i, j))
		}
	return rings

	/** Goes round once, beginning along the top of a pixel. */
	function around(i0: number, j0: number): Point[] {
		const ring: Point[] = []
		let [i, j, d] = [i0, j0, 0]
		do {
			if (d === 0) seen[j * width + i] = 1
			const { x, y, ahead, aside } = item4(d)
			ring.push([i + x, j + y])
			// What lies ahead of the pixel along its side, and beside that on the outside.
			const [ai, aj] = [i + ahead[0], j + ahead[1]]
			const [bi, bj] = [ai + aside[0], aj + aside[1]]
			if (is(ai, aj) && is(bi, bj)) {
				i = bi
				j = bj
				d = (d + 3) & 3
			} else if (is(ai, aj)) {
				i = ai
				j = aj
			} else d = (d + 1) & 3
		} while (i !== i0 || j !== j0 || d !== 0)
		return ring
	}
}

/** Sides in turn: top, right, bottom, left; the middle of each, the way along it, and the way out of it. */
const SIDES = [
	{ x: 0.5, y: 0, ahead: [1, 0], aside: [0, -1] },
	{ x: 1, y: 0.5, ahead: [0, 1], aside: [1, 0] },
	{ x: 0.5, y: 1, ahead: [-1, 0], aside: [0, 1] },
	{ x: 0, y: 0.5, ahead: [0, -1], aside: [-1, 0] },
] as const

const item4 = (d: number) => SIDES[d & 3] as (typeof SIDES)[number]

/**
 * Drops parts, and openings, of fewer pixels than `smallest`, and parts that are far smaller than the largest
 * unless they are quite likely.
 * @param likely of each pixel the log of how much likelier it is inside than not
 */
export function withoutSpecks(
	inside: Uint8Array,
	width: number,
	smallest: number,
	likely: Float32Array,
): Uint8Array {
	const made = inside.slice()
	for (const side of [1, 0]) {
		const parts = partsOf(made, width, side)
		const largest = Math.max(0, ...parts.map((part) => part.length))
		for (const part of parts) {
			const far = side === 1 && part.length < LEAST_PART * largest
			const unlikely =
				far && part.reduce((sum, k) => sum + floatAt(likely, k), 0) < SURE_PART * part.length
			if (part.length < smallest || unlikely) for (const k of part) made[k] = 1 - side
		}
	}
	return made
}

/** A small part is the object's if its pixels are so likely on the mean, as a log. */
const SURE_PART = 1.5

/**
 * The rings of parts and openings that are larger than specks.
 * @param smallest px²
 * @param keep whether what a ring goes round is kept, however small
 */
export function largeRings(
	rings: readonly Point[][],
	smallest: number,
	keep: (ring: readonly Point[]) => boolean,
): Point[][] {
	const sized = rings.map((ring) => ({ ring, area: signedArea(ring) }))
	const parts = sized.filter(({ ring, area }) => area > 0 && (area >= smallest || keep(ring)))
	const openings = sized.filter(({ ring, area }) => {
		if (area > 0 || (-area < smallest && !keep(ring))) return false
		// A ring begins above a pixel of what it is an opening of.
		const [x, y] = item(ring, 0)
		return parts.some((part) => ringWinding(part.ring, [x, y + BELOW_PX]) !== 0)
	})
	return [...parts, ...openings].map(({ ring }) => ring)
}

const BELOW_PX = 0.25

/** A part of less than this share of the largest is none of the object, unless it is likely. */
const LEAST_PART = 0.02

/** The parts of one side: pixels of the object hang together by their sides, what is round it also by corners. */
export function partsOf(inside: Uint8Array, width: number, side: number): Int32Array[] {
	const height = inside.length / width
	const seen = inside.map((one) => (one === side ? 0 : 1))
	const queue = new Int32Array(inside.length)
	const parts: Int32Array[] = []
	let end = 0
	for (let k = 0; k < inside.length; k++) {
		if (byteAt(seen, k)) continue
		const begin = end
		reach(k)
		for (let n = begin; n < end; n++) {
			const m = intAt(queue, n)
			const x = m % width
			const y = (m - x) / width
			const [left, right, up, down] = [x > 0, x < width - 1, y > 0, y < height - 1]
			if (left) reach(m - 1)
			if (right) reach(m + 1)
			if (up) reach(m - width)
			if (down) reach(m + width)
			if (side === 1) continue
			if (left && up) reach(m - width - 1)
			if (right && up) reach(m - width + 1)
			if (left && down) reach(m + width - 1)
			if (right && down) reach(m + width + 1)
		}
		parts.push(queue.slice(begin, end))
	}
	return parts

	function reach(k: number): void {
		if (byteAt(seen, k)) return
		seen[k] = 1
		queue[end++] = k
	}
}
