import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { describe, expect, test, vi } from 'vitest'
import {
	addPhoto,
	emptySheet,
	newPhoto,
	newPiece,
	parsePathData,
	renameSheet,
	type Sheet,
} from '@/core'
import { SkiagramDatabase, StorageFull } from './database'
import { createLibrary, type Library, SheetMissing, SheetUnreadable } from './library'
import { createOpenSheet } from './openSheet'

let number = 0

const comb = (nodes: number) =>
	newPiece(
		'Comb',
		parsePathData(
			`M0 0${Array.from({ length: nodes - 1 }, (_, k) => `L${k * 10} ${(k % 7) * 5 + 10}`).join('')}Z`,
		),
	)

/** What goes wrong at one of the writes: there is no room, or all that belongs together is broken off before or after it. */
const FAULTS = ['full', 'broken off before', 'broken off after'] as const
type Fault = (typeof FAULTS)[number]

/** A browser's store with a few things in it; its writes can be made to fail. */
async function browser() {
	const database = new SkiagramDatabase(`faults-${number++}`)
	let [at, fault, writes] = [0, FAULTS[0] as Fault, 0]
	database.use({
		stack: 'dbcore',
		name: 'faults',
		create: (core) => ({
			...core,
			table: (name) => {
				const table = core.table(name)
				return {
					...table,
					mutate: (request) => {
						if (++writes !== at) return table.mutate(request)
						if (fault === 'full')
							return Dexie.Promise.reject(new DOMException('No room.', 'QuotaExceededError'))
						if (fault === 'broken off before') request.trans.abort()
						const done = table.mutate(request)
						if (fault === 'broken off before') return done
						return done.then((result) => {
							request.trans.abort()
							return result
						})
					},
				}
			},
		}),
	})
	return {
		database,
		library: createLibrary(database),
		/** From now on the n-th write fails; none for 0. */
		fail: (n: number, how: Fault = 'full') => {
			;[at, fault, writes] = [n, how, 0]
		},
		writes: () => writes,
	}
}
type Browser = Awaited<ReturnType<typeof browser>>

interface Laid {
	readonly key: Sheet
	readonly heron: Sheet
	readonly deleted: Sheet
	readonly photo: string
	readonly version: string
	readonly collection: string
}

/** Two sheets with a photo, steps, versions and a collection, one in the bin. */
async function lay({ library }: Browser): Promise<Laid> {
	const photo = await library.addPhoto(new Blob(['photo']), new Blob(['small']))
	const on = (sheet: Sheet) =>
		addPhoto(sheet, newPhoto({ blob: photo, name: 'Photo', width: 10, height: 10 }))
	const key = on({ ...emptySheet('Key', 90, 90), pieces: [comb(40)] })
	const heron = on({ ...emptySheet('Heron', 90, 90), pieces: [comb(5)] })
	const deleted = { ...emptySheet('Pear', 90, 90), pieces: [comb(4)] }
	for (const sheet of [key, heron, deleted]) await library.save(sheet, { pass: 'thin' })
	await edit(library, heron.id)
	await (await library.versions()).keep(key, 'First')
	const version = (await (await library.versions()).list(key.id))[0]?.id ?? ''
	await (await library.collections()).add('Herons', [key.id, heron.id])
	const collection = (await (await library.collections()).list())[0]?.id ?? ''
	await library.remove(deleted.id)
	return { key, heron, deleted, photo, version, collection }
}

/** Opens a sheet, takes out all its nodes, names it, and takes the name back. */
async function edit(library: Library, id: string): Promise<void> {
	const opened = await library.open(id)
	const open = createOpenSheet(opened.sheet)
	open.recall(await opened.recalled())
	open.apply('Take all', (sheet) => ({ ...sheet, pieces: [comb(3)] }))
	open.apply('Rename', (sheet) => renameSheet(sheet, 'Named'))
	open.undo()
	const write = () => opened.write(open.sheet(), { history: open.getState().history, desk: 1 })
	try {
		await write()
	} catch (error) {
		// As the editor does: it is tried again, and said if that fails too.
		await write().catch(() => {})
		throw error
	}
}

const ACTS: Record<string, (library: Library, laid: Laid) => Promise<unknown>> = {
	'a new sheet': (library) => library.save(emptySheet('New', 10, 10), {}),
	'a photo': (library) => library.addPhoto(new Blob(['other']), null),
	'a desk': (library, { key }) => library.saveDesk(key.id, { pass: 'cut' }),
	'edits with their steps and versions': (library, { key }) => edit(library, key.id),
	'a name': (library, { key }) => library.rename(key.id, 'Long key'),
	'a copy': (library, { key }) => library.duplicate(key.id),
	deleting: (library, { key }) => library.remove(key.id),
	'taking out of the bin': (library, { deleted }) => library.restore(deleted.id),
	'emptying the bin': (library, { deleted }) => library.dropBinned(deleted.id),
	sweeping: (library) => library.sweepPhotos(Date.now() + 40 * 86_400_000),
	'keeping a version': async (library, { key }) => (await library.versions()).keep(key, 'As it is'),
	'naming a version': async (library, { version }) =>
		(await library.versions()).rename(version, 'Second'),
	'dropping a version': async (library, { version }) => (await library.versions()).drop(version),
	'a collection': async (library, { key }) => (await library.collections()).add('New', [key.id]),
	'forgetting a collection': async (library, { collection }) =>
		(await library.collections()).forget(collection),
	'opening a file of everything': async (library, { key }) => {
		const file = await library.archive()
		await library.save(renameSheet(key, 'Key since'))
		const archive = await library.readArchive(file)
		return archive.takeIn('both')
	},
}

/** What is stored, without the ids that are new each time. */
async function told({ database }: Browser) {
	const names = new Map<string, string>()
	const documents = await database.documents.toArray()
	const sheets = documents.map(({ id, json }) => {
		const { id: _, ...sheet } = JSON.parse(json) as Sheet
		names.set(id, sheet.name)
		return sheet
	})
	const byText = (rows: readonly unknown[]) => rows.map((row) => JSON.stringify(row)).sort()
	return {
		sheets: byText(sheets.map(({ name, pieces, photos }) => [name, pieces.length, photos.length])),
		rows: byText((await database.sheets.toArray()).map(({ name, nodes }) => [name, nodes])),
		desks: byText((await database.desks.toArray()).map(({ id, desk }) => [names.get(id), desk])),
		photos: (await database.photos.toArray()).length,
		bin: byText((await database.bin.toArray()).map(({ summary }) => summary.name)),
		steps: byText(
			(await database.steps.toArray()).map(({ sheet, label }) => [names.get(sheet), label]),
		),
		versions: byText(
			(await database.versions.toArray()).map(({ sheet, name, before, length }) => [
				names.get(sheet),
				name ?? before ?? 'by time',
				length > 0,
			]),
		),
		texts: (await database.versionTexts.toArray()).length,
		collections: byText((await database.collections.toArray()).map(({ name }) => name)),
	}
}

/** All that is there can be opened, and nothing that belongs to something else is missing. */
async function assertWhole({ database, library }: Browser): Promise<void> {
	const rows = await library.list()
	const ids = (await database.documents.toArray()).map(({ id }) => id)
	expect(rows.map(({ id }) => id).sort()).toEqual(ids.sort())
	const photos = new Set(await database.photos.toCollection().primaryKeys())
	for (const id of ids) {
		const { sheet } = await library.load(id)
		for (const { blob } of sheet.photos) expect(photos).toContain(blob)
	}
	const versions = await database.versions.toArray()
	expect((await database.versionTexts.toCollection().primaryKeys()).sort()).toEqual(
		versions.map(({ id }) => id).sort(),
	)
	for (const { id } of versions) await (await library.versions()).read(id)
}

describe('a write that fails', () => {
	test.each(Object.entries(ACTS))('in the midst of %s loses nothing', async (_, act) => {
		const well = await browser()
		const laid = await lay(well)
		well.fail(0)
		await act(well.library, laid)
		const [writes, after] = [well.writes(), await told(well)]
		expect(writes).toBeGreaterThan(0)
		for (const fault of FAULTS)
			for (let n = 1; n <= writes; n++) {
				const ill = await browser()
				const laid = await lay(ill)
				const before = await told(ill)
				ill.fail(n, fault)
				const failed = act(ill.library, laid)
				if (fault === 'full') await expect(failed, `${n}`).rejects.toBeInstanceOf(StorageFull)
				else await expect(failed, `${n}`).rejects.toThrow()
				ill.fail(0)
				await assertWhole(ill)
				const now = await told(ill)
				if (act === ACTS['edits with their steps and versions']) expect(now).toEqual(after)
				else if (act === ACTS['opening a file of everything'])
					expect(now.sheets).toEqual(
						expect.arrayContaining(before.sheets.filter((row) => !row.includes('"Key"'))),
					)
				else expect(now, `${fault} ${n}`).toEqual(before)
				const again = createLibrary(ill.database)
				if (act !== ACTS['edits with their steps and versions']) await act(again, laid)
				if (act !== ACTS['opening a file of everything']) expect(await told(ill)).toEqual(after)
				await assertWhole(ill)
			}
	})
})

/** What may stand where something else stood. */
const JUNK: readonly unknown[] = process.env.DEEP
	? [undefined, null, 7, -1, Number.NaN, 'x', '', [], {}, true, new Date(0), [null], '{"pieces":7}']
	: [undefined, null, 7, '{"pieces":7}']

const TABLES = [
	'sheets',
	'documents',
	'photos',
	'bin',
	'desks',
	'steps',
	'histories',
	'versions',
	'versionTexts',
	'collections',
] as const

/** Does all that is done with what is stored; what must not be thrown is. */
async function doAll({ database }: Browser, ids: readonly string[]): Promise<void> {
	const library = createLibrary(database)
	await library.list()
	await library.binned()
	await (await library.collections()).list()
	for (const id of ids) {
		await (await library.collections()).of(id)
		for (const { id: version } of await (await library.versions()).list(id))
			await (await library.versions()).read(version).catch(() => {})
		try {
			const opened = await library.open(id)
			const open = createOpenSheet(opened.sheet)
			open.recall(await opened.recalled())
			open.apply('Rename', (sheet) => renameSheet(sheet, `${sheet.name} again`))
			await opened.write(open.sheet(), { history: open.getState().history })
			open.undo()
			open.undo()
			await opened.write(open.sheet(), { history: open.getState().history })
			await library.rename(id, 'Named')
		} catch (error) {
			if (!(error instanceof SheetUnreadable || error instanceof SheetMissing)) throw error
		}
	}
	await library.sweepPhotos(Date.now() + 2 * 86_400_000)
	await library.readArchive(await library.archive())
}

test.each(TABLES)('a row of %s that somebody spoilt spoils nothing else', async (name) => {
	const sound = await browser()
	await lay(sound)
	const rows: Record<string, unknown>[] = await sound.database.table(name).toArray()
	expect(rows.length).toBeGreaterThan(0)
	const key = [sound.database.table(name).schema.primKey.keyPath ?? []].flat()
	for (let row = 0; row < rows.length; row++)
		for (const field of Object.keys(rows[row] ?? {}))
			for (const junk of JUNK) {
				if (key.includes(field)) continue
				const ill = await browser()
				const { key: one, heron, deleted, photo } = await lay(ill)
				const table = ill.database.table(name)
				const found: Record<string, unknown> = (await table.toArray())[row] ?? {}
				const spoilt = { ...found, [field]: junk }
				if (junk === undefined) delete spoilt[field]
				await table.put(spoilt)
				const told = `${name} ${row} ${field} ${String(junk)}`
				try {
					await doAll(ill, [one.id, heron.id])
				} catch (error) {
					throw new Error(told, { cause: error })
				}
				// What cannot be read is set aside as it was found; all else is there.
				const aside = (await ill.library.allSetAside()).map(({ id }) => id)
				for (const { id } of [one, heron]) {
					const again = await ill.library.load(id).catch((error) => error)
					if (aside.includes(id)) expect(name, told).toBe('documents')
					else expect(again.sheet?.pieces.length, told).toBe(1)
				}
				expect(await ill.library.photo(photo), told).toBeDefined()
				if (name !== 'bin') expect(await ill.database.bin.get(deleted.id), told).toBeDefined()
				ill.database.close()
			}
})

test('a clock that is set back by a year makes nothing older, and nothing is swept early', async () => {
	const one = await browser()
	const { key, deleted, photo } = await lay(one)
	const before = (await one.library.list()).find(({ id }) => id === key.id)?.editedAt
	const now = vi.spyOn(Date, 'now').mockReturnValue(Date.now() - 365 * 86_400_000)
	await edit(one.library, key.id)
	const after = (await one.library.list()).find(({ id }) => id === key.id)?.editedAt
	expect(after).toBeGreaterThan(before ?? Number.POSITIVE_INFINITY)
	await one.library.sweepPhotos()
	now.mockRestore()
	await one.library.sweepPhotos()
	expect(await one.library.photo(photo)).toBeDefined()
	await one.library.restore(deleted.id)
	expect((await one.library.load(deleted.id)).sheet).toEqual(deleted)
})

describe('programs of other days', () => {
	/** The store as a later program has it, with a table that nobody knows yet. */
	const later = (name: string) => {
		const database = new Dexie(name)
		database.version(9).stores({
			...Object.fromEntries(
				new SkiagramDatabase(name).tables.map(({ name, schema }) => [
					name,
					[schema.primKey.src, ...schema.indexes.map(({ src }) => src)].join(),
				]),
			),
			weather: 'id',
		})
		return database
	}

	test.each([1, 2, 3])('a store of version %i opens, with all that was in it', async (version) => {
		const name = `old-${version}-${number++}`
		const old = new Dexie(name)
		old
			.version(1)
			.stores({ sheets: 'id, editedAt', documents: 'id', photos: 'id', setAside: '++key, id' })
		if (version > 1) old.version(2).stores({ bin: 'id, at' })
		if (version > 2) old.version(3).stores({ desks: 'id' })
		const sheet = { ...emptySheet('Key', 9, 9), pieces: [comb(5)] }
		await old
			.table('documents')
			.put({ id: sheet.id, json: JSON.stringify(sheet), desk: { pass: 'cut' } })
		await old.table('sheets').put({
			id: sheet.id,
			name: 'Key',
			editedAt: 1,
			width: 9,
			height: 9,
			pieces: 1,
			nodes: 5,
			photo: null,
			artwork: [],
		})
		old.close()
		const database = new SkiagramDatabase(name)
		const library = createLibrary(database)
		expect((await library.list()).map(({ name }) => name)).toEqual(['Key'])
		expect(await library.load(sheet.id)).toEqual({ sheet, desk: { pass: 'cut' } })
		await edit(library, sheet.id)
		expect(await (await library.versions()).list(sheet.id)).toHaveLength(1)
	})

	test('a store that a later program made is worked on, and the later one finds its own again', async () => {
		const one = await browser()
		const { key } = await lay(one)
		one.database.close()
		const newer = later(one.database.name)
		await newer.table('weather').put({ id: 'snow' })
		newer.close()
		const library = createLibrary(new SkiagramDatabase(one.database.name))
		await edit(library, key.id)
		expect((await library.load(key.id)).sheet.pieces[0]?.contours[0]?.nodes).toHaveLength(3)
		const again = later(one.database.name)
		expect(await again.table('weather').toArray()).toEqual([{ id: 'snow' }])
	})

	test('a tab goes on saving while a later program opens the store beside it', async () => {
		const one = await browser()
		const { key } = await lay(one)
		const opened = await one.library.open(key.id)
		const newer = later(one.database.name)
		await newer.open()
		await opened.write(renameSheet(opened.sheet, 'Still here'))
		expect((await one.library.load(key.id)).sheet.name).toBe('Still here')
		expect(newer.isOpen()).toBe(true)
	})
})
