import equal from 'fast-deep-equal'
import { flawsOf, type Sheet } from '@/core'

/** One edit as undo knows it: what it was called, and the sheet before it. */
export interface Step {
	readonly label: string
	readonly before: Sheet
	/** Edits in a row that share a key are one step: a drag, a run of nudges. */
	readonly key: string | null
}

/** The open sheet with everything that undo and redo need; without limit, by structural sharing. */
export interface History {
	readonly present: Sheet
	readonly past: readonly Step[]
	readonly future: readonly { readonly label: string; readonly after: Sheet }[]
}

export function begin(sheet: Sheet): History {
	return { present: sheet, past: [], future: [] }
}

/**
 * Takes up an edit's result as a step. What changes nothing leaves none, and keeps what can be redone;
 * edits in a row that share a key are one step. While the application is built and tested, a sheet that is not sound is an error.
 */
export function record(
	history: History,
	label: string,
	next: Sheet,
	key: string | null = null,
): History {
	if (next === history.present || equal(next, history.present)) return history
	if (process.env.NODE_ENV !== 'production') assertSound(label, next)
	const last = history.past.at(-1)
	const goesOn = key !== null && last?.key === key && history.future.length === 0
	// A run is called after what it did last: a handle that was moved and then dropped on its node.
	const past = goesOn
		? history.past.with(-1, { ...last, label })
		: [...history.past, { label, before: history.present, key }]
	return { present: next, past, future: [] }
}

function assertSound(label: string, sheet: Sheet): void {
	const flaws = flawsOf(sheet)
	if (flaws.length > 0) throw new Error(`“${label}” leaves an unsound sheet: ${flaws.join('; ')}.`)
}

/**
 * Ends a coalesced run: the next edit is a step of its own, whatever its key. A run that came back to
 * where it began was none.
 */
export function seal(history: History): History {
	const last = history.past.at(-1)
	if (!last?.key) return history
	if (equal(history.present, last.before))
		return { ...history, present: last.before, past: history.past.slice(0, -1) }
	return { ...history, past: history.past.with(-1, { ...last, key: null }) }
}

/** Takes up an edit that brings back the sheet as it was before the last step: that step is none. */
export function takeBack(history: History, label: string, next: Sheet): History {
	const last = history.past.at(-1)
	if (!last || !equal(next, last.before)) return record(history, label, next)
	return { ...history, present: last.before, past: history.past.slice(0, -1) }
}

/** Takes up an edit as a part of the last step, which is called after it: undo takes back both. */
export function amend(history: History, label: string, next: Sheet): History {
	const last = history.past.at(-1)
	if (!last || next === history.present) return record(history, label, next)
	if (process.env.NODE_ENV !== 'production') assertSound(label, next)
	return { present: next, past: history.past.with(-1, { ...last, label }), future: [] }
}

export function undo(history: History): History {
	const last = history.past.at(-1)
	if (!last) return history
	return {
		present: last.before,
		past: history.past.slice(0, -1),
		future: [...history.future, { label: last.label, after: history.present }],
	}
}

export function redo(history: History): History {
	const next = history.future.at(-1)
	if (!next) return history
	return {
		present: next.after,
		past: [...history.past, { label: next.label, before: history.present, key: null }],
		future: history.future.slice(0, -1),
	}
}
