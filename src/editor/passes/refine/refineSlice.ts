import type { Piece, Suggestion } from '@/core'
import { piecesBox } from '@/core'
import type { Slice } from '@/editor/session/slices'

export interface RefineState {
	/** What could be better about the piece at work, and which of it one stands on. */
	readonly suggested: { readonly all: readonly Suggestion[]; readonly at: number } | null
	/** The letter that lies over the one at work, by its piece, and by which side both are laid together. */
	readonly beside: { readonly piece: string; readonly by: Side } | null
}

export type Side = 'left' | 'middle' | 'right'

export const refineSlice: Slice<RefineState> = {
	name: 'refine',
	start: { suggested: null, beside: null },
}

/** How far to the right a letter goes to lie over another, px. */
export function shiftOnto(letter: Piece, other: Piece, by: Side): number {
	const at = (piece: Piece) => {
		const { minX, maxX } = piecesBox([piece])
		return by === 'left' ? minX : by === 'right' ? maxX : (minX + maxX) / 2
	}
	return at(other) - at(letter)
}
