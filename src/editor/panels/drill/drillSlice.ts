import type { Slice } from '@/editor/session/slices'

export interface DrillState {
	/** The answer lies over the trace, and its differences are told. */
	readonly judged: boolean
	/** So many hints were asked for. */
	readonly hints: number
	/** How somebody who knows does it is being shown. */
	readonly showing: boolean
}

export const drillSlice: Slice<DrillState> = {
	name: 'drill',
	start: { judged: false, hints: 0, showing: false },
}
