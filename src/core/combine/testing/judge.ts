import { EMPTY_BOX, joinBoxes } from '../../geometry/box'
import { contourHull, flattenContour } from '../../path/contour'
import type { Contour, FillRule } from '../../path/model'
import { controlArea } from '../area'
import type { Operation } from '../clip'
import { sourcesOf } from '../sources'

/** Test support: judges a combination by sampling what is filled, row by row. */

/** Places on a side of the square that is sampled, where it is not said. */
const SIDE = 192

interface Row {
	readonly xs: number[]
	readonly signs: number[]
}

/** What is filled of some outlines, sampled at the middles of a grid over a box. */
interface Raster {
	readonly filled: Uint8Array
	/** Samples nearer to an edge than the tolerance, whose answer says nothing. */
	readonly unsure: Uint8Array
}

export interface Frame {
	readonly x: number
	readonly y: number
	readonly size: number
	/** Samples along a side. */
	readonly side: number
}

/** A square that holds all outlines. */
export function frameOf(contours: readonly Contour[], side = SIDE): Frame {
	const { minX, minY, maxX, maxY } = contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
	const size = Math.max(maxX - minX, maxY - minY) * 1.02 || 1
	return { x: (minX + maxX - size) / 2, y: (minY + maxY - size) / 2, size, side }
}

/** Samples what outlines fill; edges nearer than `tolerance` (a share of the frame) are unsure. */
function sampleFill(
	contours: readonly Contour[],
	rule: FillRule,
	frame: Frame,
	tolerance = 1e-4,
): Raster {
	const { side } = frame
	const rows: Row[] = Array.from({ length: side }, () => ({ xs: [], signs: [] }))
	const filled = new Uint8Array(side * side)
	const unsure = new Uint8Array(side * side)
	const step = frame.size / side
	for (const contour of contours) {
		const ring = flattenContour(contour, (frame.size * tolerance) / 3)
		for (const [i, a] of ring.entries()) {
			const b = ring[(i + 1) % ring.length] ?? a
			const from = (Math.min(a[1], b[1]) - frame.y) / step - 0.5
			const to = (Math.max(a[1], b[1]) - frame.y) / step - 0.5
			for (let r = Math.max(0, Math.ceil(from)); r <= to && r < side; r++) {
				const y = frame.y + (r + 0.5) * step
				if (a[1] <= y === b[1] <= y) continue
				rows[r]?.xs.push(a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]))
				rows[r]?.signs.push(b[1] > a[1] ? 1 : -1)
			}
		}
		markNear(ring, frame, tolerance * frame.size, unsure)
	}
	for (const [r, { xs, signs }] of rows.entries()) {
		const order = [...xs.keys()].sort((i, j) => (xs[i] ?? 0) - (xs[j] ?? 0))
		let winding = 0
		let next = 0
		for (let c = 0; c < side; c++) {
			const x = frame.x + (c + 0.5) * step
			while (next < order.length && (xs[order[next] ?? 0] ?? 0) <= x)
				winding += signs[order[next++] ?? 0] ?? 0
			filled[r * side + c] = rule === 'nonzero' ? +(winding !== 0) : Math.abs(winding) % 2
		}
	}
	return { filled, unsure }
}

function markNear(
	ring: readonly (readonly [number, number])[],
	frame: Frame,
	reach: number,
	unsure: Uint8Array,
): void {
	const { side } = frame
	const step = frame.size / side
	for (const [i, a] of ring.entries()) {
		const b = ring[(i + 1) % ring.length] ?? a
		const cell = (v: number, origin: number) => (v - origin) / step - 0.5
		const r0 = Math.max(0, Math.ceil(cell(Math.min(a[1], b[1]) - reach, frame.y)))
		const r1 = Math.min(side - 1, Math.floor(cell(Math.max(a[1], b[1]) + reach, frame.y)))
		const length = Math.hypot(b[0] - a[0], b[1] - a[1])
		for (let r = r0; r <= r1; r++) {
			const y = frame.y + (r + 0.5) * step
			const c0 = Math.max(0, Math.ceil(cell(Math.min(a[0], b[0]) - reach, frame.x)))
			const c1 = Math.min(side - 1, Math.floor(cell(Math.max(a[0], b[0]) + reach, frame.x)))
			for (let c = c0; c <= c1; c++) {
				const x = frame.x + (c + 0.5) * step
				const off =
					length > 0
						? Math.abs((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / length
						: Math.hypot(x - a[0], y - a[1])
				if (off <= reach) unsure[r * side + c] = 1
			}
		}
	}
}

/** px² that outlines enclose, openings that run against them taken off; clockwise positive. */
export function enclosed(contours: readonly Contour[]): number {
	return controlArea(sourcesOf(contours).map(({ cubic }) => cubic))
}

const TRUTH: Record<Operation, (s: number, c: number) => number> = {
	'cut-out': (s, c) => s & ~c & 1,
	merge: (s, c) => s | c,
	overlap: (s, c) => s & c,
	exclude: (s, c) => s ^ c,
}

/**
 * How many of the samples that are sure a result gets wrong.
 * @param under the rules by which the result is filled; the worse counts
 */
export function wrongSamples(
	op: Operation,
	subject: readonly Contour[],
	clip: readonly Contour[],
	result: readonly Contour[],
	rules: { subject: FillRule; clip: FillRule } = { subject: 'nonzero', clip: 'nonzero' },
	side = SIDE,
	under: readonly FillRule[] = ['nonzero', 'evenodd'],
): number {
	const frame = frameOf([...subject, ...clip], side)
	const s = sampleFill(subject, rules.subject, frame)
	const c = sampleFill(clip, rules.clip, frame)
	return Math.max(
		...under.map((rule) => {
			const r = sampleFill(result, rule, frame)
			let wrong = 0
			for (let i = 0; i < r.filled.length; i++) {
				if (s.unsure[i] || c.unsure[i]) continue
				if (TRUTH[op](s.filled[i] ?? 0, c.filled[i] ?? 0) !== r.filled[i]) wrong++
			}
			return wrong
		}),
	)
}
