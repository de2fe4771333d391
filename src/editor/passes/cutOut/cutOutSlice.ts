import type { Slice } from '@/editor/session/slices'

export interface CutOutState {
	/** px of the sheet */
	readonly allowance: number
	readonly feather: number
	readonly clean: boolean
	readonly backdrop: 'none' | 'flat' | 'gradient' | 'picture'
	/** The other picture that lies behind, once one was chosen. */
	readonly picture: File | null
	readonly colours: readonly [string, string]
	/** How wide what goes out is, px; at the photo's own pixels where `null`. */
	readonly width: number | null
	/** Of the gradient, degrees. */
	readonly angle: number
	readonly shadow: boolean
	readonly fall: {
		readonly angle: number
		readonly distance: number
		readonly blur: number
		readonly strength: number
		readonly contact: number
	}
}

export const cutOutSlice: Slice<CutOutState> = {
	name: 'cut-out',
	start: {
		allowance: 0.5,
		feather: 0,
		clean: true,
		backdrop: 'none',
		picture: null,
		width: null,
		colours: ['#f3f0e9', '#b9b2a2'],
		angle: 90,
		shadow: false,
		fall: { angle: 45, distance: 20, blur: 24, strength: 0.35, contact: 0.5 },
	},
}
