import type { Box } from './box'
import { mix, type Point } from './point'

/**
 * The part of a ring's polygon within a box (Sutherland & Hodgman, *Reentrant polygon clipping*, 1974). Where it
 * falls apart, the parts stay joined along the box's sides: there the ring runs to and fro and holds nothing.
 * @returns fewer than three points where nothing lies within
 */
export function clipRing(ring: readonly Point[], { minX, minY, maxX, maxY }: Box): Point[] {
	let left = ring
	for (const [axis, edge, sign] of [
		[0, minX, 1],
		[0, maxX, -1],
		[1, minY, 1],
		[1, maxY, -1],
	] as const) {
		const inside = (p: Point) => sign * (p[axis] - edge) >= 0
		left = left.flatMap((p, i): Point[] => {
			const before = left[(i + left.length - 1) % left.length] ?? p
			const crosses = inside(before) !== inside(p)
			const cut = () => mix(before, p, (edge - before[axis]) / (p[axis] - before[axis]))
			return [...(crosses ? [cut()] : []), ...(inside(p) ? [p] : [])]
		})
	}
	return [...left]
}
