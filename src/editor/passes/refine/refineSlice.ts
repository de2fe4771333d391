import type { Suggestion } from '@/core'
import type { Slice } from '@/editor/session/slices'

export interface RefineState {
	/** What could be better about the piece at work, and which of it one stands on. */
	readonly suggested: { readonly all: readonly Suggestion[]; readonly at: number } | null
}

export const refineSlice: Slice<RefineState> = { name: 'refine', start: { suggested: null } }
