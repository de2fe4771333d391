import { distance, type Point } from '../geometry/point'
import { nearestOnRing } from '../geometry/polygon'
import { boundsOf } from '../path/contour'
import type { Contour } from '../path/model'

/** Places nearer to each other than this are one for remembering, px. */
const SAME_PLACE_PX = 8

/** A ring with points no further apart than said, px. */
export function dense(ring: readonly Point[], apart: number): Point[] {
	return ring.flatMap((a, i) => {
		const b = ring[(i + 1) % ring.length] ?? a
		const count = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / apart))
		return Array.from(
			{ length: count },
			(_, k): Point => [a[0] + ((b[0] - a[0]) * k) / count, a[1] + ((b[1] - a[1]) * k) / count],
		)
	})
}

/** How far a place lies from a ring, px. */
export function toRing(p: Point, ring: readonly Point[]): number {
	return distance(p, nearestOnRing(p, ring))
}

/** A place, coarsely: what is found again a little beside is the same. */
export function placeKey([x, y]: Point): string {
	return `${Math.round(x / SAME_PLACE_PX)},${Math.round(y / SAME_PLACE_PX)}`
}

export function middleOf(contour: Contour): Point {
	const { minX, minY, maxX, maxY } = boundsOf(contour)
	return [(minX + maxX) / 2, (minY + maxY) / 2]
}
