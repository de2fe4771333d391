import { fitPolyline } from '../../fit/fitPolyline'
import { item } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import type { Contour } from '../../path/model'
import type { EdgeField } from '../edge/edgeField'
import { edgesAlong } from '../edge/edgesAlong'

/** An edge belongs to the boundary of pixels if it is not further from it than this, px. */
const REACH_PX = 2.5
/** The direction of the boundary is that of its places so many further and back. */
const AROUND = 7
/** Places keep with the middle one of so many on either side, or go there if they are further off than this, px. */
const COMPANY = 6
const ASTRAY_PX = 0.6

/**
 * The outline of a boundary between pixels: its places moved onto the photo's edge, and a fit of them.
 * @param ring as `ringsOf` gives it
 * @param tolerance px
 */
export function outlineOf(ring: readonly Point[], field: EdgeField, tolerance: number): Contour {
	const places = onEdges(ring, field)
	return fitPolyline(Float64Array.from(places.flat()), { closed: true, tolerance })
}

/** The places of a ring of pixels' sides on the edge beside them, subpixel; without stairs where there is none. */
function onEdges(ring: readonly Point[], field: EdgeField): Point[] {
	const n = ring.length
	const at = (i: number) => item(ring, (i + n * AROUND) % n)
	const smooth = ring.map((_, i): Point => {
		let [x, y, whole] = [0, 0, 0]
		for (let k = -COMPANY; k <= COMPANY; k++) {
			const weight = COMPANY + 1 - Math.abs(k)
			x += weight * at(i + k)[0]
			y += weight * at(i + k)[1]
			whole += weight
		}
		return [x / whole, y / whole]
	})
	if (n < 2 * AROUND + 2) return smooth
	const normals = ring.map((_, i): Point => {
		const [a, b] = [at(i - AROUND), at(i + AROUND)]
		const size = distance(a, b) || 1
		return [(b[1] - a[1]) / size, -(b[0] - a[0]) / size]
	})
	const crossed = smooth.map(([x, y], i) => {
		const [nx, ny] = item(normals, i)
		return edgesAlong(field, x, y, nx, ny, -REACH_PX, REACH_PX)
	})
	// Most of the boundary, near by, is dark on one side: so is this.
	const lighter = crossed.map((edges) =>
		edges.reduce((sum, edge) => sum + edge.lighter * Math.max(0.1, edge.clear), 0),
	)
	const offsets = crossed.map((edges, i) => {
		let side = 0
		for (let k = -3 * AROUND; k <= 3 * AROUND; k++)
			side += lighter[(i + k + 3 * AROUND * n) % n] ?? 0
		const worth = (edge: (typeof edges)[number]) => edge.clear - Math.abs(edge.t)
		const fitting = edges.filter((edge) => edge.lighter === Math.sign(side))
		return fitting.sort((a, b) => worth(b) - worth(a))[0]?.t
	})
	return smooth.map(([x, y], i) => {
		const company: number[] = []
		for (let k = -COMPANY; k <= COMPANY; k++) {
			const off = offsets[(i + k + n) % n]
			if (off !== undefined) company.push(off)
		}
		company.sort((a, b) => a - b)
		const middle = company.length > COMPANY ? (company[company.length >> 1] ?? 0) : 0
		const own = offsets[i] ?? middle
		const off = Math.abs(own - middle) > ASTRAY_PX ? middle : own
		const [nx, ny] = item(normals, i)
		return [x + off * nx, y + off * ny]
	})
}
