import type { FontRef, HostRef, Lettering, Setting } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** Words that are being typed. */
export interface Typing {
	/** The piece that they are, or will be once a letter of them stands. */
	readonly piece: string
	/** As the field has them, letters or not. */
	readonly text: string
	/** Where words that do not stand yet will. */
	readonly setting: Setting
	/** What of the text is chosen, UTF-16 units; a caret where both are the same. The second moves. */
	readonly chosen: readonly [from: number, to: number]
}

/** What the next outline that is clicked becomes for the words chosen. */
export type Picking =
	| { readonly to: 'along' | 'within' | 'top' }
	| { readonly to: 'bottom'; readonly top: HostRef }

/** How new words are set. */
export type LetteringWish = Pick<Lettering, 'size' | 'spacing' | 'leading' | 'align'> & {
	readonly font: FontRef
}

export interface LetteringState {
	readonly wish: LetteringWish
	readonly typing: Typing | null
	readonly picking: Picking | null
	/** What stands in the way of setting words; `null` for nothing. */
	readonly problem: string | null
}

export const FIRST_FONT: FontRef = {
	id: 'figtree',
	family: 'Figtree',
	style: 'Regular',
	weight: 700,
}

export const letteringSlice: Slice<LetteringState> = {
	name: 'lettering',
	start: {
		wish: { font: FIRST_FONT, size: 0, spacing: 0, leading: 1.2, align: 'left' },
		typing: null,
		picking: null,
		problem: null,
	},
}
