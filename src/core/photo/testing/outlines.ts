import type { Contour } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'

/** Outlines for tests. */

export const outline = (d: string) => parsePathData(d)[0] as Contour

/** A circle of four smooth nodes; its own way round, clockwise on screen. */
export function ring(x: number, y: number, r: number): Contour {
	const k = 0.5523 * r
	return outline(
		`M${x - r} ${y}C${x - r} ${y - k} ${x - k} ${y - r} ${x} ${y - r}S${x + r} ${y - k} ${x + r} ${y}S${x + k} ${y + r} ${x} ${y + r}S${x - r} ${y + k} ${x - r} ${y}Z`,
	)
}
