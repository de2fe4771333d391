import { floatAt } from '../../geometry/numbers'
import { flattenContour } from '../../path/contour'
import type { Contour, FillRule } from '../../path/model'

/** So many lines across each row of pixels; along a line coverage is exact. */
const LINES = 8
/** Outlines are looked at so finely, px. */
const FINE_PX = 0.05

/**
 * How much of each pixel some outlines fill, 0 to 1, row-major.
 * @param contours px of the picture; open ones are closed straight across
 */
export function coverageOf(
	contours: readonly Contour[],
	rule: FillRule,
	width: number,
	height: number,
): Float32Array {
	const cover = new Float32Array(width * height)
	const lines = new Map<number, { readonly x: number; readonly turn: number }[]>()
	for (const contour of contours) {
		const ring = flattenContour(contour, FINE_PX)
		for (const [n, a] of ring.entries()) {
			const b = ring[(n + 1) % ring.length] ?? a
			const [upper, lower] = a[1] < b[1] ? [a, b] : [b, a]
			const first = Math.max(0, Math.ceil(upper[1] * LINES - 0.5))
			const last = Math.min(height * LINES - 1, Math.ceil(lower[1] * LINES - 0.5) - 1)
			for (let line = first; line <= last; line++) {
				const t = ((line + 0.5) / LINES - upper[1]) / (lower[1] - upper[1])
				const x = upper[0] + t * (lower[0] - upper[0])
				const all = lines.get(line) ?? []
				all.push({ x, turn: a[1] < b[1] ? 1 : -1 })
				lines.set(line, all)
			}
		}
	}
	for (const [line, crossings] of lines) {
		crossings.sort((a, b) => a.x - b.x)
		const row = Math.floor(line / LINES) * width
		let winding = 0
		for (const [k, { x, turn }] of crossings.entries()) {
			winding += turn
			const filled = rule === 'nonzero' ? winding !== 0 : winding % 2 !== 0
			if (filled) addSpan(cover, row, width, x, crossings[k + 1]?.x ?? x)
		}
	}
	return cover
}

function addSpan(cover: Float32Array, row: number, width: number, from: number, to: number): void {
	const [a, b] = [Math.max(0, from), Math.min(width, to)]
	const share = 1 / LINES
	for (let x = Math.floor(a); x < b; x++) {
		const part = Math.min(b, x + 1) - Math.max(a, x)
		const at = row + x
		cover[at] = Math.min(1, floatAt(cover, at) + share * part)
	}
}
