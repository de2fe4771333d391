import { FORMATS, filesOf, firstPage, formatSvg, type OutWish, sheetFormat } from '@/core'
import type { CarriedPhoto } from '@/core/drawings'
import { exposed } from './exposed'
import { createMirror, type Sent } from './mirror'

/** A wish as it crosses: formats are named by their ids. */
export type SentWish = Omit<OutWish, 'format'> & { readonly format: string }

const sheetOf = createMirror()

/** Of a picture of the page for looking at, px. */
const LOOK_DIGITS = 1

function wishOf({ format: id, ...wish }: SentWish): OutWish {
	const format = FORMATS.find((one) => one.id === id)
	if (!format) throw new Error(`There is no format ${id}.`)
	return { ...wish, format }
}

const endpoint = {
	files: (sent: Sent, chosen: ReadonlySet<string>, wish: SentWish) =>
		filesOf(sheetOf(sent), chosen, wishOf(wish)),

	/** The sheet with everything on it. */
	whole: (sent: Sent, photos: readonly CarriedPhoto[]) => sheetFormat.write(sheetOf(sent), photos),

	/** The page that goes out, as SVG to look at; `null` where nothing is on it. */
	look: async (sent: Sent, chosen: ReadonlySet<string>, wish: SentWish): Promise<string | null> => {
		const { format, ...rest } = wishOf(wish)
		const page = firstPage(sheetOf(sent), chosen, { ...rest, format })
		if (!page) return null
		return format.look?.(page, rest.settings) ?? formatSvg(page, { digits: LOOK_DIGITS })
	},
}

export type ExportWorker = typeof endpoint

exposed(endpoint)
