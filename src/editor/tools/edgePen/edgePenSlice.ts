import type { Slice } from '@/editor/session/slices'

/** How the Edge pen keeps to the edge. */
export interface EdgePenWish {
	/** How far an edge may be from the pointer, px on screen. */
	readonly reach: number
	/** Octaves by which an edge must stand out from grain to be followed, beyond what counts as one. */
	readonly clear: number
	/** How far the outline may leave the edge's way, sheet px. */
	readonly deviation: number
	/** How far inside the edge a closed outline lies, sheet px. */
	readonly allowance: number
	/** Pins are set by themselves where the way behind the pointer no longer changes. */
	readonly settling: boolean
}

export const FIRST_EDGE_PEN: EdgePenWish = {
	reach: 10,
	clear: 0,
	deviation: 1,
	allowance: 0,
	settling: false,
}

export const edgePenSlice: Slice<EdgePenWish> = { name: 'edge-pen', start: FIRST_EDGE_PEN }
