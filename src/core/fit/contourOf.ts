import { at } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, type PathNode } from '../path/model'
import type { Fit } from './fitThrough'
import type { Trail } from './trail'

/** A fit as an outline: its joints are the nodes, and their handles show the kinds. */
export function contourOf({ centre: [cx, cy], closed }: Trail, { joints, spans }: Fit): Contour {
	const nodes = joints.map((joint, k): PathNode => {
		const before = spans[k - 1] ?? (closed ? spans.at(-1) : undefined)
		const after = spans[k]
		const place: Point = [joint.x + cx, joint.y + cy]
		const reach = (x: number, y: number, by: number): Point => [
			place[0] + x * by,
			place[1] + y * by,
		]
		return {
			id: newId(),
			at: place,
			...(before && !before.straight && { in: reach(joint.inX, joint.inY, -before.end) }),
			...(after && !after.straight && { out: reach(joint.outX, joint.outY, after.start) }),
			kind: 'corner',
		}
	})
	return inferKinds({ id: newId(), nodes, closed })
}

/** The outline through these points with straight segments. */
export function polylineContour(points: Float64Array, closed: boolean): Contour {
	const nodes = Array.from({ length: points.length / 2 }, (_, i): PathNode => {
		return { id: newId(), at: [at(points, 2 * i), at(points, 2 * i + 1)], kind: 'corner' }
	})
	return { id: newId(), nodes, closed }
}
