import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, test } from 'vitest'
import { addPhoto, emptySheet, newPhoto, newPiece, parsePathData, type Sheet } from '@/core'
import { SkiagramDatabase, StorageFull, StorageRefused, stored } from './database'
import { createLibrary, type Library, SheetMissing, SheetUnreadable } from './library'

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
		const restore = await library.remove(sheet.id)
		await expect(library.load(sheet.id)).rejects.toThrow(SheetMissing)
		await restore()
		expect((await library.load(sheet.id)).sheet).toEqual(sheet)
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
		const restore = await library.remove(sheet.id)
		await library.sweepPhotos(0)
		await restore()
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
