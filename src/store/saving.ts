import type { Sheet } from '@/core'
import { StorageFull, StorageRefused } from './database'
import type { OpenSheet } from './openSheet'

/** An edit is written at most this long after it was made, ms. */
export const SAVE_WITHIN_MS = 400
/** A write that failed is tried again after this, ms. */
const RETRY_AFTER_MS = 5000

/**
 * Saves the open sheet whenever it changed, soon after the first of a run of edits, so that
 * a long drag is saved on the way. A failed write is said in the store and tried again.
 * @returns `flush`, which writes at once what is not written yet, and `stop`
 */
export function keepSaved(
	open: OpenSheet,
	write: (sheet: Sheet) => Promise<unknown>,
): { flush: () => Promise<void>; stop: () => void } {
	let written = open.sheet()
	let timer: ReturnType<typeof setTimeout> | null = null
	let running: Promise<void> = Promise.resolve()

	const save = () => {
		if (timer !== null) clearTimeout(timer)
		timer = null
		running = running.then(writeNow)
		return running
	}
	const writeNow = async () => {
		const sheet = open.sheet()
		if (sheet === written) return
		try {
			await write(sheet)
			written = sheet
			if (open.sheet() === sheet) open.setSaving({ state: 'saved' })
		} catch (error) {
			open.setSaving({ state: 'failed', problem: problemOf(error) })
			timer ??= setTimeout(save, RETRY_AFTER_MS)
		}
	}
	const unsubscribe = open.subscribe(({ history, saving }) => {
		if (history.present === written) return
		if (saving.state === 'saved') open.setSaving({ state: 'pending' })
		timer ??= setTimeout(save, SAVE_WITHIN_MS)
	})
	return {
		flush: save,
		stop: () => {
			unsubscribe()
			if (timer !== null) clearTimeout(timer)
		},
	}
}

function problemOf(error: unknown): 'full' | 'refused' | 'other' {
	if (error instanceof StorageFull) return 'full'
	return error instanceof StorageRefused ? 'refused' : 'other'
}
