import {
	boxesTouch,
	type Contour,
	type Paint,
	type Piece,
	piecesBox,
	type Sheet,
	transformContour,
	transformPaint,
} from '@/core'
import { type PhotoPicture, pictureUnder } from '@/editor/session/photoPicture'
import type { Slices } from '@/editor/session/slices'
import { paintsUnder, type Under } from '@/jobs/colouring'

/** What lies so near to a piece's edge does not count, sheet px. */
const MARGIN_PX = 3

/**
 * The photo's colour under each piece, by the piece's id; without those that no photo shows under.
 * @param gradients where one is clearly nearer to the photo
 */
export async function takeUnder(
	sheet: Sheet,
	pieces: readonly Piece[],
	slices: Slices,
	gradients: boolean,
): Promise<Map<string, Paint>> {
	const found = new Map<string, Paint>()
	/** Pieces by the photo under them: a worker has one at a time. */
	const byPhoto = new Map<string, { photo: PhotoPicture; pieces: Piece[] }>()
	for (const piece of pieces) {
		const photo = pictureUnder(sheet, slices, piece.contours)
		if (!photo) continue
		const { key } = photo.picture
		const group = byPhoto.get(key) ?? { photo, pieces: [] }
		group.pieces.push(piece)
		byPhoto.set(key, group)
	}
	for (const { photo, pieces: own } of byPhoto.values()) {
		const asked = own.map((piece) => underOf(sheet, piece, photo))
		const paints = await paintsUnder(photo.picture, asked, gradients)
		for (const [n, piece] of own.entries()) {
			const paint = paints[n]
			if (paint) found.set(piece.id, transformPaint(paint, photo.to))
		}
	}
	return found
}

function underOf({ pieces }: Sheet, piece: Piece, { from, scale }: PhotoPicture): Under {
	const on = (contours: readonly Contour[]) =>
		contours.map((contour) => transformContour(contour, from))
	const box = piecesBox([piece])
	const above = pieces
		.slice(pieces.findIndex(({ id }) => id === piece.id) + 1)
		.filter((one) => !one.hidden && one.fill.kind !== 'none' && boxesTouch(piecesBox([one]), box))
	return {
		contours: on(piece.contours),
		covered: above.map(({ contours }) => on(contours)),
		margin: MARGIN_PX * scale,
	}
}
