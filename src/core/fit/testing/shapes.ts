import fc from 'fast-check'
import type { Point } from '../../geometry/point'

/** Polylines for the tests of fitting. */

export function flat(points: readonly Point[]): Float64Array {
	return Float64Array.from(points.flat())
}

export function circle(radius: number, count = Math.round(2 * Math.PI * radius)): Point[] {
	return Array.from({ length: count }, (_, i) => {
		const angle = (i / count) * 2 * Math.PI + 0.3
		return [500 + radius * Math.cos(angle), 400 + radius * Math.sin(angle)]
	})
}

/** The closed polygon with points every `step` px along its edges. */
export function alongEdges(corners: readonly Point[], step = 1): Point[] {
	return corners.flatMap((p, i) => {
		const q = corners[(i + 1) % corners.length] ?? p
		const count = Math.round(Math.hypot(q[0] - p[0], q[1] - p[1]) / step)
		return Array.from({ length: count }, (_, k): Point => {
			const t = k / count
			return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]
		})
	})
}

export function roundedRectangle(width: number, height: number, radius: number): Point[] {
	const arc = (x: number, y: number, from: number): Point[] =>
		Array.from({ length: Math.round((radius * Math.PI) / 2) + 1 }, (_, i) => {
			const angle = from + (i / Math.round((radius * Math.PI) / 2)) * (Math.PI / 2)
			return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
		})
	const [w, h, r] = [width, height, radius]
	const quarter = Math.PI / 2
	const turns = [
		arc(w - r, r, -quarter),
		arc(w - r, h - r, 0),
		arc(r, h - r, quarter),
		arc(r, r, 2 * quarter),
	]
	return turns.flatMap((turn, i) => {
		const to = turns[(i + 1) % 4]?.[0]
		const from = turn.at(-1)
		if (!from || !to) return turn
		const straight = alongEdges([from, to]).slice(1)
		return [...turn, ...straight.slice(0, Math.floor(straight.length / 2))]
	})
}

/** Each point moved by up to `by` px in x and y, the same for the same seed. */
export function jittered(points: readonly Point[], by: number, seed: number): Point[] {
	let state = seed + 1
	const off = () => {
		state = (Math.imul(state, 1664525) + 1013904223) >>> 0
		return ((state / 2 ** 32) * 2 - 1) * by
	}
	return points.map(([x, y]) => [x + off(), y + off()])
}

/** Smooth closed curves: circles of 60 to 300 px with up to five waves on them. */
export const anySmoothCurve: fc.Arbitrary<Point[]> = fc
	.record({
		radius: fc.double({ min: 60, max: 300, noNaN: true }),
		waves: fc.array(
			fc.record({
				height: fc.double({ min: -0.08, max: 0.08, noNaN: true }),
				phase: fc.double({ min: 0, max: 6, noNaN: true }),
			}),
			{ minLength: 1, maxLength: 5 },
		),
	})
	.map(({ radius, waves }) => {
		const count = Math.round(2 * Math.PI * radius)
		return Array.from({ length: count }, (_, i): Point => {
			const angle = (i / count) * 2 * Math.PI
			const r = waves.reduce(
				(sum, { height, phase }, k) => sum + radius * height * Math.cos((k + 1) * angle + phase),
				radius,
			)
			return [500 + r * Math.cos(angle), 400 + r * Math.sin(angle)]
		})
	})
