import { type Contour, flattenContour, type Point } from '../src/core'

export { randomFrom } from '../src/core/combine/testing/randomOutlines'

/**
 * Points every `step` px along an outline, each moved by up to `jitter` px in x and y.
 * @returns x0, y0, x1, y1 …
 */
export function sampled(
	contour: Contour,
	step: number,
	jitter: number,
	random: () => number,
): Float64Array {
	const line = flattenContour(contour, 0.01)
	const points: number[] = []
	let owed = 0
	for (const [i, p] of line.entries()) {
		const q = line[i + 1]
		if (!q) break
		const length = Math.hypot(q[0] - p[0], q[1] - p[1])
		for (; owed < length; owed += step) points.push(...shaken(p, q, owed / length))
		owed -= length
	}
	return Float64Array.from(points)

	function shaken(p: Point, q: Point, t: number): Point {
		const off = () => (2 * random() - 1) * jitter
		return [p[0] + (q[0] - p[0]) * t + off(), p[1] + (q[1] - p[1]) * t + off()]
	}
}
