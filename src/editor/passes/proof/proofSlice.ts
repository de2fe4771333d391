import type { Affine, Piece } from '@/core'
import type { Finding, Limits, ProofFor } from '@/core/proofs'
import type { Slice } from '@/editor/session/slices'
import type { Mended } from '@/jobs/proofing'
import type { Profile } from '../against/profile'

/** How the shape is looked at by itself. */
export interface Look {
	readonly ground: 'black on white' | 'white on black' | 'on a colour' | 'stencil' | 'cut out'
	/** `#rrggbb`, of the ground where that is a colour. */
	readonly colour: string
	readonly mirrored: boolean
	readonly upsideDown: boolean
	/** The share of the window in which the photo shows beside the shape; `null` for none. */
	readonly divider: number | null
	/** Marks on the canvas are away. */
	readonly bare: boolean
}

/** The photo cut out by the pieces, as it would go out. */
export interface CutOutLook {
	readonly image: ImageBitmap
	/** From the image's px to the sheet's. */
	readonly to: Affine
}

export interface ProofState {
	readonly look: Look
	readonly purpose: ProofFor
	/** Limits that were set by hand, px. */
	readonly own: Partial<Limits>
	/** What was noticed last; `null` until something was looked at. */
	readonly findings: readonly Finding[] | null
	/** What they were looked for by; under other limits they may be none. */
	readonly by:
		| (Pick<ProofState, 'purpose' | 'own'> & {
				/** Ids of the pieces that were looked at alone, in order; '' where all were. */
				readonly only: string
		  })
		| null
	/** How far the proof of them has come, 0 to 1: below 1 the list is not whole. */
	readonly share: number
	/** Only the pieces chosen are looked at. */
	readonly chosenOnly: boolean
	/** The pieces that they are of: of others they may be gone. */
	readonly of: readonly Piece[] | null
	/** How many of them matter, by how bad they are; for the pass's figure. */
	readonly count: { readonly wrong: number; readonly risk: number; readonly hint: number }
	/** The one that is shown, by its key. */
	readonly at: string | null
	/** How all outlines lie against the photo; `null` until that is known. */
	readonly profile: Profile | null
	/** The cut-out, once it was made, where it is looked at. */
	readonly cutOut: CutOutLook | null
	/** The shape stands in a row of sizes on the canvas. */
	readonly sizes: boolean
	/** What the pieces would be with something mended. */
	readonly ghost: Mended | null
}

export const proofSlice: Slice<ProofState> = {
	name: 'proof',
	start: {
		look: {
			ground: 'black on white',
			colour: '#d98e04',
			mirrored: false,
			upsideDown: false,
			divider: null,
			bare: false,
		},
		purpose: 'cutting',
		own: {},
		findings: null,
		by: null,
		share: 0,
		chosenOnly: false,
		of: null,
		count: { wrong: 0, risk: 0, hint: 0 },
		at: null,
		profile: null,
		cutOut: null,
		sizes: false,
		ghost: null,
	},
}
