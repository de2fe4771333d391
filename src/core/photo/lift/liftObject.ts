import type { Contour } from '../../path/model'
import type { Pixels } from '../pixels'
import type { LiftHint } from './hint'
import { type LiftOptions, liftingFrom } from './lifting'

/**
 * The outline of one object in a photo, with its openings: sought by graph cuts in a small copy, its
 * boundary then in a narrow band at full size, moved onto the photo's edge and fitted.
 * @param hint where the object is, px of the photo
 * @returns closed; parts clockwise on screen and openings the other way, so that both fill rules agree
 * @throws NothingToLift with a reason in words where the hint names no object
 */
export function liftObject(photo: Pixels, hint: LiftHint, o: LiftOptions = {}): Contour[] {
	return liftingFrom(photo)(hint, o).contours
}
