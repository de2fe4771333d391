import type { Point } from './point'

/** An affine map in SVG's order: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0]

export function applyAffine(m: Affine, [x, y]: Point): Point {
	return [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]]
}

/** The map that does `inner` first, then `outer`. */
export function composeAffine(outer: Affine, inner: Affine): Affine {
	const [a, b, c, d, e, f] = outer
	return [
		a * inner[0] + c * inner[1],
		b * inner[0] + d * inner[1],
		a * inner[2] + c * inner[3],
		b * inner[2] + d * inner[3],
		a * inner[4] + c * inner[5] + e,
		b * inner[4] + d * inner[5] + f,
	]
}

/** The inverse map, or `null` where the map flattens the plane. */
export function invertAffine(m: Affine): Affine | null {
	const [a, b, c, d, e, f] = m
	const det = a * d - b * c
	if (!Number.isFinite(1 / det)) return null
	return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det]
}
