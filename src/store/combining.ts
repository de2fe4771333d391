import { type Remote, wrap } from 'comlink'
import type { Area, Cap, Contour, Join, Operation, Piece, Region } from '@/core'
import type { CombineWorker } from '@/workers/combine.worker'
import { newestOnly } from './newestOnly'

let worker: Remote<CombineWorker> | null = null

function combiner(): Remote<CombineWorker> {
	worker ??= wrap<CombineWorker>(
		new Worker(new URL('../workers/combine.worker.ts', import.meta.url), { type: 'module' }),
	)
	return worker
}

/** What each operation would make of some areas; `null` for a request that a newer one overtook. */
export const previewCombined = newestOnly(
	(operations: readonly Operation[], areas: readonly Area[]) =>
		combiner().combineAll(operations, areas),
)

/** An area grown or shrunk; `null` for a request that a newer one overtook. */
export const previewOffset = newestOnly((area: Area, away: number, join: Join) =>
	combiner().offset(area, away, join),
)

/** A stroke made a piece; `null` for a request that a newer one overtook. */
export const previewStroke = newestOnly(
	(contours: readonly Contour[], width: number, join: Join, cap: Cap) =>
		combiner().outlineStroke(contours, width, join, cap),
)

/** Regions with winding numbers; `null` for a request that a newer one overtook. */
export const findWindings = newestOnly((contours: readonly Contour[]) =>
	combiner().windings(contours),
)

/** How many places only one fill rule fills; `null` for a request that a newer one overtook. */
export const findDifferences = newestOnly((contours: readonly Contour[]) =>
	combiner().differences(contours),
)

/** The pieces that only one fill rule fills in part; `null` for a request that was overtaken. */
export const differingPieces = newestOnly(async (pieces: readonly Piece[]) => {
	const counts = await Promise.all(
		pieces.map(({ contours }) => combiner().differences(contours.filter((c) => c.closed))),
	)
	return pieces.filter((_, i) => (counts[i] ?? 0) > 0)
})

/** One operation, to be accepted at once: none is overtaken. */
export async function combined(op: Operation, areas: readonly Area[]): Promise<Contour[]> {
	const [result = []] = await combiner().combineAll([op], areas)
	return result
}

export function divided(areas: readonly Area[]): Promise<Region[]> {
	return combiner().divide(areas)
}

/** @param own ids of nodes that stay whatever they are */
export function joinedRegions(
	regions: readonly Region[],
	own: ReadonlySet<string>,
): Promise<Contour[]> {
	return combiner().join(regions, own)
}

export function resolved(area: Area): Promise<Contour[]> {
	return combiner().resolve(area)
}

export function withBridges(
	area: Area,
	island: Contour,
	opening: Contour,
	{ width, count }: { readonly width: number; readonly count: number },
): Promise<Contour[]> {
	return combiner().bridge(area, island, opening, width, count)
}
