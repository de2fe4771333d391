import { item } from '../geometry/numbers'
import { distance, mix, type Point } from '../geometry/point'
import { nearestOnRing } from '../geometry/polygon'
import { flattenContour } from './contour'
import type { Contour } from './model'

/** The place on a closed outline a share of its length from its first node. */
export function placeAlong(contour: Contour, share: number): Point {
	const { ring, lengths, length } = measured(contour)
	const wanted = (share - Math.floor(share)) * length
	const k = Math.max(
		0,
		lengths.findLastIndex((from) => from <= wanted),
	)
	const [a, b] = [item(ring, k), item(ring, (k + 1) % ring.length)]
	const side = distance(a, b)
	return side > 0 ? mix(a, b, Math.min(1, (wanted - item(lengths, k)) / side)) : a
}

/** The share of a closed outline's length at the place on it that is nearest to a point. */
export function shareAlong(contour: Contour, p: Point): number {
	const { ring, lengths, length } = measured(contour)
	const q = nearestOnRing(p, ring)
	let best = { off: Number.POSITIVE_INFINITY, at: 0 }
	for (const [k, a] of ring.entries()) {
		const b = item(ring, (k + 1) % ring.length)
		// On a side the ways to its ends make no more than the side itself.
		const off = distance(a, q) + distance(q, b) - distance(a, b)
		if (off < best.off) best = { off, at: item(lengths, k) + distance(a, q) }
	}
	return length > 0 ? best.at / length : 0
}

/** A closed outline as a ring, and how far along it each of its points lies, px. */
function measured(contour: Contour): {
	readonly ring: readonly Point[]
	readonly lengths: readonly number[]
	readonly length: number
} {
	const ring = flattenContour(contour)
	let length = 0
	const lengths = ring.map((p, k) => {
		const from = length
		length += distance(p, item(ring, (k + 1) % ring.length))
		return from
	})
	return { ring, lengths, length }
}
