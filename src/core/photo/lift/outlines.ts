import { fitPolyline } from '../../fit/fitPolyline'
import { item } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { signedArea } from '../../geometry/polygon'
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

/** Places waver by how much they differ from an arc of so many on either side. */
const ARC = 12
/** The bumps of a boundary are so many times higher than it wavers at the median, … */
const WAVERS = 14
/** … and no outline leaves it by more than this part of the shape's width. */
const WIDTHS = 5

/**
 * The outline of a boundary between pixels: its places moved onto the photo's edge, and a fit of them.
 * @param ring as `ringsOf` gives it
 * @param tolerance px
 */
export function outlineOf(ring: readonly Point[], field: EdgeField, tolerance: number): Contour {
	const places = onEdges(ring, field)
	const loose = Math.max(tolerance, Math.min(WAVERS * waver(places), widthOf(places) / WIDTHS))
	return fitPolyline(Float64Array.from(places.flat()), { closed: true, tolerance: loose })
}

/**
 * How far places waver about an arc through those round them, at the median, px: little along a clear edge,
 * whatever its shape, and much where a boundary was guessed at.
 */
function waver(places: readonly Point[]): number {
	const n = places.length
	const at = (i: number) => item(places, (i + n * AROUND) % n)
	const bulge = (i: number, far: number, c: 0 | 1) =>
		at(i)[c] - (at(i - far)[c] + at(i + far)[c]) / 2
	// An arc twice as long bulges four times as far.
	const off = (i: number, c: 0 | 1) => bulge(i, ARC, c) - bulge(i, 2 * ARC, c) / 4
	const all = places.map((_, i) => Math.hypot(off(i, 0), off(i, 1)))
	return all.sort((a, b) => a - b)[n >> 1] ?? 0
}

/** How wide a shape is on the whole, px: a long strip's width. */
function widthOf(ring: readonly Point[]): number {
	const around = ring.reduce((sum, p, i) => sum + distance(p, item(ring, (i + 1) % ring.length)), 0)
	return (2 * Math.abs(signedArea(ring))) / (around || 1)
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
