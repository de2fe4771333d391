import { type LengthUnit, startingSettings, svgFormat } from '@/core'
import type { Slice } from '@/editor/session/slices'
import type { ExportWish } from '@/kit/outFiles'

/** How the sheet goes out, kept while it is open: what was set once is set for the next time. */
export const exportSlice: Slice<ExportWish> = {
	name: 'export',
	start: {
		what: 'all',
		format: svgFormat,
		settings: startingSettings(svgFormat),
		page: 'sheet',
		strokes: 'scale',
	},
}

/** What lengths of pages are read and typed in, once it was said: it outlives the pass as what was typed does. */
export const exportUnitSlice: Slice<{ readonly unit: LengthUnit | null }> = {
	name: 'exportUnit',
	start: { unit: null },
}

/** How many files went out since the sheet was opened. */
export const sentSlice: Slice<{ readonly sent: number }> = { name: 'sent', start: { sent: 0 } }
