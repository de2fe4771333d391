import { contains } from '../combine/winding'
import type { Contour } from '../path/model'

/** In how many other outlines each lies: what stands in an odd number of them is an opening. */
export function depthsOf(contours: readonly Contour[]): number[] {
	return contours.map((contour) => {
		const [first] = contour.nodes
		if (!first) return 0
		return contours.filter(
			(other) => other !== contour && other.closed && contains([other], first.at, 'evenodd'),
		).length
	})
}
