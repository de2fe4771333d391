import { mapContoursOf } from './edit'
import type { Contour, Sheet } from './model'

/** Puts outlines in the place of those with the same ids. */
export function replaceOutlines(sheet: Sheet, contours: readonly Contour[]): Sheet {
	const byId = new Map(contours.map((contour) => [contour.id, contour]))
	return mapContoursOf(sheet, byId, (contour) => byId.get(contour.id) ?? contour)
}
