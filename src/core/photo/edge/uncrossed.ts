import { isSelfCrossing } from '../../combine/selfCrossing'
import { type Box, boxContains, boxesTouch, joinBoxes } from '../../geometry/box'
import { item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { ringWinding } from '../../geometry/polygon'
import { boundsOf } from '../../path/contour'
import { indexBoxes, ringedOf } from '../../path/enclosing'
import type { Contour } from '../../path/model'

/** Outlines that came to cross themselves, or each other, stay as they were. */
export function uncrossed(fitted: readonly Contour[], begun: readonly Contour[]): Contour[] {
	const whole = fitted.map((contour, k) => {
		const before = item(begun, k)
		return isSelfCrossing(contour) && !isSelfCrossing(before) ? before : contour
	})
	// Where one is put back it lies as it did: what may cross it lies by either.
	const boxes = whole.map((contour, k) => joinBoxes(boundsOf(contour), boundsOf(item(begun, k))))
	const index = indexBoxes(boxes)
	for (let k = 0; k < whole.length; k++) {
		const { minX, minY, maxX, maxY } = item(boxes, k)
		for (const other of index.search(minX, minY, maxX, maxY, (n) => n > k).sort((a, b) => a - b)) {
			if (!cross(item(whole, k), item(whole, other))) continue
			if (cross(item(begun, k), item(begun, other))) continue
			whole[k] = item(begun, k)
			whole[other] = item(begun, other)
		}
	}
	return whole
}

/** Whether two outlines cross: as polylines, by the lines that leave them. */
function cross(a: Contour, b: Contour): boolean {
	const [boxA, boxB] = [boundsOf(a), boundsOf(b)]
	if (!boxesTouch(boxA, boxB)) return false
	const [p, q] = [ringedOf(a).ring, ringedOf(b).ring]
	const mixed = (points: readonly Point[], ring: readonly Point[], box: Box) => {
		const within = points.filter((at) => boxContains(box, at) && ringWinding(ring, at) !== 0).length
		return within > 0 && within < points.length
	}
	return mixed(p, q, boxB) || mixed(q, p, boxA)
}
