import {
	type Area,
	bridged,
	type Cap,
	type Contour,
	combineAreas,
	divide,
	type Join,
	type Operation,
	offset,
	outlineStroke,
	type Region,
	resolveSelfCrossings,
	ruleDifference,
	seamless,
	windingRegions,
} from '@/core'
import { exposed } from './exposed'

const endpoint = {
	/** What each operation would make of some areas. */
	combineAll: (operations: readonly Operation[], areas: readonly Area[]) =>
		operations.map((op) => combineAreas(op, areas)),
	divide: (areas: readonly Area[]) => divide(areas),
	/** One area of several regions, without the nodes that only parted them. */
	join: (regions: readonly Region[], own: ReadonlySet<string>) => {
		const all = regions.map(({ contours }): Area => ({ contours, rule: 'nonzero' }))
		return combineAreas('merge', all).map((contour) => seamless(contour, ({ id }) => own.has(id)))
	},
	offset: (area: Area, away: number, join: Join) =>
		offset(area.contours, away, { rule: area.rule, join }),
	outlineStroke: (contours: readonly Contour[], width: number, join: Join, cap: Cap) =>
		outlineStroke(contours, width, { join, cap }),
	bridge: (area: Area, island: Contour, opening: Contour, width: number, count: number) =>
		bridged(area, island, opening, { width, count }),
	resolve: (area: Area) => resolveSelfCrossings(area.contours, area.rule),
	windings: (contours: readonly Contour[]) => windingRegions(contours),
	/** How many places only one of the fill rules fills. */
	differences: (contours: readonly Contour[]) => ruleDifference(contours).length,
}

export type CombineWorker = typeof endpoint

exposed(endpoint)
