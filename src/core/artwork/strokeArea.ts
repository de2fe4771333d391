import { outlineStroke } from '../combine/offset'
import { dashesOf } from '../path/dashes'
import type { Contour, Stroke } from '../path/model'

/** A line thinner than this is nothing to see at any zoom, px. */
const UNSEEN_PX = 1e-5

/**
 * What a line along outlines covers, dash by dash.
 * @returns closed outlines that fill the same under either rule
 */
export function strokeArea(contours: readonly Contour[], stroke: Stroke): Contour[] {
	const { width, cap = 'butt', join = 'miter', miterLimit = 4 } = stroke
	if (width < UNSEEN_PX) return []
	const drawn = contours.flatMap((contour) => dashesOf(contour, stroke))
	return outlineStroke(drawn, width, { cap, join, miterLimit, tolerance: width / 200 })
}
