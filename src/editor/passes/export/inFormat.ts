import { FORMATS, startingSettings } from '@/core'
import type { ExportWish } from '@/kit/outFiles'

/** The wish in another format, with that format's first settings. */
export function inFormat({ width: _, ...wish }: ExportWish, id: string): ExportWish {
	const format = FORMATS.find((one) => one.id === id) ?? wish.format
	// Pages are given in mm, those of pictures in px.
	const other = (format.kind === 'picture') !== (wish.format.kind === 'picture')
	const page = other && typeof wish.page === 'object' ? 'sheet' : wish.page
	return { ...wish, page, format, settings: startingSettings(format) }
}
