import { displayList } from '../artwork/displayList'
import { paintedBox } from '../artwork/paintedBox'
import type { Box } from '../geometry/box'
import type { Sheet } from '../path/model'
import { fitSheetTo } from '../path/sheetSize'
import { mmPerPx } from './pageSize'

/** How artwork goes out. */
export interface Outgoing {
	/** The pieces that go out; all that show where absent. */
	readonly only?: ReadonlySet<string>
	/** The page is the sheet, or is cut to what is painted, or to a square round it, or is a given one. */
	readonly page: 'sheet' | 'artwork' | 'square' | GivenPage
	/** How wide the page is to be, mm; as it is where absent. */
	readonly widthMm?: number
	/** Whether strokes grow and shrink with the page, or stay as wide as they are. */
	readonly strokes: 'scale' | 'stay'
}

/** A page that what is painted is fitted into, as large as there is room for within its margins, in its middle. */
export interface GivenPage {
	/** mm */
	readonly width: number
	readonly height: number
	readonly margin: number
}

/**
 * The sheet as it goes out: only what goes out is on it, on the page asked for, as large as asked for.
 * @returns `null` where nothing would be on it
 */
export function outgoing(sheet: Sheet, { only, page, widthMm, strokes }: Outgoing): Sheet | null {
	const pieces = displayList(sheet, only).map(({ piece }) => ({ ...piece, hidden: false }))
	const { background, ...plain } = sheet
	// A part of the artwork stands by itself.
	const ground = background && !only ? { background } : {}
	// Lines of letters go along: what is written on an em square goes by them.
	const guides = sheet.guides.filter(({ line }) => line !== undefined)
	const chosen: Sheet = { ...plain, ...ground, pieces, photos: [], guides }
	const box = paintedBox(pieces)
	if (!box) return null
	if (typeof page === 'object') return strokesAs(strokes, fitted(chosen, box, page), chosen)
	const paged =
		page === 'sheet' ? chosen : fitSheetTo(chosen, page === 'square' ? square(box) : box)
	if (widthMm === undefined) return paged
	return strokesAs(strokes, { ...paged, mmPerPx: widthMm / paged.width }, paged)
}

/** A sheet that was given another size, its strokes with it or as wide as they were. */
function strokesAs(how: Outgoing['strokes'], sized: Sheet, before: Sheet): Sheet {
	return how === 'scale' ? sized : withStrokes(sized, mmPerPx(before) / mmPerPx(sized))
}

/** The sheet on a page, its size exact. */
function fitted(sheet: Sheet, box: Box, { width, height, margin }: GivenPage): Sheet {
	const room = (side: number) => Math.max(side / 100, side - 2 * margin)
	const { minX, minY, maxX, maxY } = box
	const mm = Math.min(
		room(width) / Math.max(maxX - minX, 1e-6),
		room(height) / Math.max(maxY - minY, 1e-6),
	)
	const [across, down] = [width / mm, height / mm]
	const [x, y] = [(minX + maxX - across) / 2, (minY + maxY - down) / 2]
	const laid = fitSheetTo(sheet, { minX: x, minY: y, maxX: x + across, maxY: y + down })
	return { ...laid, width: across, height: down, mmPerPx: mm }
}

function square({ minX, minY, maxX, maxY }: Box): Box {
	const half = Math.max(maxX - minX, maxY - minY) / 2
	const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2]
	return { minX: x - half, minY: y - half, maxX: x + half, maxY: y + half }
}

function withStrokes(sheet: Sheet, by: number): Sheet {
	return {
		...sheet,
		pieces: sheet.pieces.map((piece) => {
			const { stroke } = piece
			return {
				...piece,
				stroke: {
					...stroke,
					width: stroke.width * by,
					...(stroke.dashes && { dashes: stroke.dashes.map((dash) => dash * by) }),
					...(stroke.dashOffset !== undefined && { dashOffset: stroke.dashOffset * by }),
				},
			}
		}),
	}
}
