import { displayList } from '../../artwork/displayList'
import { paintedBox } from '../../artwork/paintedBox'
import { contains } from '../../combine/winding'
import { type Box, boxContains, boxCorners, boxesTouch, boxOf, growBox } from '../../geometry/box'
import type { Point } from '../../geometry/point'
import { segmentsMeet } from '../../geometry/polygon'
import { flattenContour, isFilled } from '../../path/contour'
import type { Piece, Sheet } from '../../path/model'
import { mmPerPx } from '../pageSize'
import { MOST_TILES, PAPERS, saysTooManyTiles, type TileOptions, tileGrid } from './papers'

/** A page of several that are stuck together. */
export interface Tile {
	/** Its row by a letter and its column by a number, “B2”. */
	readonly name: string
	readonly row: number
	readonly column: number
	/** What of the sheet is on it, px. */
	readonly area: Box
	/** Nothing is painted there: it is not printed. */
	readonly empty: boolean
}

export interface Tiling {
	/** Of the paper as it is put in, mm. */
	readonly width: number
	readonly height: number
	/** What is printed of it, mm. */
	readonly margin: number
	readonly overlap: number
	readonly rows: number
	readonly columns: number
	readonly tiles: readonly Tile[]
}

/** More pages would be printed than anybody sticks together. */
export class TooManyTiles extends Error {
	constructor(says: string) {
		super(says)
		this.name = 'TooManyTiles'
	}
}

/**
 * The pages that a sheet is printed on as large as it is, the way round that takes fewer; what is painted lies in
 * their middle.
 * @throws {TooManyTiles}
 */
export function tilingOf(sheet: Sheet, o: TileOptions): Tiling {
	const refused = saysTooManyTiles(sheet, o)
	if (refused) throw new TooManyTiles(refused)
	const { width, height } = PAPERS[o.paper]
	const ways = [laidOut(sheet, o, width, height), laidOut(sheet, o, height, width)]
	const cost = ({ tiles }: Tiling) =>
		MOST_TILES * tiles.filter(({ empty }) => !empty).length + tiles.length
	const [upright, across] = ways as [Tiling, Tiling]
	return cost(across) < cost(upright) ? across : upright
}

function laidOut(sheet: Sheet, o: TileOptions, width: number, height: number): Tiling {
	const { overlap, margin } = o
	const mm = mmPerPx(sheet)
	const [across, down] = [width - 2 * margin, height - 2 * margin]
	const [columns, rows] = tileGrid(sheet, o, [width, height])
	const step = [across - overlap, down - overlap] as const
	// What is left over lies evenly on all sides.
	const spare = [
		(columns * step[0] + overlap - sheet.width * mm) / 2,
		(rows * step[1] + overlap - sheet.height * mm) / 2,
	] as const
	const pieces = displayList(sheet).map(({ piece }) => piece)
	const tiles = Array.from({ length: rows * columns }, (_, n): Tile => {
		const [row, column] = [Math.floor(n / columns), n % columns]
		const [x, y] = [column * step[0] - spare[0], row * step[1] - spare[1]]
		const area = { minX: x / mm, minY: y / mm, maxX: (x + across) / mm, maxY: (y + down) / mm }
		const ground = sheet.background !== undefined && sheet.background.kind !== 'none'
		const empty = !ground && !pieces.some((piece) => isSeenIn(piece, area))
		return { name: `${rowName(row)}${column + 1}`, row, column, area, empty }
	})
	return { width, height, margin, overlap, rows, columns, tiles }
}

/** A, B, … Z, AA, AB, … */
function rowName(row: number): string {
	const letter = String.fromCharCode(65 + (row % 26))
	return row < 26 ? letter : rowName(Math.floor(row / 26) - 1) + letter
}

/** Whether something of a piece is painted within a box. */
function isSeenIn(piece: Piece, box: Box): boolean {
	const painted = paintedBox([piece])
	if (!painted || !boxesTouch(painted, box)) return false
	const { stroke, contours, fillRule, fill } = piece
	const line = stroke.paint.kind === 'none' ? 0 : stroke.width / 2
	const round = growBox(box, line)
	const corners = boxCorners(round)
	const edges = corners.map((p, k) => [p, corners[(k + 1) % corners.length] ?? p] as const)
	const passes = contours.some((contour) => {
		const places = flattenContour(contour)
		const ring = contour.closed && places[0] ? [...places, places[0]] : places
		return ring.some((p, k) => {
			if (boxContains(round, p)) return true
			const next: Point | undefined = ring[k + 1]
			return (
				next !== undefined &&
				boxesTouch(boxOf([p, next]), round) &&
				edges.some(([a, b]) => segmentsMeet(p, next, a, b))
			)
		})
	})
	if (passes) return true
	const areas = contours.filter(isFilled)
	const middle: Point = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
	return fill.kind !== 'none' && contains(areas, middle, fillRule)
}
