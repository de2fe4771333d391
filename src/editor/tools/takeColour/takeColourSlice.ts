import type { Point } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** The ring of the dropper, and what is seen in it. */
export interface TakeColourState {
	/** How wide the ring is, px of the photo. */
	readonly ring: number
	/** Where it is, sheet px, and what it shows, `#rrggbb`; `null` off the canvas. */
	readonly at: { readonly place: Point; readonly colour: string | null } | null
}

export const FIRST_RING_PX = 11
export const RING_PX = { min: 1, max: 101 } as const

export const takeColourSlice: Slice<TakeColourState> = {
	name: 'take-colour',
	start: { ring: FIRST_RING_PX, at: null },
}
