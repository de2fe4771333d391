import { applyAffine, type PlacedPhoto, type Point } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** What is known of something flat on a photo that is to be laid square. */
export interface SquareUp {
	/** Its corners, clockwise from the upper left one, sheet px; `null` before they are set. */
	readonly corners: readonly Point[] | null
	/** How wide and how high it really is, mm; `null` where that was not measured. */
	readonly width: number | null
	readonly height: number | null
	/** How far the lens bends straight lines, as a share. */
	readonly curvature: number
}

export const squareUpSlice: Slice<SquareUp> = {
	name: 'square-up',
	start: { corners: null, width: null, height: null, curvature: 0 },
}

/** The corners stand so far from the photo's own at first, as a share of its sides. */
const INSET = 0.2

/** Corners to begin with, well within a photo. */
export function firstCorners({ place, width, height }: PlacedPhoto): Point[] {
	const at = (x: number, y: number) => applyAffine(place, [x * width, y * height])
	return [at(INSET, INSET), at(1 - INSET, INSET), at(1 - INSET, 1 - INSET), at(INSET, 1 - INSET)]
}
