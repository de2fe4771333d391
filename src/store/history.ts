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

/** Takes up an edit's result. What changes nothing leaves no step and keeps what can be redone. */
/**
 * Adds a step. While the application is built and tested, a sheet that is not sound is an error.
 */
export function record(
	history: History,
	label: string,
	next: Sheet,
	key: string | null = null,
): History {
	if (next === history.present) return history
	if (process.env.NODE_ENV !== 'production') assertSound(label, next)
	const last = history.past.at(-1)
	const goesOn = key !== null && last?.key === key && history.future.length === 0
	const past = goesOn ? history.past : [...history.past, { label, before: history.present, key }]
	return { present: next, past, future: [] }
}

function assertSound(label: string, sheet: Sheet): void {
	const flaws = flawsOf(sheet)
	if (flaws.length > 0) throw new Error(`“${label}” leaves an unsound sheet: ${flaws.join('; ')}.`)
}

/** Ends a coalesced run: the next edit is a step of its own, whatever its key. */
export function seal(history: History): History {
	const last = history.past.at(-1)
	if (!last?.key) return history
	return { ...history, past: history.past.with(-1, { ...last, key: null }) }
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
