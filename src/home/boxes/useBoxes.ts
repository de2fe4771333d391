import { useEffect, useEffectEvent, useRef, useState } from 'react'
import { showProblem, showSnack } from '@/kit/snackbar'
import { browserLibrary } from '@/store/browserLibrary'
import type { Collection, SheetBox, SheetSummary } from '@/store/database'
import type { BoxQueue, BoxWatch } from './boxQueue'

let queue: Promise<BoxQueue> | null = null

/** Works on what is stored; what works comes with the first box. */
async function goOn(watch: BoxWatch): Promise<void> {
	queue ??= import('./boxQueue').then((m) => m.createBoxQueue(browserLibrary()))
	try {
		await (await queue).goOn(watch)
	} catch (error) {
		// What did not arrive is asked for again with the next.
		queue = null
		throw error
	}
}

/** Boxes are drawn for a collection, and what stands in them is lifted meanwhile. */
export function useBoxes(
	collections: readonly Collection[],
	sheets: readonly SheetSummary[],
	reload: () => Promise<void>,
) {
	/** The collection that boxes are drawn for, and the sheets that had none when that began. */
	const [boxing, setBoxing] = useState<{ id: string; sheets: readonly SheetSummary[] } | null>(null)
	const failed = useEffectEvent((id: string, why: string) => {
		const name = sheets.find((sheet) => sheet.id === id)?.name ?? 'a sheet'
		showSnack(`Nothing was lifted on “${name}”. ${why}`, {
			variant: 'warning',
			autoHideDuration: 12_000,
		})
	})
	const changed = useEffectEvent(() => void reload())
	const work = useEffectEvent((watch: BoxWatch) => void goOn(watch).catch(showProblem))
	const told = useRef<BoxWatch | null>(null)
	const waiting = collections.some(({ boxes = [] }) => boxes.length > 0)
	useEffect(() => {
		let gone = false
		told.current = {
			changed: () => !gone && changed(),
			failed: (sheet: string, why: string) => !gone && failed(sheet, why),
		}
		return () => {
			gone = true
		}
	}, [])
	// What is left from before goes on; what is drawn now is worked on as it comes.
	useEffect(() => {
		if (waiting && told.current) work(told.current)
	}, [waiting])
	return {
		boxing,
		begin: ({ id, sheets: ids, boxes = [] }: Collection) => {
			const asked = new Set(boxes.map(({ sheet }) => sheet))
			const bare = sheets.filter((sheet) => sheet.pieces === 0 && sheet.photo !== null)
			const byId = new Map(bare.map((sheet) => [sheet.id, sheet]))
			const left = ids.flatMap((each) => (asked.has(each) ? [] : (byId.get(each) ?? [])))
			setBoxing({ id, sheets: left })
		},
		ask: async (asked: SheetBox) => {
			if (!boxing) return
			await (await browserLibrary().collections()).ask(boxing.id, asked)
			if (told.current) void goOn(told.current).catch(showProblem)
			await reload()
		},
		end: () => setBoxing(null),
	}
}
