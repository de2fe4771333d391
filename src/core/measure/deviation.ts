import Flatbush from 'flatbush'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { flattenContour } from '../path/contour'
import type { Contour } from '../path/model'
import { assertWorkable } from '../path/reach'

/** How far outlines lie from each other, px. */
export interface Deviation {
	readonly max: number
	readonly mean: number
	readonly p95: number
	/** Where the greatest distance was found. */
	readonly worst?: Point
}

/** Curves are taken for polygons this near to them, px, or for this share of the outlines' size. */
const FLATTEN_PX = 0.02
const FLATTEN_SHARE = 1e-5
/** Samples along an outline for every such share of its size. */
const SAMPLE_SHARE = 1 / 1500

/**
 * The distance between two sets of outlines: from evenly spaced points of each to the nearest of
 * the other, both ways, so that what one has and the other lacks counts too.
 * @returns px; zeros if either has nothing to measure
 */
export function deviation(a: readonly Contour[], b: readonly Contour[]): Deviation {
	const size = sizeOf([...a, ...b])
	const tolerance = Math.max(FLATTEN_SHARE * size, Math.min(FLATTEN_PX, FLATTEN_PX * size))
	return deviationBySteps(a, b, Math.max(size * SAMPLE_SHARE, 1e-12), tolerance)
}

/**
 * The same, measured as finely as asked.
 * @param step px between points along the outlines
 * @throws {RangeError} where a coordinate is no number, or far beyond any sheet
 * @param tolerance how near polygons that stand for curves lie to them, px
 */
export function deviationBySteps(
	a: readonly Contour[],
	b: readonly Contour[],
	step: number,
	tolerance: number,
): Deviation {
	assertWorkable(a)
	assertWorkable(b)
	const [linesA, linesB] = [a, b].map((set) => set.map((c) => flattenContour(c, tolerance)))
	const found = [
		...distances(linesA ?? [], linesB ?? [], step),
		...distances(linesB ?? [], linesA ?? [], step),
	]
	if (found.length === 0) return { max: 0, mean: 0, p95: 0 }
	const sorted = found.toSorted((p, q) => p.away - q.away)
	const worst = item(sorted, sorted.length - 1)
	return {
		max: worst.away,
		mean: found.reduce((sum, { away }) => sum + away, 0) / found.length,
		p95: item(sorted, Math.floor(0.95 * (sorted.length - 1))).away,
		worst: worst.at,
	}
}

interface Away {
	readonly at: Point
	readonly away: number
}

/** Evenly spaced points along polylines, each with its distance from the nearest of others. */
export function distances(
	from: readonly (readonly Point[])[],
	to: readonly (readonly Point[])[],
	step: number,
): Away[] {
	const edges = to.flatMap((line) =>
		line.length === 1 && line[0]
			? [[line[0], line[0]] as const]
			: line.slice(1).map((q, i) => [line[i] as Point, q] as const),
	)
	if (edges.length === 0) return []
	const index = new Flatbush(edges.length)
	for (const [p, q] of edges)
		index.add(
			Math.min(p[0], q[0]),
			Math.min(p[1], q[1]),
			Math.max(p[0], q[0]),
			Math.max(p[1], q[1]),
		)
	index.finish()
	const found: Away[] = []
	for (const line of from) {
		let reach = Number.POSITIVE_INFINITY
		let before: Point | undefined
		for (const at of spaced(line, step)) {
			// From one point to the next the distance grows by no more than the step between them.
			if (before) reach += Math.hypot(at[0] - before[0], at[1] - before[1])
			const near =
				reach < Number.POSITIVE_INFINITY
					? index.search(at[0] - reach, at[1] - reach, at[0] + reach, at[1] + reach)
					: edges.map((_, i) => i)
			let away = Number.POSITIVE_INFINITY
			for (const i of near) away = Math.min(away, fromEdge(at, edges[i] as readonly [Point, Point]))
			if (away === Number.POSITIVE_INFINITY) away = reach
			found.push({ at, away })
			reach = away * (1 + 1e-9) + 1e-12
			before = at
		}
	}
	return found
}

function* spaced(line: readonly Point[], step: number): Generator<Point> {
	for (const [i, p] of line.entries()) {
		yield p
		const q = line[i + 1]
		if (!q) return
		const parts = Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1]) / step)
		for (let k = 1; k < parts; k++)
			yield [p[0] + ((q[0] - p[0]) * k) / parts, p[1] + ((q[1] - p[1]) * k) / parts]
	}
}

function fromEdge([x, y]: Point, [p, q]: readonly [Point, Point]): number {
	const dx = q[0] - p[0]
	const dy = q[1] - p[1]
	const d2 = dx * dx + dy * dy
	const t = d2 > 0 ? Math.max(0, Math.min(1, ((x - p[0]) * dx + (y - p[1]) * dy) / d2)) : 0
	return Math.hypot(x - p[0] - t * dx, y - p[1] - t * dy)
}

function sizeOf(contours: readonly Contour[]): number {
	let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
	for (const { nodes } of contours)
		for (const { at } of nodes) {
			minX = Math.min(minX, at[0])
			maxX = Math.max(maxX, at[0])
			minY = Math.min(minY, at[1])
			maxY = Math.max(maxY, at[1])
		}
	return maxX >= minX ? Math.hypot(maxX - minX, maxY - minY) : 0
}
