import { joinBoxes } from '../geometry/box'
import type { Point } from '../geometry/point'
import { contourBounds, flattenContour } from '../path/contour'
import type { Contour } from '../path/model'

/** Levels at which a region is looked through for its widest place. */
const LEVELS = 24

/**
 * A place well inside what outlines fill: the middle of the widest of some level chords, the ones
 * near the middle preferred. `null` where they fill nothing.
 * @param contours closed outlines that fill the same under either rule, px
 */
export function inmost(contours: readonly Contour[]): Point | null {
	const [first, ...rest] = contours.map(contourBounds)
	if (!first) return null
	const { minY, maxY } = rest.reduce(joinBoxes, first)
	const rings = contours.map((contour) => flattenContour(contour, (maxY - minY) / 5000 || 1))
	let best: { at: Point; width: number } | null = null
	for (let k = 0; k < LEVELS; k++) {
		const share = (k + 0.5) / LEVELS
		const y = minY + share * (maxY - minY)
		const xs = rings.flatMap((ring) => crossingsAt(ring, y)).sort((a, b) => a - b)
		for (let i = 0; i + 1 < xs.length; i += 2) {
			const left = xs[i] ?? 0
			const right = xs[i + 1] ?? 0
			// What is wide but at the very top or bottom is not well inside.
			const width = (right - left) * Math.sqrt(share * (1 - share))
			if (!best || width > best.width) best = { at: [(left + right) / 2, y], width }
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
