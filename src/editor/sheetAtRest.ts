import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Sheet } from '@/core'
import type { OpenSheet } from '@/store/openSheet'

/** Edits that follow each other faster than this are one movement, ms. */
const REST_MS = 160

/**
 * The sheet as it was when the hand last rested: for panels and figures, which need not be made
 * anew for every step of a drag.
 */
export function sheetAtRest(open: OpenSheet): StoreApi<{ readonly sheet: Sheet }> {
	const store = createStore(() => ({ sheet: open.sheet() }))
	let timer: ReturnType<typeof setTimeout> | undefined
	let last = Number.NEGATIVE_INFINITY
	open.subscribe(({ history }, before) => {
		if (history.present === before.history.present) return
		const now = performance.now()
		const moving = now - last < REST_MS
		last = now
		clearTimeout(timer)
		if (moving) timer = setTimeout(() => store.setState({ sheet: open.sheet() }), REST_MS)
		else store.setState({ sheet: history.present })
	})
	return store
}
