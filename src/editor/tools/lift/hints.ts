import { heldKey } from '@/editor/session/holds'
import { type LiftState, partCount } from './liftSlice'

/** What is pressed at the moment. */
export type Doing = 'box' | 'lasso' | 'dab' | 'spread'

/** Where the pointer is: within what was drawn round the object, or outside of it. */
export type Where = 'within' | 'beyond'

/** What the next stroke would do. */
export function liftHint(
	{ wish, asked, ghost, busy, keeping, problem }: LiftState,
	where: Where,
	less: boolean,
): string {
	if (problem) return problem
	if (keeping) return 'The outline is kept as soon as it is found in full. Esc: call the lift off.'
	if (busy && !ghost) return 'Lifting. Esc: call the lift off.'
	if (wish.way === 'colour')
		return asked
			? 'Click: another colour instead. Shift: this area too. Drag: widen the spread. Enter: keep it.'
			: 'Click an area of one colour: its outline. Drag: widen the spread.'
	if (!asked)
		return less
			? 'First drag a box round the object.'
			: `Drag a box round the object. ${heldKey('lasso')}: a loose lasso round it.`
	if (less) return 'Dab or draw: this does not belong to the object.'
	const parts = ghost ? partCount(ghost.contours) : 0
	const keep = parts > 1 ? `Enter keeps it; Shift Enter: ${parts} pieces.` : 'Enter keeps it.'
	const away = heldKey('outside').replace('Hold', 'hold')
	const mend = `Dab what is missing; ${away}: what is too much. ${keep}`
	return where === 'beyond' ? `${mend} Drag here: keep this outline, and draw the next box.` : mend
}

export function pressedLiftHint(doing: Doing): string {
	return {
		box: 'Release: the object in this box is outlined. Esc: leave it.',
		lasso: 'Release: the object in this loop is outlined. Esc: leave it.',
		dab: 'Release: the outline is sought anew.',
		spread: 'Drag right: more of what is alike. Left: less.',
	}[doing]
}
