import { item } from '../geometry/numbers'
import { flattenContour } from '../path/contour'
import type { Contour, FillRule } from '../path/model'

/** Pixels over a part of a plane. */
export interface Grid {
	/** Where the first pixel begins, px of the plane. */
	readonly left: number
	readonly top: number
	/** Px of the plane for one pixel. */
	readonly factor: number
	readonly width: number
	readonly height: number
}

/** Outlines are looked at so finely, px. */
const FINE_PX = 0.2

/** 1 for each pixel whose middle lies in what outlines fill; open ones are closed straight across. */
export function insideOf(
	contours: readonly Contour[],
	{ left, top, factor, width, height }: Grid,
	rule: FillRule = 'evenodd',
): Uint8Array {
	const rows: { readonly x: number; readonly turn: number }[][] = Array.from(
		{ length: height },
		() => [],
	)
	for (const contour of contours) {
		const ring = flattenContour(contour, Math.max(FINE_PX, FINE_PX * factor))
		for (const [n, a] of ring.entries()) {
			const b = item(ring, (n + 1) % ring.length)
			const [upper, lower] = a[1] < b[1] ? [a, b] : [b, a]
			const first = Math.max(0, Math.ceil((upper[1] - top) / factor - 0.5))
			const last = Math.min(height - 1, Math.ceil((lower[1] - top) / factor - 0.5) - 1)
			for (let j = first; j <= last; j++) {
				const t = (top + (j + 0.5) * factor - upper[1]) / (lower[1] - upper[1])
				const x = (upper[0] + t * (lower[0] - upper[0]) - left) / factor
				rows[j]?.push({ x, turn: a[1] < b[1] ? 1 : -1 })
			}
		}
	}
	const inside = new Uint8Array(width * height)
	for (const [j, crossings] of rows.entries()) {
		crossings.sort((p, q) => p.x - q.x)
		let winding = 0
		for (const [n, { x, turn }] of crossings.entries()) {
			winding += rule === 'evenodd' ? 1 : turn
			const next = crossings[n + 1]
			if (!next || (rule === 'evenodd' ? winding % 2 === 0 : winding === 0)) continue
			const from = Math.max(0, Math.ceil(x - 0.5))
			const to = Math.min(width, Math.ceil(next.x - 0.5))
			if (to > from) inside.fill(1, j * width + from, j * width + to)
		}
	}
	return inside
}
