import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, test } from 'vitest'
import {
	addPhoto,
	emptySheet,
	newPhoto,
	newPiece,
	parsePathData,
	renameSheet,
	type Sheet,
} from '@/core'
import { aheadIn } from './ahead'
import { SkiagramDatabase, StorageFull, StorageRefused, stored } from './database'
import { createLibrary, type Library, SheetMissing, SheetUnreadable, SheetUnsound } from './library'
import { NoSheet, sheetFromStored } from './newSheets'
import { WrittenElsewhere } from './openedSheet'
import { createOpenSheet } from './openSheet'
import { keepSaved } from './saving'

let database: SkiagramDatabase
let library: Library
let number = 0

beforeEach(() => {
	database = new SkiagramDatabase(`test-${number++}`)
	library = createLibrary(database)
})

function traced(name = 'Heron'): Sheet {
	const piece = newPiece('Heron', parsePathData('M0 0C10 0 20 10 20 20L0 40ZM5 5L6 6'))
	return { ...emptySheet(name, 300, 200), pieces: [piece] }
}

const photoOf = (blob: string) => newPhoto({ blob, name: 'Photo', width: 10, height: 10 })

describe('keeping sheets', () => {
	test('what is loaded is what was saved, to the last digit', async () => {
		const sheet = traced()
		await library.save(sheet, { pass: 'rough' })
		expect(await library.load(sheet.id)).toEqual({ sheet, desk: { pass: 'rough' } })
	})

	test('a desk is stored by itself; one stored with its sheet before is still found', async () => {
		const [sheet, old] = [traced(), traced('Old')]
		await library.save(sheet)
		const before = await database.documents.get(sheet.id)
		await library.saveDesk(sheet.id, { pass: 'thin' })
		expect((await library.load(sheet.id)).desk).toEqual({ pass: 'thin' })
		expect(await database.documents.get(sheet.id)).toEqual(before)
		await database.documents.put({ id: old.id, json: JSON.stringify(old), desk: { pass: 'cut' } })
		expect((await library.load(old.id)).desk).toEqual({ pass: 'cut' })
	})

	test('a desk goes when its sheet is gone for good, not while it lies in the bin', async () => {
		const sheet = traced()
		await library.save(sheet, { pass: 'thin' })
		await library.remove(sheet.id)
		await library.sweepPhotos()
		await library.restore(sheet.id)
		expect((await library.load(sheet.id)).desk).toEqual({ pass: 'thin' })
		await library.remove(sheet.id)
		await library.dropBinned(sheet.id)
		await library.sweepPhotos()
		expect(await database.desks.count()).toBe(0)
	})

	test('the list has the last edited first, with figures for the card', async () => {
		await library.save(traced('Old'), undefined, 1000)
		await library.save(traced('New'), undefined, 2000)
		const list = await library.list()
		expect(list.map((s) => s.name)).toEqual(['New', 'Old'])
		expect(list[0]).toMatchObject({ pieces: 1, nodes: 5, width: 300, height: 200 })
	})

	test('renaming changes the sheet and its card', async () => {
		const sheet = traced()
		await library.save(sheet)
		await library.rename(sheet.id, 'Grey heron')
		expect((await library.load(sheet.id)).sheet.name).toBe('Grey heron')
		expect((await library.list())[0]?.name).toBe('Grey heron')
	})

	test('a copy is its own sheet', async () => {
		const sheet = traced()
		await library.save(sheet)
		const copy = await library.duplicate(sheet.id)
		expect(copy).not.toBe(sheet.id)
		expect((await library.load(copy)).sheet.pieces).toEqual(sheet.pieces)
		expect(await library.list()).toHaveLength(2)
	})

	test('deleting can be undone', async () => {
		const sheet = traced()
		await library.save(sheet)
		await library.remove(sheet.id)
		await expect(library.load(sheet.id)).rejects.toThrow(SheetMissing)
		await library.restore(sheet.id)
		expect((await library.load(sheet.id)).sheet).toEqual(sheet)
	})
})

/** A small store as browsers have it. */
function smallStore(): Storage {
	const all = new Map<string, string>()
	const store: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> = {
		getItem: (key) => all.get(key) ?? null,
		setItem: (key, value) => void all.set(key, value),
		removeItem: (key) => void all.delete(key),
	}
	return store as Storage
}

/** A library that notes ahead of the database, with a sheet saved in it. */
async function notingLibrary() {
	const store = smallStore()
	const noting = createLibrary(
		database,
		aheadIn(() => store),
	)
	const sheet = traced()
	await noting.save(sheet)
	return { store, noting, sheet }
}

describe('working on a sheet', () => {
	test('each write stands on the one before; what another tab wrote is not written over', async () => {
		const sheet = traced()
		await library.save(sheet)
		const [mine, theirs] = [await library.open(sheet.id), await library.open(sheet.id)]
		await theirs.write(renameSheet(sheet, 'Theirs'))
		await theirs.write(renameSheet(sheet, 'Theirs again'))
		await expect(mine.write(renameSheet(sheet, 'Mine'))).rejects.toThrow(WrittenElsewhere)
		await expect(mine.write(renameSheet(sheet, 'Mine'))).rejects.toThrow(WrittenElsewhere)
		expect((await library.load(sheet.id)).sheet.name).toBe('Theirs again')
		expect((await library.list()).map((s) => s.name)).toEqual(['Theirs again'])
	})

	test('a failed write retried after another tab edited keeps the newer sheet', async () => {
		const sheet = traced()
		await library.save(sheet)
		const mine = await library.open(sheet.id)
		const open = createOpenSheet(mine.sheet)
		let full = true
		const keeper = keepSaved(open, {
			...mine,
			write: (changed) => (full ? Promise.reject(new StorageFull()) : mine.write(changed)),
		})
		open.apply('Rename', (s) => renameSheet(s, 'Mine'))
		await keeper.flush()
		expect(open.getState().saving.state).toBe('failed')
		const theirs = await library.open(sheet.id)
		await theirs.write(renameSheet(sheet, 'Theirs'))
		full = false
		await keeper.flush()
		expect(open.getState().saving.state).toBe('not-ours')
		expect((await library.load(sheet.id)).sheet.name).toBe('Theirs')
		keeper.stop()
	})

	test('what was noted and not written is there when the sheet is opened again', async () => {
		const { noting, sheet } = await notingLibrary()
		const dies = await noting.open(sheet.id)
		expect(dies.note(renameSheet(dies.sheet, 'Unwritten'))).toBe(true)
		const next = await noting.open(sheet.id)
		expect(next.sheet.name).toBe('Unwritten')
		expect(next.stored().name).toBe('Heron')
		expect((await noting.load(sheet.id)).sheet.name).toBe('Unwritten')
		await next.write(next.sheet)
		next.dropNote()
		expect((await library.load(sheet.id)).sheet.name).toBe('Unwritten')
	})

	test('a note stands on its own revision alone: an older one, or a broken one, changes nothing', async () => {
		const { store, noting, sheet } = await notingLibrary()
		const dies = await noting.open(sheet.id)
		dies.note(renameSheet(dies.sheet, 'Old'))
		const other = createLibrary(database)
		await (await other.open(sheet.id)).write(renameSheet(sheet, 'Newer'))
		expect((await noting.open(sheet.id)).sheet.name).toBe('Newer')
		store.setItem(`skiagram:ahead:${sheet.id}`, '{"')
		expect((await noting.open(sheet.id)).sheet.name).toBe('Newer')
		const opened = await noting.open(sheet.id)
		opened.note({ ...sheet, width: Number.NaN })
		expect((await noting.open(sheet.id)).sheet.name).toBe('Newer')
	})

	test('a tab that dies while it writes loses nothing, whether the write came to its end or not', async () => {
		for (const written of [true, false]) {
			const { noting, sheet } = await notingLibrary()
			const dies = await noting.open(sheet.id)
			const writing = dies.write(renameSheet(sheet, 'First'))
			dies.note(renameSheet(sheet, 'Second'))
			const before = await database.documents.get(sheet.id)
			await writing
			if (!written && before) await database.documents.put(before)
			expect((await noting.open(sheet.id)).sheet.name).toBe('Second')
		}
	})

	test('a browser without a small store works on', async () => {
		const noting = createLibrary(
			database,
			aheadIn(() => {
				throw new Error('SecurityError')
			}),
		)
		const sheet = traced()
		await noting.save(sheet)
		const opened = await noting.open(sheet.id)
		expect(opened.note(renameSheet(sheet, 'x'))).toBe(false)
		await opened.write(renameSheet(sheet, 'Written'))
		expect((await noting.list())[0]?.name).toBe('Written')
	})
})

describe('photos', () => {
	const DAY = 86_400_000

	test('are swept a day after no sheet holds them, and only those', async () => {
		const kept = await library.addPhoto(new Blob(['a']), null)
		const stray = await library.addPhoto(new Blob(['b']), null)
		await library.save(addPhoto(traced(), photoOf(kept)))
		await library.sweepPhotos(0)
		await library.sweepPhotos(DAY)
		expect(await library.photo(stray)).toBeDefined()
		await library.sweepPhotos(DAY + 1)
		expect(await library.photo(stray)).toBeUndefined()
		expect(await library.photo(kept)).toBeDefined()
	})

	test('come back with a deletion undone, and are not held to have strayed', async () => {
		const photo = await library.addPhoto(new Blob(['a']), null)
		const sheet = addPhoto(traced(), photoOf(photo))
		await library.save(sheet)
		await library.remove(sheet.id)
		await library.sweepPhotos(0)
		await library.restore(sheet.id)
		await library.sweepPhotos(DAY)
		await library.remove(sheet.id)
		await library.sweepPhotos(DAY + 2)
		expect(await library.photo(photo)).toBeDefined()
	})
})

describe('what does not fit', () => {
	test.each([
		['no JSON at all', 'garbage'],
		['no sheet at all', '"garbage"'],
		['a node without a place', JSON.stringify(traced()).replace('[20,20]', '[20]')],
		['an unknown kind', JSON.stringify(traced()).replace('"cusp"', '"wavy"')],
	])('is set aside whole and said: %s', async (_, json) => {
		await database.documents.put({ id: 'bad', json })
		await expect(library.load('bad')).rejects.toThrow(SheetUnreadable)
		await expect(library.load('bad')).rejects.toThrow(SheetUnreadable)
		const aside = await database.setAside.toArray()
		expect(aside).toHaveLength(1)
		expect(aside[0]?.document).toEqual({ id: 'bad', json })
		expect(await database.documents.get('bad')).toBeDefined()
	})

	test('each other state of it is set aside too, and as much as can be read is opened again', async () => {
		const sheet = traced()
		const [first, second] = ['[20]', '["x",1]'].map((place) =>
			JSON.stringify(sheet).replace('[20,20]', place),
		)
		for (const json of [first, second, first]) {
			await database.documents.put({ id: 'bad', json: json ?? '' })
			await expect(library.load('bad')).rejects.toThrow(SheetUnreadable)
		}
		expect(await library.allSetAside()).toHaveLength(2)
		const whole = {
			...sheet,
			pieces: [...sheet.pieces, { ...newPiece('Whole', sheet.pieces[0]?.contours ?? []) }],
		}
		const damaged = JSON.parse(JSON.stringify(whole))
		damaged.pieces[0].contours[0].nodes[0].at = [20]
		const { sheet: back, lost } = await sheetFromStored(library, JSON.stringify(damaged))
		expect(back.pieces.map(({ name }) => name)).toEqual(['Heron', 'Whole'])
		expect(lost).toBeGreaterThan(0)
		expect((await library.load(back.id)).sheet.pieces).toHaveLength(2)
		await expect(sheetFromStored(library, '[1]')).rejects.toThrow(NoSheet)
	})

	test('a row that cannot be shown does not keep the others from home, and is made anew', async () => {
		const [kept, torn] = [traced(), traced()]
		await library.save(kept)
		await library.save(torn)
		await database.sheets.put({ id: torn.id, name: 7, editedAt: 'never' } as never)
		await database.sheets.put({ id: 'nothing' } as never)
		const names = (await library.list()).map(({ id }) => id)
		expect(new Set(names)).toEqual(new Set([kept.id, torn.id]))
		expect((await library.list()).every(({ pieces }) => pieces > 0)).toBe(true)
	})

	test('what was altered in the store is noticed, though its revision is the one just written', async () => {
		const sheet = traced()
		await library.save(sheet)
		await database.documents.update(sheet.id, { json: 'garbage' })
		await expect(library.load(sheet.id)).rejects.toThrow(SheetUnreadable)
	})

	test('a card of very many pieces is a few paths', async () => {
		const sheet = traced()
		const many = Array.from({ length: 2000 }, (_, i) =>
			newPiece(`P${i}`, parsePathData(`M${i} 0h1v1z`)),
		)
		await library.save({ ...sheet, pieces: many })
		const [summary] = await library.list()
		expect(summary).toMatchObject({ pieces: 2000, nodes: 6000 })
		expect(summary?.artwork).toHaveLength(1)
	})

	test('what would not be read back is never written; the last good state stays', async () => {
		const sheet = traced()
		await library.save(sheet)
		const opened = await library.open(sheet.id)
		for (const unsound of [
			{ ...sheet, width: Number.POSITIVE_INFINITY },
			{ ...sheet, pieces: sheet.pieces.map((piece) => ({ ...piece, opacity: Number.NaN })) },
		]) {
			await expect(opened.write(unsound)).rejects.toThrow(SheetUnsound)
			await expect(library.save({ ...unsound, id: 'other' })).rejects.toThrow(SheetUnsound)
		}
		expect((await library.load(sheet.id)).sheet).toEqual(sheet)
		expect(await library.list()).toHaveLength(1)
	})

	test('what a later version adds stays when this one writes', async () => {
		const sheet = traced()
		await library.save(sheet)
		const later = { ...JSON.parse(JSON.stringify(sheet)), season: 'winter' }
		later.pieces[0].lined = true
		await database.documents.put({ id: sheet.id, json: JSON.stringify(later) })
		const opened = await library.open(sheet.id)
		await opened.write(renameSheet(opened.sheet, 'Renamed'))
		const stored = JSON.parse((await database.documents.get(sheet.id))?.json ?? '')
		expect(stored).toMatchObject({ name: 'Renamed', season: 'winter', pieces: [{ lined: true }] })
	})
})

describe('the bin', () => {
	const DAY = 86_400_000

	test('keeps what was deleted for thirty days, with its photos', async () => {
		const photo = await library.addPhoto(new Blob(['a']), null)
		const sheet = addPhoto(traced(), photoOf(photo))
		await library.save(sheet)
		await library.remove(sheet.id)
		expect((await library.binned()).map(({ id }) => id)).toEqual([sheet.id])
		await library.sweepPhotos(Date.now() + 2 * DAY)
		await library.sweepPhotos(Date.now() + 29 * DAY)
		expect(await library.photo(photo)).toBeDefined()
		await library.sweepPhotos(Date.now() + 31 * DAY)
		expect(await library.binned()).toEqual([])
	})

	test('a tab that still has the sheet does not bring it back by writing', async () => {
		const sheet = traced()
		await library.save(sheet)
		const opened = await library.open(sheet.id)
		await library.remove(sheet.id)
		await expect(opened.write(renameSheet(sheet, 'Again'))).rejects.toThrow(WrittenElsewhere)
		expect(await library.list()).toEqual([])
	})
})

describe('storage that fails', () => {
	test('a full quota and a refused store are told apart', async () => {
		const full = Object.assign(new Error('abort'), {
			name: 'AbortError',
			inner: Object.assign(new Error('quota'), { name: 'QuotaExceededError' }),
		})
		await expect(stored(() => Promise.reject(full))).rejects.toThrow(StorageFull)
		const refused = Object.assign(new Error('open'), { name: 'OpenFailedError' })
		await expect(stored(() => Promise.reject(refused))).rejects.toThrow(StorageRefused)
		const other = new Error('else')
		await expect(stored(() => Promise.reject(other))).rejects.toBe(other)
	})
})
