import type { Contour } from '@/core'
import type { Again } from '@/core/pictures'
import type { Slice } from '@/editor/session/slices'

/** What was found once more, and what of it is left out. */
export interface Finds {
	readonly found: readonly Again[]
	readonly out: ReadonlySet<Again>
}

export interface AgainState extends Finds {
	/** The piece that is looked for once more, and its outlines as they were. */
	readonly of: { readonly piece: string; readonly contours: readonly Contour[] } | null
	/** How far what is laid may lie from its own edge, sheet px. */
	readonly within: number
	/** It may lie as in a mirror. */
	readonly mirrored: boolean
	/** It may be of another size. */
	readonly sizes: boolean
	/** An answer is awaited: of the whole photo, or of a place. */
	readonly busy: 'photo' | 'place' | null
	/** Why nothing was found, in words. */
	readonly problem: string | null
	/** What stood before, and what was taken back. */
	readonly past: readonly Finds[]
	readonly future: readonly Finds[]
}

const NONE: Pick<AgainState, 'found' | 'out' | 'past' | 'future'> = {
	found: [],
	out: new Set(),
	past: [],
	future: [],
}

/** Nothing is looked for. */
export const NOT_SOUGHT: Partial<AgainState> = { ...NONE, of: null, busy: null, problem: null }

export const againSlice: Slice<AgainState> = {
	name: 'again',
	start: {
		...NONE,
		of: null,
		within: 1,
		mirrored: true,
		sizes: true,
		busy: null,
		problem: null,
	},
}

/** What is to be laid. */
export function taken({ found, out }: Finds): readonly Again[] {
	return found.filter((one) => !out.has(one))
}

/** Other finds, as a step that can be taken back. */
export function finding({ found, out, past }: AgainState, next: Finds): Partial<AgainState> {
	return { ...next, past: [...past, { found, out }], future: [] }
}

/** A step back, or on again; `null` where there is none. */
export function stepped(state: AgainState, way: 'past' | 'future'): Partial<AgainState> | null {
	const next = state[way].at(-1)
	if (!next) return null
	const other = way === 'past' ? 'future' : 'past'
	const now = { found: state.found, out: state.out }
	return { ...next, [way]: state[way].slice(0, -1), [other]: [...state[other], now] }
}
