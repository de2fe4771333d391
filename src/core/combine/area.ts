import type { Cubic } from '../geometry/cubic'
import { cross, distance } from '../geometry/point'

/**
 * The signed area that closed runs of cubics enclose, px², positive when they run clockwise on
 * screen: Green's theorem, exact for cubics.
 */
export function controlArea(curves: readonly Cubic[]): number {
	return curves.reduce(
		(sum, [a, b, c, d]) =>
			sum +
			(6 * cross(a, b) +
				3 * cross(a, c) +
				cross(a, d) +
				3 * cross(b, c) +
				3 * cross(b, d) +
				6 * cross(c, d)) /
				20,
		0,
	)
}

/** Length round the control points, px: never less than the curve's. */
export function controlLength([a, b, c, d]: Cubic): number {
	return distance(a, b) + distance(b, c) + distance(c, d)
}
