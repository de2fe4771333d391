import { type Affine, composeAffine } from '../geometry/affine'
import { type Box, boxOf, joinBoxes } from '../geometry/box'
import { boundsOf } from './contour'
import { transformPaints } from './gradients'
import { movedLesson } from './lesson'
import { movedMirror } from './mirror'
import type { Piece, Sheet } from './model'
import { movedBackground } from './paint'
import { photoCorners } from './photos'
import { transformContour } from './pieces'

/** A sheet is no smaller than this, px. */
const LEAST_PX = 1

/** Gives the sheet another size, px; what lies on it stays where it is from the upper left. */
export function resizeSheet(sheet: Sheet, size: Partial<Pick<Sheet, 'width' | 'height'>>): Sheet {
	const { width, height } = { ...sheet, ...size }
	return { ...sheet, width: Math.max(LEAST_PX, width), height: Math.max(LEAST_PX, height) }
}

/** Lays the sheet round a box: its upper left corner is the box's, and everything on it goes along. */
export function fitSheetTo(sheet: Sheet, { minX, minY, maxX, maxY }: Box): Sheet {
	const by: Affine = [1, 0, 0, 1, -minX, -minY]
	const moved: Sheet = {
		...movedMirror(sheet, by),
		...movedBackground(sheet, by),
		...movedLesson(sheet, by),
		guides: sheet.guides.map((guide) => ({
			...guide,
			at: guide.at - (guide.axis === 'x' ? minX : minY),
		})),
		photos: sheet.photos.map((photo) => ({ ...photo, place: composeAffine(by, photo.place) })),
		pieces: sheet.pieces.map((piece) => ({
			...piece,
			...transformPaints(piece, by),
			...movedWords(piece, by),
			contours: piece.contours.map((contour) => transformContour(contour, by)),
		})),
	}
	return resizeSheet(moved, { width: Math.ceil(maxX - minX), height: Math.ceil(maxY - minY) })
}

/** Words that stand by themselves stand elsewhere then; those that go by an outline go along with it. */
function movedWords({ lettering }: Piece, by: Affine): Pick<Piece, 'lettering'> | null {
	if (lettering?.setting.kind !== 'free') return null
	const place = composeAffine(by, lettering.setting.place)
	return { lettering: { ...lettering, setting: { kind: 'free', place } } }
}

/** The box round all pieces that show; nothing where there are none. */
export function artworkBox({ pieces }: Pick<Sheet, 'pieces'>): Box | null {
	const boxes = pieces.filter(({ hidden }) => !hidden).flatMap((p) => p.contours.map(boundsOf))
	return boxes.length > 0 ? boxes.reduce(joinBoxes) : null
}

/** The box round all photos that show; nothing where there are none. */
export function photosBox({ photos }: Pick<Sheet, 'photos'>): Box | null {
	const corners = photos.filter(({ hidden }) => !hidden).flatMap(photoCorners)
	return corners.length > 0 ? boxOf(corners) : null
}
