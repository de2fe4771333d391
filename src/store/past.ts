import type { Sheet } from '@/core'
import type { InWords, SkiagramDatabase, StoredDocument } from './database'
import type { History } from './history'
import { keepSteps, putSteps, type Recalled } from './steps'
import { largeSteps, versionKeeper } from './versions'

/** What is kept of the past of a sheet that is worked on: its steps, and versions of it. */
export interface Past {
	/** What undo and redo had when the sheet was last written. */
	recalled(): Promise<Recalled>
	/**
	 * What is to be stored with a sheet.
	 * @param since the sheet that is stored
	 */
	prepare(history: History, since: Sheet): Promise<PastToWrite>
}

export interface PastToWrite {
	/** Stores it, within the transaction that writes the sheet. @param there what is about to be written over */
	put(there: { readonly json: string; readonly revision: string }, revision: string): Promise<void>
	/** Called once all of it is stored. */
	written(): void
}

/**
 * @param opened the sheet as it is stored
 * @param document what it was read from
 */
export async function pastOf(
	database: SkiagramDatabase,
	opened: Sheet,
	document: StoredDocument,
	inWords: InWords,
): Promise<Past> {
	const steps = await keepSteps(database, opened, document)
	const versions = versionKeeper(database, document.id)
	const seen = new WeakSet<Sheet>()
	return {
		recalled: steps.recalled,
		prepare: async (history, since) => {
			const done = steps.toWrite(history)
			let kept = () => {}
			const large = largeSteps(history, since, seen).filter(
				({ before }) => before.pieces.length > 0,
			)
			const toKeep = await Promise.all(
				large.map(async ({ label, before }) => ({
					...(await inWords(before)),
					before: label,
					at: Date.now(),
				})),
			)
			return {
				put: async (there, revision) => {
					kept = await versions.keep(there, toKeep)
					await putSteps(database, done, revision)
				},
				written: () => {
					done.written()
					kept()
					for (const { before } of history.past.toReversed()) {
						if (seen.has(before)) break
						seen.add(before)
					}
				},
			}
		},
	}
}
