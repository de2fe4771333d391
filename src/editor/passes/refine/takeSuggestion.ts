import { followSuggestion, type Suggestion } from '@/core'
import type { Desk } from '../../desk'
import type { Workbench } from '../../workbench'

const LABELS: Readonly<Record<Suggestion['what'], string>> = {
	needless: 'Take a needless node out',
	outermost: 'Add an outermost point',
	'nearly-smooth': 'Make a join smooth',
	'nearly-corner': 'Make a node a corner',
}

/** Follows the suggestion one stands on, as one edit. @returns whether there was one */
export function takeSuggestion({ open, desk, refresh }: Workbench): boolean {
	const { suggested } = desk.getState()
	const now = suggested?.all[suggested.at]
	if (!suggested || !now) return false
	open.apply(LABELS[now.what], (sheet) => followSuggestion(sheet, now))
	// The others are sought anew; until they are found, none is pointed at twice.
	const all = suggested.all.filter((one) => one !== now)
	desk.setState({ suggested: { all, at: all.length > 0 ? suggested.at % all.length : 0 } })
	refresh()
	return true
}

/** On to the next suggestion, round and round. */
export function nextSuggestion(desk: Desk): void {
	desk.setState(({ suggested }) =>
		suggested && suggested.all.length > 0
			? { suggested: { ...suggested, at: (suggested.at + 1) % suggested.all.length } }
			: {},
	)
}
