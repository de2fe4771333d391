import * as z from 'zod/mini'
import { difference, type Patch } from '@/core'

/**
 * What was edited and is not in the database yet, kept where writing takes no time: a tab that is
 * closed or dies between two writes loses none of it. Each note says on which stored revision it
 * stands; while a write is under way there are two, for it may or may not come to its end.
 */
export interface Ahead {
	/** @returns whether it was kept; it is not where the browser has no room or allows none */
	note(id: string, states: readonly State[], now: unknown): boolean
	/** What was noted about a sheet whose stored revision this is; `null` for nothing. */
	read(id: string, revision: string): Patch | null
	drop(id: string): void
}

/** A state of a sheet that is stored, or about to be. */
export interface State {
	readonly revision: string
	readonly sheet: unknown
}

const KEY = 'skiagram:ahead:'

const path = z.array(z.union([z.string(), z.number()]))

const notes = z.record(
	z.string(),
	z.array(
		z.union([
			z.tuple([path]),
			z.tuple([path, z.unknown()]),
			z.tuple([path, z.array(z.unknown()), z.number(), z.number()]),
		]),
	),
)

/** Notes in the browser's own small store, which is written at once. */
export function aheadIn(storage: () => Storage): Ahead {
	return {
		note: (id, states, now) =>
			quietly(false, () => {
				const all = states.map(({ revision, sheet }) => [revision, difference(sheet, now)] as const)
				if (all.some(([, patch]) => isLarge(patch))) throw new RangeError('Too much for a note.')
				storage().setItem(KEY + id, JSON.stringify(Object.fromEntries(all)))
				return true
			}),
		read: (id, revision) =>
			quietly(null, () => {
				const found = notes.safeParse(JSON.parse(storage().getItem(KEY + id) ?? '{}'))
				return (found.data?.[revision] as Patch | undefined) ?? null
			}),
		drop: (id) => quietly(undefined, () => storage().removeItem(KEY + id)),
	}
}

/** What holds more values than this is more than is kept of one edit. */
const MOST_VALUES = 200_000

/** Whether a tree of plain data holds more values than one would keep at once. */
export function isLarge(tree: unknown): boolean {
	let left = MOST_VALUES
	const waiting = [tree]
	while (waiting.length > 0 && left >= 0) {
		const next = waiting.pop()
		if (typeof next !== 'object' || next === null) continue
		const values = Object.values(next)
		left -= values.length
		if (left < 0) return true
		for (const value of values) waiting.push(value)
	}
	return false
}

/** Without such a store there is nothing ahead of the database. */
export const NO_AHEAD: Ahead = { note: () => false, read: () => null, drop: () => {} }

/** A small store that is full, forbidden or full of something else must not stop the work. */
function quietly<T>(otherwise: T, work: () => T): T {
	try {
		return work()
	} catch {
		return otherwise
	}
}
