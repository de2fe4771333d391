import type { OptionsObject } from 'notistack'
import { createStore } from 'zustand/vanilla'
import { mayBeNeeded } from './ahead'

/** What problems are called in words: it comes with the first of them. */
const fetchMessages = mayBeNeeded(() => import('./messages'))

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
	const key = ++last
	const shown: OptionsObject = { variant: 'error', autoHideDuration: PROBLEM_MS, ...options }
	const show = (message: string) =>
		snacks.setState(({ waiting }) => ({
			waiting: [...waiting, { key, message, options: shown }],
		}))
	fetchMessages().then(
		({ messageFor }) => show(messageFor(error, file)),
		// Without its words a problem is told as it tells itself.
		() => show(`Something went wrong: ${error instanceof Error ? error.message : error}.`),
	)
	return key
}
