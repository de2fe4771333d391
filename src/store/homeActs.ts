import { browserLibrary } from './browserLibrary'
import { browserBulletin, type Word } from './bulletin'
import { SheetBusy, withSheet } from './editLock'

/** What home does to sheets that may be open in another tab: that tab does it, or lets it be done. */

/** @throws {SheetBusy} where another tab has the sheet and does not answer */
export async function renameStored(id: string, name: string): Promise<void> {
	await orAsk(id, { what: 'rename', id, name }, () => browserLibrary().rename(id, name))
}

/** Lays a sheet in the bin. @throws {SheetBusy} where another tab has the sheet and does not answer */
export async function deleteStored(id: string): Promise<void> {
	const remove = () => browserLibrary().remove(id)
	try {
		await withSheet(id, remove)
	} catch (error) {
		if (!(error instanceof SheetBusy)) throw error
		if (!(await browserBulletin().ask({ what: 'delete', id }))) throw error
		try {
			await onceFree(id, remove)
		} catch (failed) {
			// The tabs that were told of it go on with the sheet.
			browserBulletin().tell({ what: 'restored', id })
			throw failed
		}
	}
}

/** Takes a sheet out of the bin again; a tab that shows it deleted goes on with it. */
export async function restoreStored(id: string): Promise<void> {
	await browserLibrary().restore(id)
	browserBulletin().tell({ what: 'restored', id })
}

/** So often a sheet that was let go is looked at again, and so long after, ms: others may have waited for it. */
const LOOKS = 10
const LOOK_MS = 100

async function onceFree(id: string, work: () => Promise<void>, looks = LOOKS): Promise<void> {
	try {
		await withSheet(id, work)
	} catch (error) {
		if (!(error instanceof SheetBusy) || looks <= 1) throw error
		await new Promise((resolve) => setTimeout(resolve, LOOK_MS))
		await onceFree(id, work, looks - 1)
	}
}

async function orAsk(id: string, word: Word, work: () => Promise<void>): Promise<void> {
	try {
		await withSheet(id, work)
	} catch (error) {
		if (!(error instanceof SheetBusy)) throw error
		if (!(await browserBulletin().ask(word))) throw error
	}
}
