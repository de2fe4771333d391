import type { ThinPreview, ThinSettings } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** How far thinning is to go, and on what. */
export interface ThinWish extends Omit<ThinSettings, 'slant'> {
	readonly scope: 'nodes' | 'piece' | 'all'
}

export interface ThinState {
	readonly wish: ThinWish
	/** What thinning would make of the outlines asked about; `null` where none is asked. */
	readonly ghost: ThinPreview | null
}

export const FIRST_THIN: ThinWish = {
	tolerance: 0.8,
	ease: 0,
	keepCorners: true,
	preferExtrema: true,
	levelled: true,
	symmetric: false,
	scope: 'piece',
}

export const thinSlice: Slice<ThinState> = {
	name: 'thin',
	start: { wish: FIRST_THIN, ghost: null },
}
