import { newId, type Sheet } from '@/core'
import type { Collection, SheetBox, SkiagramDatabase } from './database'
import { SheetBusy, withSheet } from './editLock'
import { isCollection } from './laterRows'

export function collectionsIn({ collections, sheets }: SkiagramDatabase) {
	/** Without sheets that are gone. */
	const living = async (found: readonly Collection[]): Promise<Collection[]> => {
		const there = new Set(await sheets.toCollection().primaryKeys())
		return found
			.map((each) => ({
				...each,
				sheets: each.sheets.filter((id) => there.has(id)),
				boxes: (each.boxes ?? []).filter(({ sheet }) => there.has(sheet)),
				toJudge: (each.toJudge ?? []).filter((id) => there.has(id)),
			}))
			.filter((each) => each.sheets.length > 0)
	}
	const change = (id: string, to: (collection: Collection) => Collection) =>
		collections
			.where('id')
			.equals(id)
			.modify((collection, ref) => {
				ref.value = to(collection)
			})
	const rowsOf = (rows: readonly unknown[]) => rows.filter(isCollection)
	return {
		/** The newest first. */
		list: async (): Promise<Collection[]> =>
			(await living(rowsOf(await collections.toArray()))).sort((a, b) => b.at - a.at),

		/** The collection that a sheet came with; `null` for none. */
		of: async (sheet: string): Promise<Collection | null> =>
			(await living(rowsOf(await collections.where('sheets').equals(sheet).toArray())))[0] ?? null,

		add: async (name: string, ids: readonly string[], at = Date.now()): Promise<void> => {
			await collections.put({ id: newId(), name, at, sheets: ids })
		},

		rename: (id: string, name: string): Promise<unknown> => collections.update(id, { name }),

		/** A box was drawn on a sheet's photo: what is in it is to be lifted. */
		ask: (id: string, asked: SheetBox): Promise<unknown> =>
			change(id, ({ boxes = [], ...rest }) => ({
				...rest,
				boxes: [...boxes.filter(({ sheet }) => sheet !== asked.sheet), asked],
			})),

		/** What was asked for of a sheet is there, waiting to be judged, or cannot be had. */
		answered: (id: string, sheet: string, lifted: boolean): Promise<unknown> =>
			change(id, ({ boxes = [], toJudge = [], ...rest }) => ({
				...rest,
				boxes: boxes.filter((asked) => asked.sheet !== sheet),
				toJudge: lifted ? [...toJudge.filter((each) => each !== sheet), sheet] : toJudge,
			})),

		/** Somebody looked at what was lifted on a sheet, and left it. */
		judged: (id: string, sheet: string): Promise<unknown> =>
			change(id, ({ toJudge = [], ...rest }) => ({
				...rest,
				toJudge: toJudge.filter((each) => each !== sheet),
			})),

		/** Its sheets stay. */
		forget: (id: string): Promise<void> => collections.delete(id),
	}
}

/** What to call sheets that came in together: by what their names begin with, else by the day. */
export function nameOfCollection(names: readonly string[], at: Date): string {
	const [first = ''] = names
	let length = 0
	while (length < first.length && names.every((name) => name[length] === first[length])) length++
	const common = first.slice(0, length).replace(/[\s\d._-]+$/, '')
	if (common.length >= 3) return common
	return `${names.length} photos of ${new Intl.DateTimeFormat('en', { dateStyle: 'medium' }).format(at)}`
}

/** Where sheets are read and written. */
interface SheetStore {
	load(id: string): Promise<{ readonly sheet: Sheet; readonly desk: unknown }>
	save(sheet: Sheet, desk?: unknown): Promise<unknown>
}

/**
 * Gives the other sheets of a collection that nobody traced yet what one was set up with: the tone and strength of its
 * photo, its unit, its trace line, and how new pieces are painted. A sheet that is open elsewhere is left.
 * @returns how many sheets were given it
 */
export async function setUpAlike(
	library: SheetStore,
	model: Sheet,
	ids: readonly string[],
): Promise<number> {
	let given = 0
	for (const id of ids) {
		if (id === model.id) continue
		try {
			const done = await withSheet(id, async () => {
				const { sheet, desk } = await library.load(id)
				if (sheet.pieces.length > 0) return false
				await library.save(setUpLike(sheet, model), desk)
				return true
			})
			if (done) given++
		} catch (error) {
			if (!(error instanceof SheetBusy)) throw error
		}
	}
	return given
}

function setUpLike(sheet: Sheet, { photos: [photo], unit, line, drawnIn, lastLook }: Sheet): Sheet {
	return {
		...sheet,
		unit,
		line,
		...(drawnIn !== undefined && { drawnIn }),
		...(lastLook !== undefined && { lastLook }),
		photos: photo
			? sheet.photos.map((own) => ({ ...own, tone: photo.tone, strength: photo.strength }))
			: sheet.photos,
	}
}
