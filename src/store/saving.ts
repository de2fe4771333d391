import { StorageFull, StorageRefused } from './database'
import { type OpenedSheet, WrittenElsewhere } from './openedSheet'
import type { OpenSheet } from './openSheet'
import { nextSaving, type SavingEvent, type SavingProblem } from './savingState'

/** The first edit of a run is written to the database at once, the next at most this long after it, ms. */
const SAVE_WITHIN_MS = 400
/** The same where nothing can be noted ahead of the database. */
const SAVE_SOON_MS = 100
/** Edits in a row are noted at most this often, ms. */
const NOTE_EVERY_MS = 60
/** A write that failed is tried again after this, ms. */
const RETRY_AFTER_MS = 5000

/** Keeps a sheet saved. */
export interface Keeper {
	/** Notes and writes at once what is not written yet. */
	flush(): Promise<void>
	/** Another tab has the sheet: nothing is written any more; what is not written yet is noted for it. */
	lose(): void
	/** Nothing is saved any more. */
	stop(): void
}

/**
 * Saves the open sheet whenever it changed: noted at once; the first of a run of edits is written at once
 * too, for a browser that is killed may take its notes with it, and the others soon, so that a long drag
 * is saved on the way. How it stands is told in the store.
 */
export function keepSaved(open: OpenSheet, opened: OpenedSheet, desk?: () => unknown): Keeper {
	let timer: ReturnType<typeof setTimeout> | null = null
	let notes: ReturnType<typeof setTimeout> | null = null
	let running: Promise<void> | null = null
	let within = SAVE_WITHIN_MS
	let wroteAt = Number.NEGATIVE_INFINITY

	const isStored = () => open.sheet() === opened.stored()
	const tell = (event: SavingEvent) => {
		const { saving } = open.getState()
		const next = nextSaving(saving, event)
		if (next.state !== saving.state || event.what === 'failed') open.setSaving(next)
	}
	const ours = () => open.getState().saving.state !== 'not-ours'

	const note = () => {
		if (notes !== null) clearTimeout(notes)
		notes = null
		if (isStored() && !running) opened.dropNote()
		else if (!opened.note(open.sheet())) within = SAVE_SOON_MS
	}
	const noteSoon = () => {
		// The first of a run is noted before anything else can happen.
		if (notes !== null) return
		note()
		notes = setTimeout(() => {
			notes = null
			if (ours() && !isStored()) note()
		}, NOTE_EVERY_MS)
	}

	const write = async (): Promise<void> => {
		const { history } = open.getState()
		wroteAt = performance.now()
		tell({ what: 'began' })
		try {
			await opened.write(history.present, { desk: desk?.(), history })
			tell({ what: 'written', stored: isStored() })
			if (ours()) note()
		} catch (error) {
			if (error instanceof WrittenElsewhere) lose()
			else tell({ what: 'failed', problem: problemOf(error) })
		}
	}
	/** Writes one state after another until what is on the bench is stored. */
	const save = (): Promise<void> => {
		if (timer !== null) clearTimeout(timer)
		timer = null
		if (isStored() || !ours()) return running ?? Promise.resolve()
		const next = running
			? running.then(() => (isStored() || !ours() ? undefined : write()))
			: write()
		const mine = next.finally(() => {
			if (running !== mine) return
			running = null
			const { state } = open.getState().saving
			if (state === 'dirty') saveSoon()
			if (state === 'failed') timer ??= setTimeout(save, RETRY_AFTER_MS)
		})
		running = mine
		return mine
	}

	const saveSoon = () => {
		timer ??= setTimeout(save, Math.max(0, wroteAt + within - performance.now()))
	}

	const lose = () => {
		if (!ours()) return
		if (!isStored()) note()
		stopTimers()
		tell({ what: 'lost' })
		open.setReadOnly(true)
	}
	const stopTimers = () => {
		if (timer !== null) clearTimeout(timer)
		if (notes !== null) clearTimeout(notes)
		timer = notes = null
	}

	const unsubscribe = open.subscribe(({ history }, before) => {
		if (history.present === before.history.present || !ours()) return
		tell({ what: 'changed', stored: isStored() })
		noteSoon()
		if (!isStored() && !running) saveSoon()
	})
	// What was found noted ahead of the database goes into it.
	if (!isStored()) {
		tell({ what: 'changed', stored: false })
		timer = setTimeout(save, 0)
	}
	return {
		flush: () => {
			if (ours() && !isStored()) note()
			return save()
		},
		lose,
		stop: () => {
			unsubscribe()
			stopTimers()
		},
	}
}

function problemOf(error: unknown): SavingProblem {
	if (error instanceof StorageFull) return 'full'
	return error instanceof StorageRefused ? 'refused' : 'other'
}
