import type { Contour, Region, WindingRegion } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** What Cut shows and asks. */
export interface CutState {
	/** A shape as it would become, shown at full size. */
	readonly proposed: Proposed | null
	/** Arrows show which way outlines run. */
	readonly direction: boolean
	/** How often outlines wind round each region; `null` where that is not shown. */
	readonly windings: readonly WindingRegion[] | null
	/** The piece that outlines are punched into as they close. */
	readonly punchInto: string | null
	/** Pieces taken apart into regions, of which some are to be kept. */
	readonly apart: Apart | null
}

/** What pieces would become. */
export interface Proposed {
	readonly contours: readonly Contour[]
	/** The pieces that it would take the place of. */
	readonly instead: ReadonlySet<string>
}

/** Pieces taken apart into the regions that their outlines make. */
export interface Apart {
	/** The pieces, from the lowest up; regions name them by their number here. */
	readonly pieces: readonly string[]
	readonly regions: readonly Region[]
	/** What becomes of each: nothing (0), or the piece it is part of; equal numbers, one piece. */
	readonly fates: readonly number[]
	readonly brush: Brush
	readonly hovered: number | null
}

/** What a click on a region does. */
export type Brush = 'keep' | 'drop' | 'join'

export const cutSlice: Slice<CutState> = {
	name: 'cut',
	start: { proposed: null, direction: false, windings: null, punchInto: null, apart: null },
}
