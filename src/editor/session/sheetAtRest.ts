import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Sheet } from '@/core'
import type { OpenSheet } from '@/store/openSheet'

/** A hand that holds still for so long in the middle of a drag is looking at the panels, ms. */
const STILL_MS = 500

/**
 * The sheet as it was when the hand last rested: for panels and figures, which need not be made
 * anew for every step of a drag. A run of edits that become one step ends with its sealing.
 */
export function sheetAtRest(open: OpenSheet): StoreApi<{ readonly sheet: Sheet }> {
	const store = createStore(() => ({ sheet: open.sheet() }))
	let timer: ReturnType<typeof setTimeout> | undefined
	const settle = () => {
		clearTimeout(timer)
		if (store.getState().sheet !== open.sheet()) store.setState({ sheet: open.sheet() })
	}
	open.subscribe(({ history }, before) => {
		if (history === before.history) return
		const running = history.past.at(-1)?.key ?? null
		clearTimeout(timer)
		if (running === null) settle()
		else timer = setTimeout(settle, STILL_MS)
	})
	return store
}
