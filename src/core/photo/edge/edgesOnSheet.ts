import type { Affine } from '../../geometry/affine'
import { length, type Point, subtract, unit } from '../../geometry/point'
import type { EdgeField } from './edgeField'
import { type FollowOptions, followEdge } from './followEdge'
import { flatOnto, placing } from './placing'
import { type EdgePlace, type SnapOptions, snapToEdge } from './snapToEdge'

/** A photo's edges as the photo lies on a sheet: all places and distances are in px of the sheet. */
export interface EdgesOnSheet {
	snap(at: Point, o?: SnapOptions): EdgePlace | undefined
	follow(from: Point, to: Point, o?: FollowOptions): Float64Array
}

/**
 * @param place carries the photo's px to the sheet's: it is moved, turned, mirrored, scaled in proportion
 * @throws RangeError for a place that makes nothing of the photo
 */
export function edgesOnSheet(field: EdgeField, place: Affine): EdgesOnSheet {
	const { size, onPhoto, onSheet, scaled } = placing(place)
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
	}
}
