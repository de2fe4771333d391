import { difference, isSoundChange, type Patch, parseSheet, patched, type Sheet } from '@/core'
import { isLarge } from './ahead'
import type { SkiagramDatabase, StoredDocument, StoredStep } from './database'
import type { History } from './history'
import { isStep } from './laterRows'

/** What is kept of undo and redo beyond the tab: at most so many steps, in at most so many characters. */
export const MOST_STEPS = 300
const MOST_TEXT = 8e6

/** What undo and redo had when the sheet was last written. */
export type Recalled = Pick<History, 'past' | 'future'>

/** Steps between states of a sheet, each state with a number, as they are to be stored. */
export interface StepsToWrite {
	readonly id: string
	/** The number of the state that is stored with them. */
	readonly at: number
	/** The number of the last state. */
	readonly last: number
	/** Steps before this state are kept no longer. */
	readonly from: number
	readonly rows: readonly StoredStep[]
	/** Called once all of it is stored. */
	written(): void
}

/** Keeps the steps of one open sheet. */
export interface StepKeeper {
	/** What is new of a history since it was last written. */
	toWrite(history: History): StepsToWrite
	/** The steps that were stored, as far back as they can be read. */
	recalled(): Promise<Recalled>
}

/**
 * The steps of a sheet that was opened.
 * @param opened as it is stored
 * @param document what it was read from; its steps are those that were written with it
 */
export async function keepSteps(
	{ steps, histories }: SkiagramDatabase,
	opened: Sheet,
	document: StoredDocument,
): Promise<StepKeeper> {
	const { id } = document
	const history = await histories.get(id)
	const own = history && history.revision === document.revision ? history : null
	const start = own?.at ?? 0
	/** Which state of the sheet each known one is. */
	const numbers = new WeakMap<Sheet, number>([[opened, start]])
	/** What is stored: states by their numbers, and how long the step after each is. */
	let states = new Map<number, Sheet>([[start, opened]])
	let lengths = new Map<number, number>()
	/** Steps before this one are not kept. */
	let from = own ? 0 : start

	/** The greatest number that a state has. */
	let greatest = start

	const toWrite = ({ past: whole, present, future }: History): StepsToWrite => {
		const past = whole.slice(-MOST_STEPS)
		const undone = future.toReversed()
		const all = [...past.map(({ before }) => before), present, ...undone.map(({ after }) => after)]
		const labels = [...past, ...undone].map(({ label }) => label)
		const known = all.findIndex((state) => numbers.has(state))
		const [found] = known < 0 ? [] : [all[known]]
		const base = found ? Number(numbers.get(found)) - known : greatest + 1
		const at = base + past.length
		const last = base + all.length - 1
		greatest = Math.max(greatest, last)
		let oldest = Math.max(found ? from : base, at - MOST_STEPS)
		const rows: StoredStep[] = []
		const [nextStates, nextLengths] = [new Map<number, Sheet>(), new Map<number, number>()]
		for (const [i, state] of all.entries()) {
			const n = base + i
			numbers.set(state, n)
			nextStates.set(n, state)
			const after = all[i + 1]
			if (!after || n < oldest) continue
			const length = lengths.get(n)
			if (length !== undefined && states.get(n) === state && states.get(n + 1) === after) {
				nextLengths.set(n, length)
				continue
			}
			const row = stepOf(id, n, labels[i] ?? '', state, after)
			if (row) {
				rows.push(row)
				nextLengths.set(n, lengthOf(row))
			} else if (n < at) oldest = n + 1
			// What was undone can only be done again from where one is.
			else break
		}
		let length = 0
		for (let n = at - 1; n >= oldest; n--) {
			length += nextLengths.get(n) ?? 0
			if (length > MOST_TEXT) oldest = n + 1
		}
		const written = () => {
			states = nextStates
			lengths = nextLengths
			from = oldest
		}
		return { id, at, last, from: oldest, rows: rows.filter(({ n }) => n >= oldest), written }
	}

	const recalled = async (): Promise<Recalled> => {
		if (!own) return { past: [], future: [] }
		const rows = await steps
			.where('[sheet+n]')
			.between([id, 0], [id, Number.POSITIVE_INFINITY])
			.toArray()
		const byNumber = new Map(rows.filter((row: unknown) => isStep(row)).map((row) => [row.n, row]))
		const past: Recalled['past'][number][] = []
		const future: Recalled['future'][number][] = []
		walk(byNumber, opened, start - 1, -1, (n, row, before) => {
			past.push({ label: row.label, before, key: null })
			numbers.set(before, n)
			states.set(n, before)
			lengths.set(n, lengthOf(row))
		})
		walk(byNumber, opened, start, 1, (n, row, after) => {
			future.push({ label: row.label, after })
			numbers.set(after, n + 1)
			greatest = Math.max(greatest, n + 1)
			states.set(n + 1, after)
			lengths.set(n, lengthOf(row))
		})
		return { past: past.reverse(), future: future.reverse() }
	}
	return { toWrite, recalled }
}

const lengthOf = ({ back, forth }: StoredStep): number => back.length + forth.length

/** From state to state, as long as there are steps that can be read and lead to a sheet. */
function walk(
	rows: ReadonlyMap<number, StoredStep>,
	sheet: Sheet,
	from: number,
	by: 1 | -1,
	found: (n: number, row: StoredStep, sheet: Sheet) => void,
): void {
	let now = sheet
	for (let n = from; ; n += by) {
		const row = rows.get(n)
		const next = row && stepped(now, by < 0 ? row.back : row.forth)
		if (!row || !next) return
		found(n, row, next)
		now = next
	}
}

/** `null` where the step does not lead to a sheet. */
function stepped(sheet: Sheet, patch: string): Sheet | null {
	try {
		const next = patched(sheet, JSON.parse(patch) as Patch) as Sheet
		// What is the same as before is known to be a sheet's.
		const same = new Set(sheet.pieces)
		parseSheet({ ...next, pieces: next.pieces.filter((piece) => !same.has(piece)) })
		return isSoundChange(next, sheet) ? next : null
	} catch {
		return null
	}
}

/** `null` for a step too large to be kept. */
function stepOf(
	sheet: string,
	n: number,
	label: string,
	before: Sheet,
	after: Sheet,
): StoredStep | null {
	const [back, forth] = [difference(after, before), difference(before, after)]
	if (isLarge(back) || isLarge(forth)) return null
	const texts = { back: JSON.stringify(back), forth: JSON.stringify(forth) }
	const photos = new Set(
		Object.values(texts).flatMap((text) =>
			Array.from(text.matchAll(/"blob":"([^"]+)"/g), ([, id]) => String(id)),
		),
	)
	return { sheet, n, label, ...texts, photos: [...photos] }
}

/** Stores steps, within the transaction that stores the sheet. */
export async function putSteps(
	{ steps, histories }: SkiagramDatabase,
	{ id, at, last, from, rows }: StepsToWrite,
	revision: string,
): Promise<void> {
	const numbered = (min: number, max: number) =>
		steps.where('[sheet+n]').between([id, min], [id, max], true, false).delete()
	await numbered(Number.NEGATIVE_INFINITY, from)
	await numbered(last, Number.POSITIVE_INFINITY)
	await steps.bulkPut([...rows])
	await histories.put({ id, revision, at })
}
