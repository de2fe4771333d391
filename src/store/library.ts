import {
	contourHull,
	newId,
	parseSheet,
	patched,
	renameSheet,
	type Sheet,
	sheetJsonSteps,
	sheetToJson,
	soundChangeSteps,
} from '@/core'
import { type Ahead, NO_AHEAD } from './ahead'
import {
	type Binned,
	type InWords,
	type SetAside,
	type SheetSummary,
	type SkiagramDatabase,
	type StoredDocument,
	type StoredPhoto,
	stored,
	storedActs,
} from './database'
import type { History } from './history'
import { type OpenedSheet, WrittenElsewhere } from './openedSheet'
import type { Past } from './past'
import { isBinned, isSummary } from './rows'
import { inSlices } from './slices'
import type { Recalled } from './steps'
import { summaryOf } from './summary'

/** A sheet's stored data do not fit; they were set aside whole, and can be downloaded. */
export class SheetUnreadable extends Error {
	constructor(
		/** The stored text, as it was found. */
		readonly found: string,
		problem: string,
	) {
		super(problem)
		this.name = 'SheetUnreadable'
	}
}

/** A sheet holds what no sheet can: it was not written, and what is stored stays as it was. */
export class SheetUnsound extends Error {
	constructor() {
		super('The sheet holds numbers that could not be read back.')
		this.name = 'SheetUnsound'
	}
}

export class SheetMissing extends Error {
	constructor(readonly id: string) {
		super(`There is no sheet ${id}.`)
		this.name = 'SheetMissing'
	}
}

/** A photo that a sheet lays under its pieces is not in the store. */
export class PhotoMissing extends Error {
	constructor() {
		super('The photo is not in this browser’s store.')
		this.name = 'PhotoMissing'
	}
}

/** How long a photo is kept after the last sheet let it go, ms: a day. */
const STRAY_FOR_MS = 86_400_000

/** How long a deleted sheet lies in the bin, ms: thirty days. */
const BINNED_FOR_MS = 30 * 86_400_000

/** What was stored before there were revisions has this one. */
const NO_REVISION = 'none'

const revisionOf = ({ revision }: StoredDocument): string =>
	typeof revision === 'string' ? revision : NO_REVISION

/** A sheet with all that is written of it. */
interface Prepared {
	readonly sheet: Sheet
	readonly json: string
	readonly summary: SheetSummary
}

/** Sheets of more outlines than this are put into words bit by bit, beside other work. */
const AT_ONCE = 3000
/** Puts a sheet into words; at once where that takes no time. */
function prepare(sheet: Sheet): Prepared | Promise<Prepared> {
	const outlines = sheet.pieces.reduce((sum, { contours }) => sum + contours.length, 0)
	const prepared = (json: string) => ({ sheet, json, summary: summaryOf(sheet, 0) })
	if (outlines <= AT_ONCE) return prepared(sheetToJson(sheet))
	return inSlices(wordSteps(sheet)).then((json) => prepared(json ?? sheetToJson(sheet)))
}

/** A sheet's words, and what its summary will ask of each outline. */
function* wordSteps(sheet: Sheet): Generator<void, string> {
	let seen = 0
	for (const { contours } of sheet.pieces)
		for (const contour of contours) {
			contourHull(contour)
			if (++seen % AT_ONCE === 0) yield
		}
	return yield* sheetJsonSteps(sheet)
}

const inWords: InWords = async (sheet) => prepare(sheet)

interface Stored {
	readonly sheet: Sheet
	readonly revision: string
}

export type Library = ReturnType<typeof createLibrary>

/** Everything the home page and the editor do with stored sheets. Every write is one transaction. */
export function createLibrary(database: SkiagramDatabase, ahead: Ahead = NO_AHEAD) {
	const { sheets, documents, photos, setAside, bin, desks, steps, histories } = database
	const { versions, versionTexts, places } = database
	const sweptTables = [
		documents,
		photos,
		setAside,
		bin,
		desks,
		steps,
		histories,
		versions,
		versionTexts,
		places,
	]
	/** Writes that are under way: what is read after they began must see them. */
	const writing = new Set<Promise<unknown>>()

	const written = <T>(work: () => Promise<T>): Promise<T> => {
		const done = stored(work).finally(() => writing.delete(done))
		writing.add(done)
		return done
	}

	/** The sheet last written, and its text: where that is what is stored it need not be read again. */
	let lately: { readonly sheet: Sheet; readonly json: string } | null = null

	const put = async (
		{ sheet, json, summary }: Prepared,
		o: { desk: unknown; editedAt: number; revision: string },
	) => {
		const { desk, revision, editedAt } = o
		// A clock that was set back makes no later state an earlier one.
		const last = Number((await sheets.get(sheet.id))?.editedAt)
		await sheets.put({ ...summary, editedAt: editedAt <= last ? last + 1 : editedAt })
		await documents.put({ id: sheet.id, json, revision })
		if (desk !== undefined) await desks.put({ id: sheet.id, desk })
		lately = { sheet, json }
	}

	const save = (sheet: Sheet, desk?: unknown, editedAt = Date.now()) =>
		written(async () => {
			await assertReadable(sheet)
			const prepared = await prepare(sheet)
			await database.transaction('rw', sheets, documents, desks, () =>
				put(prepared, { desk, editedAt, revision: newId() }),
			)
		})

	/** What would not be read back is never written: the last good state stays. */
	const assertReadable = async (sheet: Sheet) => {
		const same = lately?.sheet.id === sheet.id ? lately.sheet : { ...sheet, pieces: [], width: 0 }
		if (!(await inSlices(soundChangeSteps(sheet, same)))) throw new SheetUnsound()
	}

	/** A stored sheet with what was noted ahead of it; what does not fit is set aside. */
	const read = async (id: string) => {
		await Promise.allSettled(writing)
		const document = await stored(() => documents.get(id))
		if (!document) throw new SheetMissing(id)
		try {
			const sheet = lately?.json === document.json ? lately.sheet : readSheet(document)
			return { document, desk: await deskOf(document), sheet, ...withNotes(sheet, document) }
		} catch (error) {
			const problem = error instanceof Error ? error.message : String(error)
			await stored(() => keepAside(document, problem))
			throw new SheetUnreadable(document.json, problem)
		}
	}

	const deskOf = async ({ id, desk }: StoredDocument): Promise<unknown> =>
		(await stored(() => desks.get(id)))?.desk ?? desk

	/** Notes that do not fit any more are no reason not to open the sheet as it is stored. */
	const withNotes = (sheet: Sheet, document: StoredDocument) => {
		const patch = ahead.read(document.id, revisionOf(document))
		if (!patch || patch.length === 0) return { now: sheet }
		try {
			return { now: parseSheet(patched(sheet, patch)) }
		} catch {
			return { now: sheet }
		}
	}

	return {
		/** All sheets, the last edited first. */
		list: async () => {
			await Promise.allSettled(writing)
			const rows = await stored(() => sheets.toArray())
			const sound = await Promise.all(rows.map((row) => (isSummary(row) ? row : mendRow(row))))
			return sound.flatMap((row) => row ?? []).sort((a, b) => b.editedAt - a.editedAt)
		},

		/** Whether a sheet is kept here, outside the bin. */
		has: (id: string): Promise<boolean> =>
			stored(async () => (await documents.where('id').equals(id).count()) > 0),

		save,

		/** How the desk was left, kept beside the sheet without touching it. */
		saveDesk: (id: string, desk: unknown) => stored(() => desks.put({ id, desk })),

		/**
		 * @throws {SheetMissing}
		 * @throws {SheetUnreadable} after setting the stored document aside
		 */
		load: async (id: string): Promise<{ sheet: Sheet; desk: unknown }> => {
			const { now, desk } = await read(id)
			return { sheet: now, desk }
		},

		/**
		 * Opens a sheet to work on.
		 * @throws {SheetMissing}
		 * @throws {SheetUnreadable} after setting the stored document aside
		 */
		open: async (id: string): Promise<OpenedSheet> => {
			const { now, sheet, document, desk } = await read(id)
			let past: Promise<Past | null> | null = null
			/** A history that began with what was noted ahead of the database, with that as its first step. */
			const whole = (history: History): History => {
				const first = history.past[0]?.before ?? history.present
				if (now === sheet || first !== now) return history
				return { ...history, past: [{ ...NOTED, before: sheet }, ...history.past] }
			}
			/** Without what keeps the past a sheet is written all the same; it is asked for again with the next write. */
			const withPast = () => {
				past ??= import('./past')
					.then((m) => m.pastOf(database, sheet, document, inWords))
					.catch(() => {
						past = null
						return null
					})
				return past
			}
			let current: Stored = { sheet, revision: revisionOf(document) }
			/** What is being written: it may be the stored one by the time anybody asks. */
			let next: Stored | null = null
			const write: OpenedSheet['write'] = async (written, { desk: left, history } = {}) => {
				const being = { sheet: written, revision: newId() }
				next = being
				ahead.note(id, [current, being], written)
				try {
					await assertReadable(written)
					const prepared = await prepare(written)
					const before =
						history && (await (await withPast())?.prepare(whole(history), current.sheet))
					const tables = [sheets, documents, bin, desks, steps, histories, versions, versionTexts]
					const over = await database.transaction('rw', tables, async () => {
						const there = await documents.get(id)
						// A sheet that vanished while it was worked on here is kept; one in the bin stays there.
						if (!there && (await bin.get(id))) throw new WrittenElsewhere()
						if (there && revisionOf(there) !== current.revision) throw new WrittenElsewhere()
						const { revision } = being
						// Before it is written over.
						if (there) await before?.put({ json: there.json, revision: current.revision }, revision)
						await put(prepared, { desk: left, editedAt: Date.now(), revision })
						return there !== undefined
					})
					if (over) before?.written()
					current = being
				} finally {
					next = null
				}
			}
			return {
				sheet: now,
				desk,
				stored: () => current.sheet,
				write: (changed, o) => written(() => write(changed, o)),
				recalled: () =>
					stored(async () => {
						const recalled = (await (await withPast())?.recalled()) ?? NOTHING_DONE
						return withNotesAsStep(recalled, { stored: sheet, now })
					}),
				note: (changed) => ahead.note(id, next ? [current, next] : [current], changed),
				dropNote: () => ahead.drop(id),
			}
		},

		/** The file that a sheet was last saved to or opened from, where the browser lets one know it. */
		place: async (id: string): Promise<FileSystemFileHandle | null> =>
			(await stored(() => places.get(id)))?.place ?? null,

		keepPlace: (id: string, place: FileSystemFileHandle): Promise<unknown> =>
			stored(() => places.put({ id, place })),

		/** The kept states of sheets; what reads and keeps them comes when it is asked for. */
		versions: () => import('./versions').then((m) => storedActs(m.versionsIn(database, inWords))),

		/** Fonts that somebody brought. */
		practice: () => import('./practice').then((m) => storedActs(m.practiceIn(database))),

		fonts: () => import('./fonts').then((m) => storedActs(m.fontsIn(database))),

		/** Sheets that came in together; what knows of them comes when it is asked for. */
		collections: () => import('./collections').then((m) => storedActs(m.collectionsIn(database))),

		/** Everything in one file. */
		archive: (): Promise<Blob> =>
			import('./archive').then((m) => stored(() => m.archiveOf(database))),

		/** Reads such a file. @throws {NoArchive} for any other */
		readArchive: (file: Blob) =>
			import('./archive').then((m) => stored(() => m.readArchive(database, file, inWords))),

		rename: async (id: string, name: string): Promise<void> => {
			await written(() =>
				database.transaction('rw', sheets, documents, histories, async () => {
					const document = await documents.get(id)
					await sheets.update(id, { name })
					if (!document) return
					const named = renameSheet(withNotes(readSheet(document), document).now, name)
					const revision = newId()
					await documents.update(id, { json: sheetToJson(named), revision })
					// Its steps lead to it still: they say nothing of its name.
					const history = await histories.get(id)
					if (history?.revision === document.revision) await histories.update(id, { revision })
				}),
			)
		},

		duplicate: async (id: string): Promise<string> => {
			const { now: source, desk } = await read(id)
			const copy: Sheet = { ...source, id: newId(), name: `${source.name} copy` }
			await save(copy, desk)
			return copy.id
		},

		/** Lays a sheet in the bin; its photos stay as long as it lies there. */
		remove: (id: string): Promise<void> =>
			written(() =>
				database.transaction('rw', sheets, documents, bin, async () => {
					const [summary, document] = [await sheets.get(id), await documents.get(id)]
					if (summary && document) await bin.put({ id, at: Date.now(), summary, document })
					await sheets.delete(id)
					await documents.delete(id)
				}),
			),

		/** Takes a sheet out of the bin. */
		restore: (id: string): Promise<void> =>
			written(() =>
				database.transaction('rw', sheets, documents, bin, async () => {
					const kept = soundBinned(await bin.get(id))
					if (!kept) return
					await sheets.put(kept.summary)
					await documents.put(kept.document)
					await bin.delete(id)
				}),
			),

		/** What lies in the bin, the last deleted first. */
		binned: (): Promise<Binned[]> =>
			stored(async () => {
				const rows: unknown[] = await bin.toArray()
				return rows.flatMap((row) => soundBinned(row) ?? []).sort((a, b) => b.at - a.at)
			}),

		/** Empties the bin of one sheet for good. */
		dropBinned: (id: string): Promise<void> => stored(() => bin.delete(id)),

		/** Documents that did not pass their schema, as they were found. */
		allSetAside: (): Promise<SetAside[]> => stored(() => setAside.toArray()),

		dropSetAside: (key: number): Promise<void> => stored(() => setAside.delete(key)),

		addPhoto: async (blob: Blob, thumbnail: Blob | null): Promise<string> => {
			const id = newId()
			await stored(() => photos.put({ id, blob, thumbnail }))
			return id
		},

		photo: (id: string): Promise<StoredPhoto | undefined> => stored(() => photos.get(id)),

		/**
		 * Drops photos that no sheet, stored or set aside, has held for {@link STRAY_FOR_MS}: until
		 * then undo in an open tab, or of a deletion, may want them back.
		 */
		sweepPhotos: (now = Date.now()) =>
			stored(() =>
				database.transaction('rw', sweptTables, async () => {
					await bin
						.where('at')
						.below(now - BINNED_FOR_MS)
						.delete()
					const [there, binned] = [await documents.toArray(), await bin.toArray()]
					const ids = new Set([...there, ...binned].map(({ id }) => id))
					await desks.filter(({ id }) => !ids.has(id)).delete()
					await places.filter(({ id }) => !ids.has(id)).delete()
					await histories.filter(({ id }) => !ids.has(id)).delete()
					for (const id of await steps.orderBy('sheet').uniqueKeys())
						if (!ids.has(String(id))) await steps.where('sheet').equals(id).delete()
					for (const version of await versions
						.filter(({ sheet }) => !ids.has(sheet))
						.primaryKeys()) {
						await versions.delete(version)
						await versionTexts.delete(version)
					}
					const inPast = new Set([
						...(await steps.orderBy('photos').uniqueKeys()),
						...(await versions.orderBy('photos').uniqueKeys()),
					])
					const texts = there.map(({ json }) => String(json))
					texts.push(...binned.map(({ document }: Partial<Binned>) => String(document?.json)))
					texts.push(JSON.stringify(await setAside.toArray()))
					// Found in one go through each text; what stands there in another way is looked for all the same.
					const laid = new Set(
						texts.flatMap((text) => Array.from(text.matchAll(/"blob":"([^"]+)"/g), ([, id]) => id)),
					)
					const isHeld = (id: string) =>
						laid.has(id) || inPast.has(id) || texts.some((text) => text.includes(id))
					await photos.toCollection().modify((photo, ref) => {
						const { straySince, ...held } = photo
						if (isHeld(photo.id)) ref.value = held
						else if (straySince === undefined) ref.value = { ...held, straySince: now }
						else if (now - straySince > STRAY_FOR_MS) Reflect.deleteProperty(ref, 'value')
					})
				}),
			),
	}

	async function keepAside(document: StoredDocument, problem: string): Promise<void> {
		const known = await setAside.where('id').equals(document.id).toArray()
		const same = known.some((kept) => JSON.stringify(kept.document) === JSON.stringify(document))
		if (!same) await setAside.add({ id: document.id, at: Date.now(), document, problem })
	}

	/** A row that cannot be shown is made anew from its sheet; `null` where that cannot be read either. */
	async function mendRow(row: { readonly id?: unknown }): Promise<SheetSummary | null> {
		if (typeof row.id !== 'string') return null
		const document = await stored(() => documents.get(String(row.id)))
		if (!document) return null
		try {
			const summary = summaryOf(readSheet(document), Date.now())
			await stored(() => sheets.put(summary))
			return summary
		} catch (error) {
			await stored(() =>
				keepAside(document, error instanceof Error ? error.message : String(error)),
			)
			return null
		}
	}
}

/** What was noted ahead of the database, as undo calls it. */
const NOTED = { label: 'What was done last', key: null }

const NOTHING_DONE: Recalled = { past: [], future: [] }

/** What was noted ahead of the database is a step of its own. */
function withNotesAsStep(
	{ past, future }: Recalled,
	{ stored, now }: { readonly stored: Sheet; readonly now: Sheet },
): Recalled {
	if (now === stored) return { past, future }
	return { past: [...past, { ...NOTED, before: stored }], future: [] }
}

/** A deleted sheet; what is spoilt beside its document is made anew. `null` where that cannot be read. */
function soundBinned(row: unknown): Binned | null {
	if (isBinned(row)) return row
	const { id, at, document } = (row ?? {}) as Partial<Binned>
	try {
		if (typeof id !== 'string' || !document) return null
		const summary = summaryOf(readSheet(document), Date.now())
		return { id, at: typeof at === 'number' ? at : Date.now(), summary, document }
	} catch {
		return null
	}
}

/** @throws where the text is no JSON, or does not fit the schema */
function readSheet(document: StoredDocument): Sheet {
	return parseSheet(JSON.parse(document.json))
}
