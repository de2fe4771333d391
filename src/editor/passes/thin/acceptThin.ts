import { replaceOutlines } from '@/core'
import type { PassContext } from '@/editor/session/definitions'
import { stillSought } from '../stillSought'
import { thinSlice } from './thinSlice'

/** Makes the ghost so, as one edit. @returns whether there was anything to take away */
export function acceptThin(
	context: Pick<PassContext, 'open' | 'desk' | 'slices' | 'refresh'>,
): boolean {
	const { open, slices, refresh } = context
	const { ghost } = slices.of(thinSlice).getState()
	if (!ghost || ghost.contours.length === 0 || open.getState().readOnly) return false
	if (stillSought(context)) return true
	open.apply(`Thin to ${ghost.after} nodes`, (sheet) => replaceOutlines(sheet, ghost.contours))
	refresh()
	return true
}
