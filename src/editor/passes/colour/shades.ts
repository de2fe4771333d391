import {
	type Contour,
	groupPieces,
	newPiece,
	type Piece,
	piecesAbove,
	type Sheet,
	transformContour,
} from '@/core'
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
	})
	return regions?.map((region) => ({ ...region, contours: on(region.contours, to) })) ?? null
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
		groupPieces(piecesAbove(sheet, piece.id, made), ids, name),
	)
	open.seal()
	open.select(withPieces(ids))
}
