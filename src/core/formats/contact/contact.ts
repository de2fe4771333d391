import { displayList } from '../../artwork/displayList'
import { paintedBox } from '../../artwork/paintedBox'
import type { Affine } from '../../geometry/affine'
import { transformPieces } from '../../path/arrangePieces'
import type { Piece, Sheet } from '../../path/model'

/** Pages of contact sheets are A4, upright; mm. */
const PAGE = { width: 210, height: 297, margin: 12, heading: 14 } as const
const COLUMNS = 3
const ROWS = 5
/** Between pictures, and for the two lines of words under each, mm. */
const GAP = 6
const WORDS = 10
/** How large words are, mm. */
const SIZES = { heading: 5, name: 3.2, size: 2.8 } as const

/** Words on a contact sheet; where their first letter stands, mm from the page's upper left. */
export interface Words {
	readonly text: string
	readonly at: readonly [x: number, y: number]
	/** How large they are, mm. */
	readonly size: number
	readonly faint: boolean
}

/** A page of a contact sheet: its unit is the mm. */
export interface ContactPage {
	readonly sheet: Sheet
	readonly words: readonly Words[]
}

/** All pieces that show, each as large as its place has room for, with its name and how large it really is. */
export function contactPages(sheet: Sheet): ContactPage[] {
	const { width, height, margin, heading } = PAGE
	const shown = displayList(sheet).map(({ piece }) => piece)
	const count = Math.max(1, Math.ceil(shown.length / (COLUMNS * ROWS)))
	const across = (width - 2 * margin - (COLUMNS - 1) * GAP) / COLUMNS
	const down = (height - 2 * margin - heading - (ROWS - 1) * GAP) / ROWS
	return Array.from({ length: count }, (_, page): ContactPage => {
		const own = shown.slice(page * COLUMNS * ROWS, (page + 1) * COLUMNS * ROWS)
		const places = own.map((piece, n) => {
			const x = margin + (n % COLUMNS) * (across + GAP)
			const y = margin + heading + Math.floor(n / COLUMNS) * (down + GAP)
			return { piece, x, y, room: [across, down - WORDS] as const }
		})
		const title = count > 1 ? `${sheet.name}, ${page + 1} of ${count}` : sheet.name
		const { background: _ground, groups: _groups, ...plain } = sheet
		return {
			sheet: {
				...plain,
				width,
				height,
				mmPerPx: 1,
				photos: [],
				guides: [],
				pieces: places.map(({ piece, x, y, room }) => laid(sheet, piece, [x, y], room)),
			},
			words: [
				{ text: title, at: [margin, margin + SIZES.heading], size: SIZES.heading, faint: false },
				...places.flatMap(({ piece, x, y, room }): Words[] => [
					{ text: piece.name, at: [x, y + room[1] + 4], size: SIZES.name, faint: false },
					{
						text: sizeOf(piece, sheet.mmPerPx),
						at: [x, y + room[1] + 8],
						size: SIZES.size,
						faint: true,
					},
				]),
			],
		}
	})
}

/** A piece in the middle of a place, as large as there is room for. */
function laid(
	sheet: Sheet,
	piece: Piece,
	[x, y]: readonly [number, number],
	room: readonly [number, number],
): Piece {
	const box = paintedBox([piece])
	const { group: _group, ...alone } = piece
	if (!box) return alone
	const [w, h] = [Math.max(box.maxX - box.minX, 1e-6), Math.max(box.maxY - box.minY, 1e-6)]
	const scale = Math.min(room[0] / w, room[1] / h)
	const [left, top] = [x + (room[0] - w * scale) / 2, y + (room[1] - h * scale) / 2]
	const map: Affine = [scale, 0, 0, scale, left - box.minX * scale, top - box.minY * scale]
	const { paintStays: _stays, ...moving } = alone
	const moved = transformPieces({ ...sheet, pieces: [moving] }, new Set([piece.id]), map).pieces[0]
	return moved ?? alone
}

function sizeOf(piece: Piece, mmPerPx: number | undefined): string {
	const box = paintedBox([piece])
	const [w, h] = (box ? [box.maxX - box.minX, box.maxY - box.minY] : [0, 0]).map((px) =>
		mmPerPx === undefined ? String(Math.round(px)) : String(Number((px * mmPerPx).toFixed(1))),
	)
	return `${w} × ${h} ${mmPerPx === undefined ? 'px' : 'mm'}`
}
