import * as z from 'zod/mini'
import {
	type Bed,
	bedSchema,
	type CutSettings,
	FIRST_CUT,
	FIRST_SEEN,
	type NestOptions,
	OVERLAPS,
	type SeenWish,
	STROKES,
	WORKSHOP_BED,
} from '@/core/cutting'
import type { Slice } from '@/editor/session/slices'

export interface TableState {
	readonly bed: Bed
	readonly seen: SeenWish
	readonly settings: CutSettings
	readonly nesting: NestOptions
	/** How wide the sheet is cut where its real size was not measured, mm. */
	readonly width: number
}

/** What is of the table, not of the sheet: it is as it was left for whatever is cut next. */
const kept = z.object({
	bed: bedSchema,
	seen: z.object({ overlaps: z.enum(OVERLAPS), strokes: z.enum(STROKES) }),
	lead: z.number().check(z.gte(0), z.lte(20)),
	gap: z.number().check(z.gte(0), z.lte(50)),
})

const KEY = 'skiagram:table'

function keptHere(): z.infer<typeof kept> | null {
	try {
		return kept.parse(JSON.parse(localStorage.getItem(KEY) ?? 'null'))
	} catch {
		// Nothing was kept, or not by this version.
		return null
	}
}

export function keepTable({ bed, seen, settings: { lead }, nesting: { gap } }: TableState): void {
	const now: z.infer<typeof kept> = { bed, seen, lead, gap }
	try {
		localStorage.setItem(KEY, JSON.stringify(now))
	} catch {
		// A browser that keeps nothing begins as the workshop's table does.
	}
}

function starting(): TableState {
	const { bed, seen, lead, gap } = keptHere() ?? {
		bed: WORKSHOP_BED,
		seen: FIRST_SEEN,
		lead: FIRST_CUT.lead,
		gap: 2,
	}
	return {
		bed,
		seen,
		settings: { ...FIRST_CUT, lead },
		nesting: { copies: 1, gap, turns: true },
		width: 200,
	}
}

export const tableSlice: Slice<TableState> = { name: 'table', start: starting() }
