import { followSuggestion, type Suggestion } from '@/core'
import type { PassContext } from '@/editor/session/definitions'
import { stillSought } from '../stillSought'
import { refineSlice } from './refineSlice'

const LABELS: Readonly<Record<Suggestion['what'], string>> = {
	needless: 'Take a needless node out',
	outermost: 'Add an outermost point',
	'nearly-smooth': 'Make a join smooth',
	'nearly-corner': 'Make a node a corner',
}

/** Follows the suggestion one stands on, as one edit. @returns whether there was one */
export function takeSuggestion(
	context: Pick<PassContext, 'open' | 'desk' | 'slices' | 'refresh'>,
): boolean {
	const { open, slices, refresh } = context
	const refine = slices.of(refineSlice)
	const { suggested } = refine.getState()
	const now = suggested?.all[suggested.at]
	if (!suggested || !now) return false
	if (stillSought(context)) return true
	open.apply(LABELS[now.what], (sheet) => followSuggestion(sheet, now))
	// The others are sought anew; until they are found, none is pointed at twice.
	const all = suggested.all.filter((one) => one !== now)
	refine.setState({ suggested: { all, at: all.length > 0 ? suggested.at % all.length : 0 } })
	refresh()
	return true
}
