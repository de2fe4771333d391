import { messageFor } from '@/kit/messages'
import type { Collection, SheetBox } from '@/store/database'
import { SheetBusy } from '@/store/editLock'
import type { Library } from '@/store/library'
import { liftInBox } from './liftInBox'

/** What is told of the work. */
export interface BoxWatch {
	/** Something is done, or was begun: what is stored is another. */
	changed(): void
	/** Nothing was lifted on a sheet, and why. */
	failed(sheet: string, why: string): void
}

/** Lifts what stands in boxes, one after the other, until there are no more. */
export interface BoxQueue {
	/** Works on what is stored, if that is not being done already; the last to ask is told of it. */
	goOn(watch: BoxWatch): Promise<void>
}

type Lift = (library: Library, id: string, box: SheetBox['box']) => Promise<string | boolean>

/** @param lift what lifts; exchanged in tests */
export function createBoxQueue(library: Library, lift: Lift = liftInBox): BoxQueue {
	let watch: BoxWatch | null = null
	let working: Promise<void> | null = null
	let wanted = false
	/** Open in another tab: they are tried again when home is opened anew. */
	const busy = new Set<string>()

	const next = async (): Promise<{ collection: Collection; asked: SheetBox } | null> => {
		for (const collection of await (await library.collections()).list())
			for (const asked of collection.boxes ?? [])
				if (!busy.has(asked.sheet)) return { collection, asked }
		return null
	}

	const work = async () => {
		for (let found = await next(); found; found = await next()) {
			const { collection, asked } = found
			const collections = await library.collections()
			try {
				const lifted = await lift(library, asked.sheet, asked.box)
				await collections.answered(collection.id, asked.sheet, lifted === true)
				if (typeof lifted === 'string') watch?.failed(asked.sheet, lifted)
			} catch (error) {
				if (error instanceof SheetBusy) busy.add(asked.sheet)
				else {
					await collections.answered(collection.id, asked.sheet, false)
					watch?.failed(asked.sheet, messageFor(error))
				}
			}
			watch?.changed()
		}
	}
	/** What is asked for just as the last is done is not left lying. */
	const workOn = async () => {
		while (wanted) {
			wanted = false
			await work()
		}
	}
	return {
		goOn: (told) => {
			watch = told
			wanted = true
			working ??= workOn().finally(() => {
				working = null
			})
			return working
		},
	}
}
