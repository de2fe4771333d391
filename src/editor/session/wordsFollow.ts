import { findPiece } from '@/core'
import { followed } from '@/core/letter'
import type { Service } from './definitions'
import { sayOnce } from './saying'

/** Steps that are there to make outlines of words, by what undo calls them. */
const MEANT = 'Make pieces of words'

/**
 * Words are laid anew with every edit that changes what they go by, within its step. Where an edit made outlines of words
 * that are not meant to be that yet, it is said.
 */
export const wordsFollow: Service = ({ open, desk }) => {
	const leave = open.alsoSettle(followed)
	const stop = open.subscribe((state, before) => {
		const [now, then] = [state.history.present, before.history.present]
		if (now.pieces === then.pieces || state.travels !== before.travels) return
		if (state.history.past.at(-1)?.label === MEANT) return
		const lost = then.pieces.find(
			({ id, lettering }) => lettering && findPiece(now, id)?.lettering === undefined,
		)
		if (lost && findPiece(now, lost.id))
			sayOnce(desk, `“${lost.name}” is outlines now, and no text. Ctrl Z makes words of it again.`)
	})
	return () => {
		stop()
		leave()
	}
}
