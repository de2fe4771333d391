import type { Contour } from '../path/model'
import { windingRegions } from './windingRegions'

/**
 * Whether an outline crosses itself. Where two strands cross, the regions round the crossing differ
 * by two in how often the outline winds round them; an outline that at most touches itself winds
 * round everything inside once, the same way.
 * @param contour in px; an open one is closed by a straight segment
 */
export function isSelfCrossing(contour: Contour): boolean {
	const windings = windingRegions([contour]).map(({ winding }) => winding)
	return Math.max(0, ...windings) - Math.min(0, ...windings) > 1
}
