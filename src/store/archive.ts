import type { Unzipped } from 'fflate'
import * as z from 'zod/mini'
import { fileStem, formatSvg, newId, parseSheet, type Sheet } from '@/core'
import {
	type InWords,
	type SkiagramDatabase,
	type StoredPhoto,
	type StoredVersion,
	stored,
} from './database'
import { fontId } from './fonts'
import { isCollection, isVersion } from './laterRows'
import { NoArchive, ownNames } from './oneFile'
import { isSummary } from './rows'

/** All sheets with their photos, versions and collections in one file, and what comes out of such a file again. */

const KIND = 'urn:skiagram:everything'
const LIST = 'everything.json'
/** What one thing in such a file may take once it is unpacked, bytes: no photo takes more. */
const MOST_BYTES = 1e9

const listed = z.object({
	kind: z.literal(KIND),
	version: z.number(),
	sheets: z.array(z.object({ id: z.string(), name: z.string(), editedAt: z.number() })),
	versions: z.array(
		z.object({
			id: z.string(),
			sheet: z.string(),
			at: z.number(),
			name: z.optional(z.string()),
			before: z.optional(z.string()),
		}),
	),
	photos: z.array(z.object({ id: z.string(), type: z.string(), small: z.optional(z.string()) })),
	/** Absent in files from before they went out. */
	collections: z.optional(
		z.array(
			z.object({ id: z.string(), name: z.string(), at: z.number(), sheets: z.array(z.string()) }),
		),
	),
	/** Absent in files from before they went out. */
	fonts: z.optional(
		z.array(
			z.object({
				id: z.string(),
				family: z.string(),
				style: z.string(),
				licence: z.enum(['installable', 'editable', 'preview', 'restricted']),
				licenceText: z.string(),
				weights: z.optional(z.tuple([z.number(), z.number()])),
			}),
		),
	),
})
type Listed = z.infer<typeof listed>

/** What becomes of a sheet that is here already, and differs from the one in the file. */
export type Differing = 'both' | 'newer' | 'mine'

/** A file with sheets, read. */
export interface Archive {
	/** Sheets that are not here, as many as are here just so, and the names of those that are here and differ. */
	readonly fresh: number
	readonly same: number
	readonly differing: readonly string[]
	/** Brings it all in. @returns how many sheets came, and the names of those that could not be read */
	takeIn(how: Differing): Promise<{ readonly taken: number; readonly unread: readonly string[] }>
}

/**
 * Puts everything into one file: each sheet as it is stored, and as an SVG that any program opens.
 * @returns a zip file
 */
export async function archiveOf(database: SkiagramDatabase): Promise<Blob> {
	const { strToU8, zipSync } = await import('fflate')
	const rows = (await database.sheets.toArray()).filter((row: unknown) => isSummary(row))
	const summaries = new Map(rows.map((row) => [row.id, row]))
	const there = (await database.documents.toArray()).map(({ id, json }) => {
		const { name = 'Untitled', editedAt = 0 } = summaries.get(id) ?? {}
		return { id, json: String(json), name, editedAt }
	})
	const held = new Set(there.map(({ id }) => id))
	const versions = (await database.versions.toArray()).filter(
		(row: unknown) => isVersion(row) && held.has(row.sheet),
	)
	const photos = (await database.photos.toArray()).filter(({ blob }) => blob instanceof Blob)
	const collections = (await database.collections.toArray()).filter((row: unknown) =>
		isCollection(row),
	)
	// What its maker lets nobody pass on stays in this browser.
	const fonts = (await database.fonts.toArray()).filter(
		({ file, licence }) => file instanceof Blob && licence !== 'restricted',
	)
	const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {}
	const words = (name: string, text: string) => {
		files[name] = [strToU8(text), { level: 6 }]
	}
	// A picture is as small as it gets.
	const asItIs = async (name: string, blob: Blob) => {
		files[name] = [new Uint8Array(await blob.arrayBuffer()), { level: 0 }]
	}
	const list: Listed = {
		kind: KIND,
		version: 1,
		sheets: there.map(({ id, name, editedAt }) => ({ id, name, editedAt })),
		versions: versions.map(({ id, sheet, at, name, before }) => ({
			id,
			sheet,
			at,
			...(name !== undefined && { name }),
			...(before !== undefined && { before }),
		})),
		photos: photos.map(({ id, blob, thumbnail }) => ({
			id,
			type: blob.type,
			...(thumbnail instanceof Blob && { small: thumbnail.type }),
		})),
		collections: collections.map(({ id, name, at, sheets }) => ({
			id,
			name,
			at,
			sheets: [...sheets],
		})),
		fonts: fonts.map(({ id, family, style, licence, licenceText, weights }) => ({
			id,
			family,
			style,
			licence,
			licenceText,
			...(weights && { weights: [...weights] as [number, number] }),
		})),
	}
	words(LIST, JSON.stringify(list))
	const drawings = ownNames(there.map(({ name }) => `${fileStem(name)}.svg`))
	for (const [i, { id, json }] of there.entries()) {
		words(`sheets/${id}.json`, json)
		const drawing = drawingOf(json)
		if (drawing !== null) words(`drawings/${drawings[i]}`, drawing)
	}
	for (const { id } of versions)
		words(`versions/${id}.json`, (await database.versionTexts.get(id))?.json ?? '')
	for (const { id, blob, thumbnail } of photos) {
		await asItIs(`photos/${id}`, blob)
		if (thumbnail instanceof Blob) await asItIs(`small/${id}`, thumbnail)
	}
	for (const { id, file } of fonts) await asItIs(`fonts/${id}`, file)
	return new Blob([new Uint8Array(zipSync(files))], { type: 'application/zip' })
}

/** `null` for a stored sheet that cannot be read: it goes out as it is stored. */
function drawingOf(json: string): string | null {
	try {
		return formatSvg(parseSheet(JSON.parse(json)))
	} catch {
		return null
	}
}

/**
 * Reads a file that holds sheets.
 * @throws {NoArchive} for any other file
 */
export async function readArchive(
	database: SkiagramDatabase,
	file: Blob,
	inWords: InWords,
): Promise<Archive> {
	const { unzipSync } = await import('fflate')
	const bytes = new Uint8Array(await file.arrayBuffer())
	const unpacked = (wanted: (name: string) => boolean): Unzipped => {
		try {
			const filter = ({ name, originalSize }: { name: string; originalSize: number }) =>
				originalSize <= MOST_BYTES && wanted(name)
			return unzipSync(bytes, { filter })
		} catch {
			throw new NoArchive()
		}
	}
	const words = unpacked((name) => name === LIST || name.endsWith('.json'))
	const textOf = (name: string) => new TextDecoder().decode(words[name] ?? new Uint8Array())
	const list = listOf(textOf(LIST))
	const kinds = await Promise.all(
		list.sheets.map(async (sheet) => {
			const here = await database.documents.get(sheet.id)
			const json = textOf(`sheets/${sheet.id}.json`)
			if (here) return { ...sheet, json, kind: here.json === json ? 'same' : 'differing' } as const
			return { ...sheet, json, kind: 'fresh' } as const
		}),
	)
	const of = (kind: (typeof kinds)[number]['kind']) => kinds.filter((one) => one.kind === kind)

	const takeIn: Archive['takeIn'] = async (how) => {
		const photos = unpacked((name) => /^(photos|small)\//.test(name))
		await putPhotos(database, list, photos)
		await putFonts(
			database,
			list,
			unpacked((name) => name.startsWith('fonts/')),
		)
		const unread: string[] = []
		/** Under which id each sheet of the file is here now. */
		const here = new Map<string, string>()
		let taken = 0
		for (const { id, name, editedAt, json, kind } of kinds) {
			const sheet = readSheet(json)
			if (!sheet) {
				unread.push(name)
				continue
			}
			const binned = (await database.bin.get(id)) !== undefined
			const mine = kind === 'differing' ? await database.sheets.get(id) : undefined
			here.set(id, id)
			if (mine && (how === 'mine' || (how === 'newer' && editedAt <= mine.editedAt))) continue
			const beside = binned || (mine !== undefined && how === 'both')
			// Its id is the one that was asked about, whatever its words say.
			const own = beside
				? { ...sheet, id: newId(), name: `${sheet.name} (from the file)` }
				: { ...sheet, id }
			here.set(id, own.id)
			const past = await versionsOf(list, id, own.id, beside, textOf, inWords)
			if (mine && !beside) past.push(await keptMine(database, id, inWords))
			const { json: text, summary } = await inWords(own)
			const { documents, sheets, versions, versionTexts } = database
			await database.transaction('rw', [documents, sheets, versions, versionTexts], async () => {
				if (kind !== 'same') {
					await documents.put({ id: own.id, json: text, revision: newId() })
					await sheets.put({ ...summary, editedAt })
				}
				for (const { version, json: kept } of past) {
					// One that is here already may have another name by now.
					if (await versions.get(version.id)) continue
					await versions.put(version)
					await versionTexts.put({ id: version.id, json: kept })
				}
			})
			if (kind !== 'same') taken++
		}
		await putCollections(database, list, here)
		return { taken, unread }
	}
	return {
		fresh: of('fresh').length,
		same: of('same').length,
		differing: of('differing').map(({ name }) => name),
		takeIn: (how) => stored(() => takeIn(how)),
	}
}

interface KeptVersion {
	readonly version: StoredVersion
	readonly json: string
}

/** The versions of a sheet in a file; what cannot be read of them is left out. */
async function versionsOf(
	list: Listed,
	sheet: string,
	as: string,
	beside: boolean,
	textOf: (name: string) => string,
	inWords: InWords,
): Promise<KeptVersion[]> {
	const kept = list.versions
		.filter((version) => version.sheet === sheet)
		.map(async ({ id, at, name, before }) => {
			const state = readSheet(textOf(`versions/${id}.json`))
			if (!state) return []
			const what = {
				at,
				...(name !== undefined && { name }),
				...(before !== undefined && { before }),
			}
			return [await asVersion({ ...state, id: as }, beside ? newId() : id, what, inWords)]
		})
	return (await Promise.all(kept)).flat()
}

/** The sheet that is here, as a version of what takes its place. */
async function keptMine(
	database: SkiagramDatabase,
	id: string,
	inWords: InWords,
): Promise<KeptVersion> {
	const sheet = readSheet((await database.documents.get(id))?.json ?? '')
	if (!sheet) throw new Error(`The sheet ${id} cannot be read, and stays as it is.`)
	return asVersion(sheet, newId(), { at: Date.now(), name: 'Before the file was opened' }, inWords)
}

async function asVersion(
	sheet: Sheet,
	id: string,
	what: Pick<StoredVersion, 'at' | 'name' | 'before'>,
	inWords: InWords,
): Promise<KeptVersion> {
	const { json, summary } = await inWords(sheet)
	const photos = [...new Set(sheet.photos.map(({ blob }) => blob))]
	return { json, version: { ...what, id, sheet: sheet.id, summary, length: json.length, photos } }
}

/** Fonts of the file that are not here; each is what its sum says that it is. */
async function putFonts(
	database: SkiagramDatabase,
	{ fonts = [] }: Listed,
	files: Unzipped,
): Promise<void> {
	for (const { id, weights, ...says } of fonts) {
		const bytes = files[`fonts/${id}`]
		if (!bytes || (await database.fonts.get(id))) continue
		const file = new Blob([new Uint8Array(bytes)])
		if ((await fontId(file)) !== id) continue
		await database.fonts.put({ ...says, id, file, ...(weights && { weights }) })
	}
}

/** Photos that are not here yet. */
async function putPhotos(
	{ photos }: SkiagramDatabase,
	list: Listed,
	files: Unzipped,
): Promise<void> {
	for (const { id, type, small } of list.photos) {
		const bytes = files[`photos/${id}`]
		if (!bytes || (await photos.get(id))) continue
		const thumbnail = small === undefined ? undefined : files[`small/${id}`]
		const photo: StoredPhoto = {
			id,
			blob: picture(bytes, type),
			thumbnail: thumbnail ? picture(thumbnail, small ?? '') : null,
		}
		await photos.put(photo)
	}
}

/** Collections that are not here yet, of the sheets that are. */
async function putCollections(
	{ collections }: SkiagramDatabase,
	list: Listed,
	here: ReadonlyMap<string, string>,
): Promise<void> {
	for (const collection of list.collections ?? []) {
		const sheets = collection.sheets.flatMap((id) => here.get(id) ?? [])
		if (sheets.length === 0 || (await collections.get(collection.id))) continue
		await collections.put({ ...collection, sheets })
	}
}

/** Nothing but a picture is taken for one. */
const picture = (bytes: Uint8Array, type: string): Blob =>
	new Blob([new Uint8Array(bytes)], /^image\/[\w.+-]+$/.test(type) ? { type } : {})

function listOf(text: string): Listed {
	try {
		return listed.parse(JSON.parse(text))
	} catch {
		throw new NoArchive()
	}
}

function readSheet(json: string): Sheet | null {
	try {
		return parseSheet(JSON.parse(json))
	} catch {
		return null
	}
}
