import type { Area, Cap, Contour, Join, Operation, Region } from '@/core'
import type { CombineWorker } from './combine.worker'
import { endpoint } from './endpoint'
import { newestOnly } from './newestOnly'

const combiner = endpoint<CombineWorker>(
	'Combining',
	() => new Worker(new URL('./combine.worker.ts', import.meta.url), { type: 'module' }),
)

/** What each operation would make of some areas; `null` for a request that a newer one overtook. */
export const previewCombined = newestOnly(
	(operations: readonly Operation[], areas: readonly Area[]) =>
		combiner.run((worker) => worker.combineAll(operations, areas)),
)

/** An area grown or shrunk; `null` for a request that a newer one overtook. */
export const previewOffset = newestOnly((area: Area, away: number, join: Join) =>
	combiner.run((worker) => worker.offset(area, away, join)),
)

/** A stroke made a piece; `null` for a request that a newer one overtook. */
export const previewStroke = newestOnly(
	(contours: readonly Contour[], width: number, join: Join, cap: Cap) =>
		combiner.run((worker) => worker.outlineStroke(contours, width, join, cap)),
)

/** Regions with winding numbers; `null` for a request that a newer one overtook. */
export const findWindings = newestOnly((contours: readonly Contour[]) =>
	combiner.run((worker) => worker.windings(contours)),
)

/** How many places only one fill rule fills; `null` for a request that a newer one overtook. */
export const findDifferences = newestOnly((contours: readonly Contour[]) =>
	combiner.run((worker) => worker.differences(contours)),
)

/** One operation, to be accepted at once: none is overtaken. */
export async function combined(op: Operation, areas: readonly Area[]): Promise<Contour[]> {
	const [result = []] = await combiner.run((worker) => worker.combineAll([op], areas))
	return result
}

export function divided(areas: readonly Area[]): Promise<Region[]> {
	return combiner.run((worker) => worker.divide(areas))
}

/** @param own ids of nodes that stay whatever they are */
export function joinedRegions(
	regions: readonly Region[],
	own: ReadonlySet<string>,
): Promise<Contour[]> {
	return combiner.run((worker) => worker.join(regions, own))
}

export function resolved(area: Area): Promise<Contour[]> {
	return combiner.run((worker) => worker.resolve(area))
}

export function withBridges(
	area: Area,
	island: Contour,
	opening: Contour,
	{ width, count }: { readonly width: number; readonly count: number },
): Promise<Contour[]> {
	return combiner.run((worker) => worker.bridge(area, island, opening, width, count))
}
