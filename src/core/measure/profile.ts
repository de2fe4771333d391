import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { signedArea } from '../geometry/polygon'
import { flattenContour } from '../path/contour'
import type { Contour } from '../path/model'

/** How far one outline lies from another at one place. */
export interface ProfileSample {
	/** The place on the first outline. */
	readonly at: Point
	/** px; outside it positive, inside negative, for an open outline to the left of its direction. */
	readonly off: number
}

/** Samples along an outline. */
const SAMPLES = 240
/** Outlines are taken for polygons this near to them, px. */
const FLATTEN_PX = 0.05

/**
 * The signed distance from an outline to another that follows it, at places evenly spaced along the
 * first.
 */
export function profileBetween(from: Contour, to: Contour, count = SAMPLES): ProfileSample[] {
	const line = closedUp(flattenContour(from, FLATTEN_PX), from.closed)
	const other = closedUp(flattenContour(to, FLATTEN_PX), to.closed)
	if (line.length < 2 || other.length < 2) return []
	const outward = from.closed && signedArea(line) < 0 ? -1 : 1
	const lengths = runningLengths(line)
	const whole = item(lengths, lengths.length - 1)
	const samples: ProfileSample[] = []
	let edge = 0
	for (let i = 0; i < count; i++) {
		const along = (whole * i) / (from.closed ? count : count - 1)
		while (edge + 2 < line.length && item(lengths, edge + 1) < along) edge++
		const [p, q] = [line[edge] as Point, line[edge + 1] as Point]
		const reach = Math.hypot(q[0] - p[0], q[1] - p[1])
		const t = reach > 0 ? Math.min(1, (along - item(lengths, edge)) / reach) : 0
		const at: Point = [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]
		const near = nearest(at)
		const side = (q[0] - p[0]) * (near[1] - at[1]) - (q[1] - p[1]) * (near[0] - at[0])
		const away = Math.hypot(near[0] - at[0], near[1] - at[1])
		samples.push({ at, off: side > 0 ? -outward * away : outward * away })
	}
	return samples

	/** The nearest place of the other outline. */
	function nearest([x, y]: Point): Point {
		let best: Point = other[0] as Point
		let least = Number.POSITIVE_INFINITY
		for (let k = 0; k + 1 < other.length; k++) {
			const [p, q] = [other[k] as Point, other[k + 1] as Point]
			const [dx, dy] = [q[0] - p[0], q[1] - p[1]]
			const d2 = dx * dx + dy * dy
			const t = d2 > 0 ? Math.max(0, Math.min(1, ((x - p[0]) * dx + (y - p[1]) * dy) / d2)) : 0
			const away = (p[0] + t * dx - x) ** 2 + (p[1] + t * dy - y) ** 2
			if (away >= least) continue
			least = away
			best = [p[0] + t * dx, p[1] + t * dy]
		}
		return best
	}
}

function closedUp(line: readonly Point[], closed: boolean): Point[] {
	const first = line[0]
	const last = line.at(-1)
	const open = !first || !last || (first[0] === last[0] && first[1] === last[1])
	return closed && !open ? [...line, first as Point] : [...line]
}

function runningLengths(line: readonly Point[]): number[] {
	const lengths = [0]
	for (let i = 1; i < line.length; i++) {
		const [p, q] = [line[i - 1] as Point, line[i] as Point]
		lengths.push(item(lengths, i - 1) + Math.hypot(q[0] - p[0], q[1] - p[1]))
	}
	return lengths
}
