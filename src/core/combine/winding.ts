import type { Point } from '../geometry/point'
import type { Contour, FillRule } from '../path/model'
import { sourcesOf } from './sources'

/** A curve is halved at most this often; what is left then is far below the numbers' precision. */
const DEEPEST = 48

/**
 * How often outlines wind round a point, clockwise on screen counted positive. Exact for curves:
 * a stretch that lies beside the point counts by its ends alone, one that does not is halved.
 * @param contours outlines in px, y down; open ones are closed by a straight segment
 * @param p a point that lies on no outline; on one, the answer may be that of either side
 */
export function windingNumber(contours: readonly Contour[], [px, py]: Point): number {
	return sourcesOf(contours).reduce((sum, { cubic: [a, b, c, d] }) => {
		return sum + passes(a[0], a[1], b[0], b[1], c[0], c[1], d[0], d[1], 0)
	}, 0)

	function passes(
		ax: number,
		ay: number,
		bx: number,
		by: number,
		cx: number,
		cy: number,
		dx: number,
		dy: number,
		depth: number,
	): number {
		if (Math.max(ay, by, cy, dy) < py || Math.min(ay, by, cy, dy) > py) return 0
		if (Math.max(ax, bx, cx, dx) < px) return 0
		if (Math.min(ax, bx, cx, dx) > px || depth === DEEPEST)
			return ay <= py === dy <= py ? 0 : dy > ay ? 1 : -1
		const abx = (ax + bx) / 2
		const aby = (ay + by) / 2
		const bcx = (bx + cx) / 2
		const bcy = (by + cy) / 2
		const cdx = (cx + dx) / 2
		const cdy = (cy + dy) / 2
		const ex = (abx + bcx) / 2
		const ey = (aby + bcy) / 2
		const fx = (bcx + cdx) / 2
		const fy = (bcy + cdy) / 2
		const mx = (ex + fx) / 2
		const my = (ey + fy) / 2
		return (
			passes(ax, ay, abx, aby, ex, ey, mx, my, depth + 1) +
			passes(mx, my, fx, fy, cdx, cdy, dx, dy, depth + 1)
		)
	}
}

/** Whether outlines fill a point under a rule (see {@link windingNumber}). */
export function contains(
	contours: readonly Contour[],
	p: Point,
	rule: FillRule = 'nonzero',
): boolean {
	const winding = windingNumber(contours, p)
	return rule === 'nonzero' ? winding !== 0 : winding % 2 !== 0
}
