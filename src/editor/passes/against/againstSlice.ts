import type { Piece, Point, ThinPreview } from '@/core'
import type { Slice } from '@/editor/session/slices'
import type { Profile } from './profile'

/** What would come of bending or fitting outlines to the photo. */
export interface Proposal {
	readonly what: 'bend' | 'fit'
	readonly ghost: ThinPreview
	/** p95 and worst against the photo, sheet px. */
	readonly was: Distances
	readonly is: Distances
	/** Nodes beside which the photo has no sure edge: they stay. */
	readonly unsure: number
	/** Straight segments beside which no edge runs: they stay, and are marked. */
	readonly straight: readonly (readonly [Point, Point])[]
}

export interface Distances {
	readonly p95: number
	readonly worst: number
}

export interface AgainstState {
	/** How the outlines at work lie against the photo; `null` until that is known. */
	readonly profile: Profile | null
	/** Why there is none and none will come as things stand. */
	readonly silent: string | null
	readonly proposal: Proposal | null
	/** The pieces as they were when the proposal was asked for: changed since, it no longer holds. */
	readonly proposedFor: readonly Piece[] | null
	/** The outline is coloured by its deviation. */
	readonly coloured: boolean
	/** How far an edge may be, sheet px. */
	readonly reach: number
	/** How far what is bent or fitted may leave it, sheet px. */
	readonly deviation: number
	/** The segment that had no edge when it was last asked for, and how far off one was looked for, sheet px. */
	readonly silentSegment: { readonly nodes: string; readonly reach: number } | null
	/** A walk goes only to nodes beside which the outline is further off than this, sheet px; `null`: to all. */
	readonly walkBeyond: number | null
	/** A walk goes only to nodes beside which the photo has no sure edge, and to those further off. */
	readonly walkUnsure: boolean
}

export const FIRST_REACH_PX = 8
export const FIRST_DEVIATION_PX = 0.8

export const againstSlice: Slice<AgainstState> = {
	name: 'against',
	start: {
		profile: null,
		silent: null,
		proposal: null,
		proposedFor: null,
		coloured: false,
		reach: FIRST_REACH_PX,
		deviation: FIRST_DEVIATION_PX,
		silentSegment: null,
		walkBeyond: null,
		walkUnsure: false,
	},
}
