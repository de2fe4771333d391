import { type CutSettings, FIRST_CUT, type NestOptions } from '@/core/cutting'
import type { Slice } from '@/editor/session/slices'

export interface TableState {
	readonly settings: CutSettings
	readonly nesting: NestOptions
	/** How wide the sheet is cut where its real size was not measured, mm. */
	readonly width: number
}

export const tableSlice: Slice<TableState> = {
	name: 'table',
	start: { settings: FIRST_CUT, nesting: { copies: 1, gap: 2, turns: true }, width: 200 },
}
