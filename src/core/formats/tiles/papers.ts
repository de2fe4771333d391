import type { Sheet } from '../../path/model'
import { mmPerPx } from '../pageSize'

/** Papers that printers take, mm. */
export const PAPERS = {
	a4: { name: 'A4', width: 210, height: 297 },
	letter: { name: 'Letter', width: 215.9, height: 279.4 },
	a3: { name: 'A3', width: 297, height: 420 },
} as const
export type Paper = keyof typeof PAPERS

export interface TileOptions {
	readonly paper: Paper
	/** How far pages lie over each other, mm. */
	readonly overlap: number
	/** What a printer leaves free along each edge, mm. */
	readonly margin: number
}

/** More pages than this are a mistake. */
export const MOST_TILES = 400

/** How many columns and rows of pages a sheet takes on paper that lies one way. */
export function tileGrid(
	sheet: Pick<Sheet, 'width' | 'height' | 'mmPerPx'>,
	{ overlap, margin }: TileOptions,
	[width, height]: readonly [width: number, height: number],
): readonly [columns: number, rows: number] {
	const mm = mmPerPx(sheet)
	const count = (whole: number, side: number) => {
		const own = side - 2 * margin
		return Math.max(1, Math.ceil((whole - overlap) / (own - overlap) - 1e-9))
	}
	return [count(sheet.width * mm, width), count(sheet.height * mm, height)]
}

/** Why a sheet is not printed in pages; `null` where it is. */
export function saysTooManyTiles(
	sheet: Pick<Sheet, 'width' | 'height' | 'mmPerPx'>,
	o: TileOptions,
): string | null {
	const { width, height } = PAPERS[o.paper]
	const counts = [[width, height] as const, [height, width] as const].map((way) => {
		const [columns, rows] = tileGrid(sheet, o, way)
		return columns * rows
	})
	// Both ways round are looked at: neither may be too much.
	const most = Math.max(...counts)
	return most > MOST_TILES
		? `It would take ${Math.min(...counts)} pages; no more than ${MOST_TILES} are made. Make it smaller, or take larger paper.`
		: null
}
