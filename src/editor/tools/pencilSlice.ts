import type { Slice } from '@/editor/session/slices'

/** How freehand strokes become curves. */
export interface PencilWish {
	/** How far the curve may leave the hand's line, px on screen. */
	readonly smoothing: number
	/** Only the last stretch of a stroke is still soft; what lies before it stays as it was fitted. */
	readonly settling: boolean
}

export const pencilSlice: Slice<PencilWish> = {
	name: 'pencil',
	start: { smoothing: 2, settling: false },
}
