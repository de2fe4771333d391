import type { Slice } from '@/editor/bench/slices'

export interface ProofState {
	/** White on black, in place of black on white. */
	readonly inverted: boolean
}

export const proofSlice: Slice<ProofState> = { name: 'proof', start: { inverted: false } }
