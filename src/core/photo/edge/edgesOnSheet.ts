import { type Affine, applyAffine, invertAffine } from '../../geometry/affine'
import { length, type Point, subtract, unit } from '../../geometry/point'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { type BendOptions, type BentToEdges, bendToEdges } from './bendToEdges'
import { type EdgeProfile, edgeDeviation, type MeasureOptions } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import type { FitToEdgesOptions } from './fitOptions'
import { type FittedToEdges, fitToEdges } from './fitToEdges'
import { type FollowOptions, followEdge } from './followEdge'
import { type EdgePlace, type SnapOptions, snapToEdge } from './snapToEdge'

/** A photo's edges as the photo lies on a sheet: all places and distances are in px of the sheet. */
export interface EdgesOnSheet {
	snap(at: Point, o?: SnapOptions): EdgePlace | undefined
	follow(from: Point, to: Point, o?: FollowOptions): Float64Array
	measure(contours: readonly Contour[], o?: MeasureOptions): EdgeProfile
	fit(contours: readonly Contour[], o?: FitToEdgesOptions): FittedToEdges
	bend(contours: readonly Contour[], o?: BendOptions): BentToEdges
}

/**
 * @param place carries the photo's px to the sheet's: it is moved, turned, mirrored, scaled in proportion
 * @throws RangeError for a place that makes nothing of the photo
 */
export function edgesOnSheet(field: EdgeField, place: Affine): EdgesOnSheet {
	const back = invertAffine(place)
	if (!back) throw new RangeError('A photo that has no size has no edges.')
	const [a, b, c, d] = place
	const size = Math.sqrt(Math.abs(a * d - b * c))
	const onPhoto = (p: Point) => applyAffine(back, p)
	const onSheet = (p: Point) => applyAffine(place, p)
	const flatOnto = (path: Float64Array, map: (p: Point) => Point) => {
		const placed = new Float64Array(path.length)
		for (let i = 0; i + 1 < path.length; i += 2)
			placed.set(map([path[i] ?? 0, path[i + 1] ?? 0]), i)
		return placed
	}
	const contoursOn = (contours: readonly Contour[], map: Affine) =>
		contours.map((contour) => transformContour(contour, map))
	/** Lengths among options, in px of the photo. */
	const scaled = <T extends object>(o: T): T =>
		Object.fromEntries(
			Object.entries(o).map(([key, value]) => [
				key,
				LENGTHS.has(key) && typeof value === 'number' ? value / size : value,
			]),
		) as T
	return {
		snap: (at, { toward, ...o } = {}) => {
			const found = snapToEdge(field, onPhoto(at), {
				...scaled(o),
				...(toward && { toward: onPhoto(toward) }),
			})
			if (!found) return undefined
			const tip = onSheet([found.at[0] + found.tangent[0], found.at[1] + found.tangent[1]])
			const placed = onSheet(found.at)
			const along = subtract(tip, placed)
			const tangent = length(along) > 0 ? unit(along) : found.tangent
			return { ...found, at: placed, tangent, strength: found.strength / size }
		},
		follow: (from, to, { before, laid, ...o } = {}) =>
			flatOnto(
				followEdge(field, onPhoto(from), onPhoto(to), {
					...scaled(o),
					...(before && { before: flatOnto(before, onPhoto) }),
					...(laid && { laid: laid.map((way) => flatOnto(way, onPhoto)) }),
				}),
				onSheet,
			),
		measure: (contours, o = {}) => {
			const found = edgeDeviation(contoursOn(contours, back), field, scaled(o))
			return {
				...found,
				at: flatOnto(found.at, onSheet),
				offset: found.offset.map((off) => off * size),
				mean: found.mean * size,
				p95: found.p95 * size,
			}
		},
		fit: (contours, o = {}) => {
			const found = fitToEdges(contoursOn(contours, back), field, scaled(o))
			return { ...found, contours: contoursOn(found.contours, place) }
		},
		bend: (contours, o = {}) => {
			const found = bendToEdges(contoursOn(contours, back), field, scaled(o))
			const straight = found.straight.map(([a, b]) => [onSheet(a), onSheet(b)] as const)
			return { ...found, straight, contours: contoursOn(found.contours, place) }
		},
	}
}

const LENGTHS = new Set(['reach', 'tolerance', 'allowance', 'addWithin'])
