import { joinBoxes } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { contourBounds, flattenContour } from '../path/contour'
import type { Contour } from '../path/model'

/** Levels at which a region is looked through. */
const LEVELS = 24

/**
 * A place well inside what outlines fill: of the middles of level chords, the one farthest from
 * every edge. `null` where they fill nothing.
 * @param contours closed outlines that fill the same under either rule, px
 */
export function inmost(contours: readonly Contour[]): Point | null {
	const [first, ...rest] = contours.map(contourBounds)
	if (!first) return null
	const { minY, maxY } = rest.reduce(joinBoxes, first)
	const rings = contours.map((contour) => flattenContour(contour, (maxY - minY) / 5000 || 1))
	let best: { at: Point; room: number } | null = null
	for (let k = 0; k < LEVELS; k++) {
		const y = minY + ((k + 0.5) / LEVELS) * (maxY - minY)
		const xs = rings.flatMap((ring) => crossingsAt(ring, y)).sort((a, b) => a - b)
		for (let i = 0; i + 1 < xs.length; i += 2) {
			const left = item(xs, i)
			const right = item(xs, i + 1)
			// No place has more room than half its chord.
			if (best && (right - left) / 2 <= best.room) continue
			const at: Point = [(left + right) / 2, y]
			const room = Math.min(...rings.map((ring) => roomAt(ring, at)))
			if (!best || room > best.room) best = { at, room }
		}
	}
	return best?.at ?? null
}

function crossingsAt(ring: readonly Point[], y: number): number[] {
	return ring.flatMap((a, i) => {
		const b = ring[(i + 1) % ring.length] ?? a
		return a[1] > y === b[1] > y ? [] : [a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])]
	})
}

/** Distance from a place to the nearest edge of a ring. */
function roomAt(ring: readonly Point[], [x, y]: Point): number {
	let least = Number.POSITIVE_INFINITY
	for (const [i, a] of ring.entries()) {
		const b = ring[(i + 1) % ring.length] ?? a
		const dx = b[0] - a[0]
		const dy = b[1] - a[1]
		const t = ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy || 1)
		const s = Math.min(1, Math.max(0, t))
		least = Math.min(least, Math.hypot(a[0] + s * dx - x, a[1] + s * dy - y))
	}
	return least
}
