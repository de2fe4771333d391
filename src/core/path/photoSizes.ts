import { type Affine, composeAffine } from '../geometry/affine'
import type { Placement } from '../geometry/placement'
import { subtract } from '../geometry/point'
import { transformPaints } from './gradients'
import { movedLesson } from './lesson'
import { grownLetterform } from './letterLines'
import { movedMirror } from './mirror'
import type { Contour, Sheet } from './model'
import { movedBackground } from './paint'
import { type Picture, placePhoto, replacePicture, transformPhoto, upperLeft } from './photos'
import { transformContour } from './pieces'

/** Gives a photo another size, px; the corner that is seen up left stays where it is. */
export function resizePhoto(
	sheet: Sheet,
	id: string,
	size: Partial<Pick<Placement, 'width' | 'height'>>,
): Sheet {
	const find = (s: Sheet) => s.photos.find((photo) => photo.id === id)
	const resized = placePhoto(sheet, id, size)
	const [was, is] = [find(sheet), find(resized)]
	if (!was || !is) return sheet
	const [dx, dy] = subtract(upperLeft(was), upperLeft(is))
	return transformPhoto(resized, id, [1, 0, 0, 1, dx, dy])
}

/**
 * Makes the sheet's px finer by a whole factor, for a photo that was resampled so: everything on
 * the sheet grows by it, `picture` takes the place of the photo's own.
 */
export function enlargeSheet(sheet: Sheet, id: string, picture: Picture, factor: number): Sheet {
	const grow: Affine = [factor, 0, 0, factor, 0, 0]
	const grown: Sheet = {
		...movedMirror(sheet, grow),
		...movedBackground(sheet, grow),
		...movedLesson(sheet, grow),
		width: sheet.width * factor,
		height: sheet.height * factor,
		...(sheet.mmPerPx !== undefined && { mmPerPx: sheet.mmPerPx / factor }),
		guides: sheet.guides.map((guide) => ({ ...guide, at: guide.at * factor })),
		...(sheet.letterform && { letterform: grownLetterform(sheet.letterform, factor) }),
		photos: sheet.photos.map((photo) => ({ ...photo, place: composeAffine(grow, photo.place) })),
		pieces: sheet.pieces.map((piece) => ({
			...piece,
			contours: piece.contours.map((contour) =>
				grownBridges(transformContour(contour, grow), factor),
			),
			...transformPaints(piece, grow),
		})),
	}
	return replacePicture(grown, id, picture)
}

function grownBridges({ bridges, ...contour }: Contour, by: number): Contour {
	if (!bridges) return contour
	return { ...contour, bridges: bridges.map((one) => ({ ...one, width: one.width * by })) }
}
