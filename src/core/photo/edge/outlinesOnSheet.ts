import { type Affine, composeAffine } from '../../geometry/affine'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { type Again, type SameAgainOptions, sameAgain } from '../again/sameAgain'
import { type BendOptions, type BentToEdges, bendToEdges } from './bendToEdges'
import { type EdgeProfile, edgeDeviation, type MeasureOptions } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import type { FitToEdgesOptions } from './fitOptions'
import { type FittedToEdges, fitToEdges } from './fitToEdges'
import { flatOnto, placing } from './placing'

/** Outlines on a sheet against the edges of a photo on it: all places and distances are in px of the sheet. */
export interface OutlinesOnSheet {
	measure(contours: readonly Contour[], o?: MeasureOptions): EdgeProfile
	fit(contours: readonly Contour[], o?: FitToEdgesOptions): FittedToEdges
	bend(contours: readonly Contour[], o?: BendOptions): BentToEdges
	again(contours: readonly Contour[], o?: SameAgainOptions): Again[]
}

/**
 * @param place carries the photo's px to the sheet's: it is moved, turned, mirrored, scaled in proportion
 * @throws RangeError for a place that makes nothing of the photo
 */
export function outlinesOnSheet(field: EdgeField, place: Affine): OutlinesOnSheet {
	const { back, size, onPhoto, onSheet, scaled } = placing(place)
	const moved = (contours: readonly Contour[], map: Affine) =>
		contours.map((contour) => transformContour(contour, map))
	return {
		measure: (contours, o = {}) => {
			const found = edgeDeviation(moved(contours, back), field, scaled(o))
			return {
				...found,
				at: flatOnto(found.at, onSheet),
				offset: found.offset.map((off) => off * size),
				mean: found.mean * size,
				p95: found.p95 * size,
			}
		},
		fit: (contours, o = {}) => {
			const found = fitToEdges(moved(contours, back), field, scaled(o))
			return { ...found, contours: moved(found.contours, place) }
		},
		bend: (contours, o = {}) => {
			const found = bendToEdges(moved(contours, back), field, scaled(o))
			const straight = found.straight.map(([a, b]) => [onSheet(a), onSheet(b)] as const)
			return { ...found, straight, contours: moved(found.contours, place) }
		},
		again: (contours, o = {}) => {
			const { near, taken, ...rest } = scaled(o)
			const found = sameAgain(moved(contours, back), field, {
				...rest,
				...(near && { near: onPhoto(near) }),
				...(taken && { taken: taken.map((one) => moved(one, back)) }),
			})
			return found.map((one) => ({
				...one,
				contours: moved(one.contours, place),
				map: composeAffine(place, composeAffine(one.map, back)),
				mean: one.mean * size,
				p95: one.p95 * size,
			}))
		},
	}
}
