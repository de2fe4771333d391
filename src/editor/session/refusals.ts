import { SHEET_REACH_PX } from '@/core'
import { closeSnack, showSnack } from '@/kit/snackbar'
import type { History } from '@/store/history'
import type { Refusal } from '@/store/openSheet'
import type { ServiceContext } from './definitions'
import { sayOnce } from './saying'

/** Says which edits could not be done, and why, and which did more than they seem to. @returns what ends it */
export function refusals({ open, desk }: Pick<ServiceContext, 'open' | 'desk'>): () => void {
	let said: number | null = null
	return open.subscribe(({ refused, history }, before) => {
		// What could not be done is over once something else is.
		if (said !== null && history.present !== before.history.present) {
			closeSnack(said)
			said = null
		}
		const gone = goneWithNodes(history, before.history)
		if (gone)
			sayOnce(desk, `Nothing was left of “${gone}”: the piece is gone. Ctrl Z brings it back.`)
		if (!refused || refused === before.refused) return
		if (refused.kept.length > 0) sayOnce(desk, saysKept(refused))
		else
			said = showSnack(beyondReach(refused), {
				variant: 'warning',
				autoHideDuration: 10_000,
				preventDuplicate: true,
			})
	})
}

/** Steps that take nodes away, by what undo calls them. */
const TAKES_NODES = /^(?:Delete (?:a|\d+) nodes?|Remove and leave open)$/

/** The name of a piece of which such a step left nothing. */
function goneWithNodes({ past, present }: History, before: History): string | null {
	const label = past.at(-1)?.label ?? ''
	if (past.length <= before.past.length || !TAKES_NODES.test(label)) return null
	const left = new Set(present.pieces.map(({ id }) => id))
	return before.present.pieces.find(({ id }) => !left.has(id))?.name ?? null
}

function beyondReach({ label }: Refusal): string {
	return `“${label}” would put something beyond ${SHEET_REACH_PX.toLocaleString('en')} px, or make nothing of it. Nothing was changed.`
}

/** What a lock, or its being hidden, kept as it was, and what lets it go. */
export function saysKept({ label, kept, whole }: Refusal): string {
	const [first, ...more] = kept
	if (!first) return ''
	const others = more.length > 0 ? ` and ${more.length} more` : ''
	const remedy = first.why === 'locked' ? 'Unlock it first.' : 'Show it first.'
	const what = `“${first.name}”${others} ${more.length > 0 ? 'are' : 'is'} ${first.why}`
	return whole
		? `Not done: ${label}. ${what}. ${remedy}`
		: `${what}, and stayed as before. ${remedy}`
}
