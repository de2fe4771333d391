import { isSelfCrossing } from '../../combine/selfCrossing'
import type { Box } from '../../geometry/box'
import { item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { ringWinding } from '../../geometry/polygon'
import { contourBounds, flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'

/** Outlines that came to cross themselves, or each other, stay as they were. */
export function uncrossed(fitted: readonly Contour[], begun: readonly Contour[]): Contour[] {
	const whole = fitted.map((contour, k) => {
		const before = item(begun, k)
		return isSelfCrossing(contour) && !isSelfCrossing(before) ? before : contour
	})
	for (let k = 0; k < whole.length; k++)
		for (let other = k + 1; other < whole.length; other++) {
			if (!cross(item(whole, k), item(whole, other))) continue
			if (cross(item(begun, k), item(begun, other))) continue
			whole[k] = item(begun, k)
			whole[other] = item(begun, other)
		}
	return whole
}

/** Whether two outlines cross: as polylines, by the lines that leave them. */
function cross(a: Contour, b: Contour): boolean {
	const [boxA, boxB] = [contourBounds(a), contourBounds(b)]
	if (boxA.maxX < boxB.minX || boxB.maxX < boxA.minX) return false
	if (boxA.maxY < boxB.minY || boxB.maxY < boxA.minY) return false
	const [p, q] = [flattenContour(a), flattenContour(b)]
	const mixed = (
		points: readonly Point[],
		ring: readonly Point[],
		{ minX, minY, maxX, maxY }: Box,
	) => {
		const within = points.filter(
			(at) =>
				at[0] >= minX &&
				at[0] <= maxX &&
				at[1] >= minY &&
				at[1] <= maxY &&
				ringWinding(ring, at) !== 0,
		).length
		return within > 0 && within < points.length
	}
	return mixed(p, q, boxB) || mixed(q, p, boxA)
}
