import type { Slice } from '@/editor/session/slices'

export interface DrillState {
	/** The answer lies over the trace, and its differences are told. */
	readonly judged: boolean
	/** So many hints were asked for. */
	readonly hints: number
}

export const drillSlice: Slice<DrillState> = { name: 'drill', start: { judged: false, hints: 0 } }
