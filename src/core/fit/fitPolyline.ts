import type { Contour } from '../path/model'
import { HIDDEN } from './chooseJoints'
import { cleaned } from './cleaned'
import { contourOf, polylineContour } from './contourOf'
import { fitSymmetric } from './fitSymmetric'
import { fitThrough } from './fitThrough'
import { fitLeaning } from './leaning'
import { prepareTrail } from './prepareTrail'

export interface FitOptions {
	readonly closed: boolean
	/** The greatest distance allowed between a point and the outline, px. */
	readonly tolerance: number
	/** Turns from here on may be corners, degrees; 22 unless said otherwise. */
	readonly cornerAngle?: number
	/** A closed one that is symmetric about a line that leans is made of one half, too; its nodes are mirror images then, and not at its outermost points. */
	readonly leaning?: boolean
}

/**
 * The outline with the fewest nodes that follows a polyline: corners and straight runs are found
 * first, then joints between them by dynamic programming over spans fitted from area and moment,
 * then all are polished together and needless ones taken out. The kinds of nodes come out of it.
 *
 * Every point ends up within the tolerance. Where the points jitter so much that half of it would
 * be spent on noise, that jitter, which is measured, comes on top of the other half.
 * @param points x0, y0, x1, y1 …, px, in order along the polyline; a closed one may repeat its first
 * @throws RangeError for points that are not finite, or a tolerance that is not above zero
 */
export function fitPolyline(points: Float64Array, options: FitOptions): Contour {
	const { closed, tolerance } = options
	if (!(tolerance > 0)) throw new RangeError(`A tolerance is above zero, not ${tolerance}.`)
	const kept = cleaned(points, closed, tolerance)
	if (kept.length < 6) return polylineContour(kept, closed)
	const symmetric = fitSymmetric(kept, closed, options)
	if (symmetric) return symmetric
	const leaning = closed && options.leaning ? fitLeaning(kept, options) : undefined
	if (leaning) return leaning.contour
	const { trail, breaks, between, limit } = prepareTrail(kept, options)
	return contourOf(trail, fitThrough(trail, breaks, between, { limit, hidden: HIDDEN }))
}
