import type { Contour, PlacedPhoto, Point } from '@/core'
import type { EdgePlace, EdgesOnSheet, FollowOptions, SnapOptions } from '@/core/edges'
import type { Read } from '@/jobs/edges'

/** What can be said of the photo's edges at a place of the sheet. */
export type EdgesThere =
	| 'known'
	/** They are being read. */
	| 'coming'
	/** They could not be read. */
	| 'failed'
	/** A photo lies there, but all that do are hidden. */
	| 'hidden'
	| 'no photo'

/** What tools read from the photos, in px of the sheet: of the topmost that shows at a place. */
export interface EdgeReading {
	/** What can be said there; where it is not known yet, it is seen to that it will be. */
	there(at: Point): EdgesThere
	/** Whether all is known that a way from one place to another asks for. */
	knows(from: Point, to: Point): boolean
	/** The edge near a place; nothing where there is none, or none is known yet. */
	snap(at: Point, o?: SnapOptions): EdgePlace | undefined
	/** The way along the edge; straight where nothing is known. */
	follow(from: Point, to: Point, o?: FollowOptions): Float64Array
}

/** The edges of the sheet's photos, read where they are asked for, what is nearest first. */
export interface PhotoEdges extends EdgeReading {
	/**
	 * Outlines with the photo under them, once its edges are known along them; all of its edges, where it is to be searched.
	 * @returns `null` where no photo that shows lies under them, or its edges cannot be read
	 */
	under(contours: readonly Contour[], all?: 'all'): Promise<Read | null>
	/** What is known of a photo's edges is let go, here and in the worker: the photo is gone. */
	forget(blob: string): void
}

export const NO_EDGES: EdgeReading = {
	there: () => 'no photo',
	knows: () => true,
	snap: () => undefined,
	follow: (from, to) => straightWay(from, to),
}

export function straightWay(from: Point, to: Point): Float64Array {
	return Float64Array.from([...from, ...to])
}

/** A reading of edges that are all known, of one photo. */
export function readingOf(edges: EdgesOnSheet): EdgeReading {
	return { there: () => 'known', knows: () => true, snap: edges.snap, follow: edges.follow }
}

/** What of a photo its edges depend on. */
export function edgePhoto({ blob, width, height, place }: PlacedPhoto) {
	return { blob, width, height, place }
}
