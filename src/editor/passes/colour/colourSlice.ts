import type { Contour } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** How the photo under a piece is made into shades. */
export interface ShadesWish {
	readonly count: number
	/** Smaller areas melt into what is round them, sheet px². */
	readonly smallest: number
	/** How far a boundary may leave the photo's, sheet px. */
	readonly deviation: number
	/** How far each reaches under those above it, sheet px; 0 for cutting. */
	readonly under: number
}

export const FIRST_SHADES: ShadesWish = { count: 5, smallest: 300, deviation: 2, under: 1 }

/** A flat area that would become a piece, sheet px. */
export interface Shade {
	readonly contours: readonly Contour[]
	/** `#rrggbb` */
	readonly colour: string
	/** Of the piece, 0 to 1. */
	readonly share: number
}

export interface ColourState {
	/** How strongly paints show over the photo, 0 to 1; less while one draws. */
	readonly strength: number
	/** The photo's own colours, the commonest first, `#rrggbb`; by its blob. */
	readonly palette: { readonly blob: string; readonly colours: readonly string[] } | null
	/** Colours given lately, the last first, `#rrggbb`. */
	readonly lately: readonly string[]
	readonly wish: ShadesWish
	/** What shades a piece would be made into; `null` where none are asked for. */
	readonly shades: { readonly piece: string; readonly areas: readonly Shade[] } | null
}

export const colourSlice: Slice<ColourState> = {
	name: 'colour',
	start: { strength: 1, palette: null, lately: [], wish: FIRST_SHADES, shades: null },
}
