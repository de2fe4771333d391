import {
	type Contour,
	changePiece,
	groupPieces,
	INK,
	newPiece,
	type Piece,
	piecesAbove,
	type Sheet,
	transformContour,
} from '@/core'
import { meanColour } from '@/core/colours'
import { pictureUnder } from '@/editor/session/photoPicture'
import type { Slices } from '@/editor/session/slices'
import { previewShades } from '@/jobs/colouring'
import type { OpenSheet } from '@/store/openSheet'
import { withPieces } from '@/store/selection'
import type { Shade, ShadesWish } from './colourSlice'

/** The photo under a piece as flat areas, sheet px; `null` where a newer request overtook this one. */
export async function shadesOf(
	sheet: Sheet,
	piece: Piece,
	wish: ShadesWish,
	slices: Slices,
): Promise<readonly Shade[] | null> {
	const photo = pictureUnder(sheet, slices, piece.contours)
	if (!photo) return []
	const { picture, from, to, scale } = photo
	const on = (contours: readonly Contour[], map: typeof from) =>
		contours.map((contour) => transformContour(contour, map))
	const regions = await previewShades(picture, on(piece.contours, from), wish.count, {
		smallest: wish.smallest * scale ** 2,
		tolerance: wish.deviation * scale,
		under: wish.under * scale,
	})
	return regions?.map((region) => ({ ...region, contours: on(region.contours, to) })) ?? null
}

/** A piece that nobody painted yet takes the mean of its shades: along its edge no ink shines through. */
function underlaid(sheet: Sheet, { id, fill }: Piece, areas: readonly Shade[]): Sheet {
	if (fill.kind !== 'solid' || fill.colour !== INK || areas.length === 0) return sheet
	return changePiece(sheet, id, { fill: { kind: 'solid', colour: meanColour(areas) } })
}

/** Shades become a group of pieces right above the one that they are of, chosen together, in one step. */
export function keepShades(open: OpenSheet, piece: Piece, areas: readonly Shade[]): void {
	const made = areas.map(
		({ contours, colour }, n): Piece => ({
			...newPiece(`Shade ${n + 1}`, contours),
			fill: { kind: 'solid', colour },
		}),
	)
	const ids = new Set(made.map(({ id }) => id))
	const name = `Shades of ${piece.name}`
	open.apply(`Shades of “${piece.name}”`, (sheet) =>
		groupPieces(piecesAbove(underlaid(sheet, piece, areas), piece.id, made), ids, name),
	)
	open.seal()
	open.select(withPieces(ids))
}
