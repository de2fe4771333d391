import { MM_PER_INCH } from '../geometry/lengths'
import type { Sheet } from '../path/model'

/** A px is so many mm where no real size was measured: CSS's, 96 to the inch. */
const CSS_PX_PER_INCH = 96
const POINTS_PER_INCH = 72

/** How large one px of the sheet goes out, mm. */
export function mmPerPx({ mmPerPx: measured }: Pick<Sheet, 'mmPerPx'>): number {
	return measured ?? MM_PER_INCH / CSS_PX_PER_INCH
}

/** How large one px of the sheet goes out, points of a 72nd of an inch. */
export function pointsPerPx(sheet: Pick<Sheet, 'mmPerPx'>): number {
	return (mmPerPx(sheet) * POINTS_PER_INCH) / MM_PER_INCH
}
