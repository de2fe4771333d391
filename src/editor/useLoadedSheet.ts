'use client'

import { useEffect, useState } from 'react'
import { renameSheet, type Sheet } from '@/core'
import { browserLibrary } from '@/store/browserLibrary'
import { browserBulletin, type Word } from '@/store/bulletin'
import { claimSheet, whenFree } from '@/store/editLock'
import type { OpenedSheet } from '@/store/openedSheet'
import { createOpenSheet, type OpenSheet } from '@/store/openSheet'
import { type Keeper, keepSaved } from '@/store/saving'
import { NOTHING } from '@/store/selection'
import { createWorkbench } from './createWorkbench'
import { LEFT, type LeftDesk, leaveDesk, readLeftDesk, startOf } from './passes/leftDesk'
import { SERVICES } from './services'
import { darkroomSlice } from './session/darkroomState'
import type { Only } from './session/definitions'
import { createDesk } from './session/desk'
import { startServices } from './session/services'
import type { Workbench } from './workbench/workbench'

type Loaded =
	| { readonly state: 'loading' }
	| { readonly state: 'failed'; readonly error: unknown }
	| {
			readonly state: 'open'
			readonly workbench: Workbench
			readonly left: LeftDesk | null
			takeOver(): Promise<void>
	  }

/** Loads the sheet, claims it for this tab, and keeps it saved until the page is left. */
export function useLoadedSheet(id: string): Loaded {
	const [loaded, setLoaded] = useState<Loaded>({ state: 'loading' })
	useEffect(() => {
		const library = browserLibrary()
		let gone = false
		let leave = () => {}
		const begin = async () => {
			const opened = await library.open(id)
			if (gone) return
			const { sheet } = opened
			const open = createOpenSheet(sheet)
			const left = readLeftDesk(opened.desk)
			const only = await neededFor(sheet)
			if (gone) return
			const desk = createDesk({ ...left, ...startOf(left, sheet.pieces.length === 0), only })
			const workbench = createWorkbench(open, desk, library)
			const { slices } = workbench
			if (left?.line) slices.of(darkroomSlice).setState({ chosenLine: left.line, lineStands: true })
			let release = () => {}
			let lost = () => open.setReadOnly(true)
			const claim = async (takeOver: boolean) => {
				const claimed = await claimSheet(id, { takeOver, lost: () => lost() })
				release = claimed.release
				if (gone) release()
				return claimed.mine
			}
			if (await claim(false)) {
				const keeper = keepSaved(open, opened, () => leaveDesk(desk.getState(), slices))
				lost = keeper.lose
				const unlisten = answerOthers(open, keeper, () => release())
				const unguard = askBeforeLosing(open)
				const leaveKept = keepUntilLeft(keeper, () => release())
				leave = () => {
					unlisten()
					unguard()
					leaveKept()
				}
			} else {
				open.setReadOnly(true)
				open.setSaving({ state: 'not-ours' })
				// Once the other tab is closed the sheet can be worked on here.
				const unwait = whenFree(id, () => {
					if (!open.getState().deleted) window.location.reload()
				})
				const unlisten = browserBulletin().listen((word) => hearAsReader(open, word, unwait))
				leave = () => {
					unwait()
					unlisten()
					release()
				}
			}
			const unwatch = keepDeskSaved(workbench, id)
			const stop = startServices(SERVICES, workbench)
			const leaveSheet = leave
			leave = () => {
				stop()
				unwatch()
				leaveSheet()
			}
			if (gone) return leave()
			open.select({
				...NOTHING,
				piece: sheet.pieces.at(-1)?.id ?? null,
				photo: sheet.photos.at(-1)?.id,
			})
			workbench.refresh()
			// The other tab stores its last edits and lets the sheet go; one that does not answer loses it.
			const takeOver = async () => {
				const handed = await browserBulletin().ask({ what: 'hand-over', id })
				if (!handed) await claim(true)
				setTimeout(() => window.location.reload(), handed ? 0 : HAND_OVER_MS)
			}
			setLoaded({ state: 'open', workbench, left, takeOver })
			if (!open.getState().readOnly) recallSoon(open, opened)
		}
		begin().catch((error) => {
			if (!gone) setLoaded({ state: 'failed', error })
		})
		return () => {
			gone = true
			leave()
		}
	}, [id])
	return loaded
}

/** What a drill needs of passes and tools; on other sheets there are all. */
async function neededFor(sheet: Sheet): Promise<Only | null> {
	if (sheet.practice === undefined) return null
	const { drillOn } = await import('@/core/practice')
	return drillOn(sheet)?.needs ?? null
}

/** What was done before the sheet was opened is wanted with the first that is done now, or this long after, ms. */
const RECALL_MS = 3000

function recallSoon(open: OpenSheet, opened: OpenedSheet): void {
	const begun = new AbortController()
	const recall = () => {
		if (begun.signal.aborted) return
		begun.abort()
		// Steps that cannot be read are no reason not to work on the sheet.
		opened.recalled().then(open.recall, () => {})
	}
	for (const done of ['pointermove', 'pointerdown', 'keydown'])
		window.addEventListener(done, recall, { signal: begun.signal, passive: true })
	setTimeout(recall, RECALL_MS)
}

/** Saves what is left when the page is hidden, closed or left for another. @returns what leaves it */
function keepUntilLeft(keeper: Keeper, release: () => void): () => void {
	const flush = () => void keeper.flush()
	document.addEventListener('visibilitychange', flush)
	window.addEventListener('pagehide', flush)
	return () => {
		document.removeEventListener('visibilitychange', flush)
		window.removeEventListener('pagehide', flush)
		void keeper.flush().finally(release)
		keeper.stop()
	}
}

/** Does what other tabs ask of the one that has the sheet. */
function answerOthers(open: OpenSheet, keeper: Keeper, release: () => void): () => void {
	return browserBulletin().listen(async (word) => {
		const { id } = open.sheet()
		if (!('id' in word) || word.id !== id) return false
		switch (word.what) {
			case 'rename':
				open.apply('Rename the sheet', (sheet) => renameSheet(sheet, word.name))
				await keeper.flush()
				return true
			case 'hand-over':
			case 'delete':
				open.setReadOnly(true)
				await keeper.flush()
				keeper.lose()
				if (word.what === 'delete') open.setDeleted()
				release()
				return true
			case 'restored':
				if (open.getState().deleted) window.location.reload()
				return false
		}
	})
}

/** A tab that only looks learns that its sheet was deleted, and does not wait for it any more; or that it is back. */
function hearAsReader(open: OpenSheet, word: Word, unwait: () => void): boolean {
	if (!('id' in word) || word.id !== open.sheet().id) return false
	if (word.what === 'delete') {
		unwait()
		open.setDeleted()
	}
	if (word.what === 'restored') window.location.reload()
	return false
}

/** Leaving asks while there is something that could not be stored. */
function askBeforeLosing(open: OpenSheet): () => void {
	const ask = (event: BeforeUnloadEvent) => {
		if (open.getState().saving.state === 'failed') event.preventDefault()
	}
	window.addEventListener('beforeunload', ask)
	return () => window.removeEventListener('beforeunload', ask)
}

/** How long the tab that had the sheet is given to note what it has not written, ms. */
const HAND_OVER_MS = 150

/** How long the view must rest before it is stored, ms. */
const DESK_REST_MS = 400

/** Stores pass, tool and view a moment after they last changed, and when the sheet is left. */
function keepDeskSaved({ desk, library, open, slices }: Workbench, id: string): () => void {
	let timer: ReturnType<typeof setTimeout> | undefined
	const store = () => {
		timer = undefined
		// A desk that cannot be stored costs nothing that matters; the sheet's own saving says so.
		if (open.getState().readOnly) return
		library.saveDesk(id, leaveDesk(desk.getState(), slices)).catch(() => {})
	}
	const soon = () => {
		clearTimeout(timer)
		timer = setTimeout(store, DESK_REST_MS)
	}
	const unsubscribe = desk.subscribe((state, before) => {
		if (LEFT.some((key) => state[key] !== before[key])) soon()
	})
	const unwatch = slices.of(darkroomSlice).subscribe(({ chosenLine, lineStands }, before) => {
		if (lineStands && (!before.lineStands || chosenLine !== before.chosenLine)) soon()
	})
	return () => {
		unsubscribe()
		unwatch()
		if (timer === undefined) return
		clearTimeout(timer)
		store()
	}
}
