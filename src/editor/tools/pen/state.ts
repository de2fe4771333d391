import type { NodeKind, Point, Snapped } from '@/core'
import type { PointerInput } from '@/editor/session/tool'
import type { Target } from './aim'

export interface Press {
	readonly kind: 'place' | 'close' | 'turn-last' | 'pick-up'
	readonly contour: string
	readonly node: string
	readonly start: Point
	readonly pulled: boolean
	/** The kind that the node was given by a key. */
	readonly kindGiven: NodeKind | null
}

/** Which outline is being drawn, and the press that is under way; all else is in the sheet. */
export interface PenState {
	readonly drawing: string | null
	/** The outline that was ended open last: Enter closes it. */
	readonly ended: string | null
	readonly press: Press | null
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
	readonly pointer: PointerInput | null
	readonly target: Target
	readonly snap: Snapped | null
}

/** All that one press does is one step. */
export const keyOf = ({ run }: PenState) => `pen:${run}`
