import { exportSummary, newId, parseSheet, renameSheet, type Sheet, sketchPathData } from '@/core'
import {
	type SheetSummary,
	type SkiagramDatabase,
	type StoredDocument,
	type StoredPhoto,
	stored,
} from './database'

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

export class SheetMissing extends Error {
	constructor(readonly id: string) {
		super(`There is no sheet ${id}.`)
		this.name = 'SheetMissing'
	}
}

/** How long a photo is kept after the last sheet let it go, ms: a day. */
const STRAY_FOR_MS = 86_400_000

export type Library = ReturnType<typeof createLibrary>

/** Everything the home page and the editor do with stored sheets. Every write is one transaction. */
export function createLibrary(database: SkiagramDatabase) {
	const { sheets, documents, photos, setAside } = database

	const save = (sheet: Sheet, desk?: unknown, editedAt = Date.now()) =>
		stored(() =>
			database.transaction('rw', sheets, documents, async () => {
				await sheets.put(summaryOf(sheet, editedAt))
				await documents.put({ id: sheet.id, json: JSON.stringify(sheet), desk })
			}),
		)

	return {
		/** All sheets, the last edited first. */
		list: () => stored(() => sheets.orderBy('editedAt').reverse().toArray()),

		save,

		/** How the desk was left, kept beside the sheet without touching it. */
		saveDesk: (id: string, desk: unknown) => stored(() => documents.update(id, { desk })),

		/**
		 * @throws {SheetMissing}
		 * @throws {SheetUnreadable} after setting the stored document aside
		 */
		load: async (id: string): Promise<{ sheet: Sheet; desk: unknown }> => {
			const document = await stored(() => documents.get(id))
			if (!document) throw new SheetMissing(id)
			try {
				return { sheet: readSheet(document), desk: document.desk }
			} catch (error) {
				const problem = error instanceof Error ? error.message : String(error)
				await stored(() => keepAside(document, problem))
				throw new SheetUnreadable(document.json, problem)
			}
		},

		rename: async (id: string, name: string): Promise<void> => {
			await stored(() =>
				database.transaction('rw', sheets, documents, async () => {
					const document = await documents.get(id)
					await sheets.update(id, { name })
					if (document)
						await documents.update(id, {
							json: JSON.stringify(renameSheet(readSheet(document), name)),
						})
				}),
			)
		},

		duplicate: async (id: string): Promise<string> => {
			const document = await stored(() => documents.get(id))
			if (!document) throw new SheetMissing(id)
			const source = readSheet(document)
			const copy: Sheet = { ...source, id: newId(), name: `${source.name} copy` }
			await save(copy, document.desk)
			return copy.id
		},

		/** Removes a sheet and returns what puts it back. Its photos stay until they are swept. */
		remove: async (id: string): Promise<() => Promise<void>> => {
			const kept = await stored(() =>
				database.transaction('rw', sheets, documents, async () => {
					const pair = { summary: await sheets.get(id), document: await documents.get(id) }
					await sheets.delete(id)
					await documents.delete(id)
					return pair
				}),
			)
			return () =>
				stored(() =>
					database.transaction('rw', sheets, documents, async () => {
						if (kept.summary) await sheets.put(kept.summary)
						if (kept.document) await documents.put(kept.document)
					}),
				)
		},

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
				database.transaction('rw', documents, photos, setAside, async () => {
					const all = JSON.stringify([await documents.toArray(), await setAside.toArray()])
					await photos.toCollection().modify((photo, ref) => {
						const { straySince, ...held } = photo
						if (all.includes(photo.id)) ref.value = held
						else if (straySince === undefined) ref.value = { ...held, straySince: now }
						else if (now - straySince > STRAY_FOR_MS) Reflect.deleteProperty(ref, 'value')
					})
				}),
			),
	}

	async function keepAside(document: StoredDocument, problem: string): Promise<void> {
		const known = await setAside.where('id').equals(document.id).count()
		if (known === 0) await setAside.add({ id: document.id, at: Date.now(), document, problem })
	}
}

/** @throws where the text is no JSON, or does not fit the schema */
function readSheet(document: StoredDocument): Sheet {
	return parseSheet(JSON.parse(document.json))
}

function summaryOf(sheet: Sheet, editedAt: number): SheetSummary {
	const { pieces, nodes } = exportSummary(sheet)
	const photo = sheet.photos.find((p) => !p.hidden) ?? sheet.photos[0]
	return {
		id: sheet.id,
		name: sheet.name,
		editedAt,
		width: sheet.width,
		height: sheet.height,
		pieces,
		nodes,
		photo: photo?.blob ?? null,
		...(photo && { lies: { place: photo.place, width: photo.width, height: photo.height } }),
		artwork: sheet.pieces
			.filter((p) => !p.hidden)
			.map((p) => ({
				d: sketchPathData(p.contours),
				rule: p.fillRule,
				colour: p.fill.kind === 'solid' ? p.fill.colour : 'none',
			})),
	}
}
