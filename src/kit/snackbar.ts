import type { OptionsObject } from 'notistack'
import { createStore } from 'zustand/vanilla'
import { messageFor } from './messages'

/** A message to be shown for a while. */
export interface Snack {
	readonly key: number
	readonly message: string
	readonly options: OptionsObject
}

/** Messages that are not shown yet, and keys of those to be taken away: what shows them comes with the first. */
export const snacks = createStore<{
	readonly waiting: readonly Snack[]
	readonly closing: readonly number[]
}>(() => ({ waiting: [], closing: [] }))

let last = 0

/** Shows a message for a while. @returns its key, to take it away by */
export function showSnack(message: string, options: OptionsObject = {}): number {
	const key = ++last
	snacks.setState(({ waiting }) => ({ waiting: [...waiting, { key, message, options }] }))
	return key
}

export function closeSnack(key: number): void {
	snacks.setState(({ closing }) => ({ closing: [...closing, key] }))
}

/** A problem takes longer to read than other messages, ms. */
const PROBLEM_MS = 15_000

/** Says what went wrong, where a file was taken in with its name. @returns the message's key */
export function showProblem(
	error: unknown,
	{ file, ...options }: OptionsObject & { readonly file?: string | undefined } = {},
): number {
	return showSnack(messageFor(error, file), {
		variant: 'error',
		autoHideDuration: PROBLEM_MS,
		...options,
	})
}
