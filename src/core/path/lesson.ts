import type { Affine } from '../geometry/affine'
import { transformPaints } from './gradients'
import type { Sheet } from './model'
import { transformContour } from './pieces'

/** The drill that a sheet is for, with its answer where the sheet's own px went; to be spread over a sheet. */
export function movedLesson({ lesson }: Sheet, map: Affine): Pick<Sheet, 'lesson'> | null {
	if (!lesson) return null
	const answer = lesson.answer.map((piece) => ({
		...piece,
		...transformPaints(piece, map),
		contours: piece.contours.map((contour) => transformContour(contour, map)),
	}))
	return { lesson: { ...lesson, answer } }
}
