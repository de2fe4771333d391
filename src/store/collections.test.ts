import 'fake-indexeddb/auto'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { addPhoto, emptySheet, newPhoto, newPiece, parsePathData, type Sheet } from '@/core'
import { collectionsIn, nameOfCollection, setUpAlike } from './collections'
import { SkiagramDatabase } from './database'
import { createLibrary, type Library } from './library'

let database: SkiagramDatabase
let library: Library
let number = 0

beforeEach(() => {
	database = new SkiagramDatabase(`collections-${number++}`)
	library = createLibrary(database)
	// No other tab is there.
	vi.stubGlobal('navigator', {})
})

afterEach(() => void vi.unstubAllGlobals())

const photoSheet = (name: string): Sheet =>
	addPhoto(emptySheet(name, 10, 10), newPhoto({ blob: name, name, width: 10, height: 10 }))

test('sheets that came in together are found by each of them, without those that are gone', async () => {
	const collections = collectionsIn(database)
	const all = ['a', 'b', 'c'].map(photoSheet)
	for (const sheet of all) await library.save(sheet)
	const ids = all.map(({ id }) => id)
	await collections.add('Masks', ids, 5)
	await collections.add('Older', [ids[0]!], 1)
	expect((await collections.list()).map(({ name }) => name)).toEqual(['Masks', 'Older'])
	await library.remove(ids[1]!)
	const found = await collections.of(ids[2]!)
	expect(found).toMatchObject({ name: 'Masks', sheets: [ids[0], ids[2]] })
	await collections.rename(found!.id, 'Masks of the play')
	expect((await collections.of(ids[2]!))?.name).toBe('Masks of the play')
	await library.restore(ids[1]!)
	expect((await collections.of(ids[2]!))?.sheets).toEqual(ids)
	await collections.forget(found!.id)
	expect(await collections.of(ids[2]!)).toBeNull()
	expect(await library.list()).toHaveLength(3)
})

test('what one was set up with goes to those that nobody traced yet', async () => {
	const [model, plain, traced] = ['model', 'plain', 'traced'].map(photoSheet)
	const tone = { ...model!.photos[0]!.tone, local: 0.7 }
	const setUp: Sheet = {
		...model!,
		unit: 'mm',
		line: { colour: '#0e7466', width: 2, strength: 0.5 },
		drawnIn: 'photo',
		photos: [{ ...model!.photos[0]!, tone, strength: 0.4 }],
	}
	const piece = newPiece('Piece', parsePathData('M0 0H9V9Z'))
	for (const sheet of [setUp, plain!, { ...traced!, pieces: [piece] }]) await library.save(sheet)
	const ids = [setUp.id, plain!.id, traced!.id]
	expect(await setUpAlike(library, setUp, ids)).toBe(1)
	const { sheet } = await library.load(plain!.id)
	expect(sheet).toMatchObject({ name: 'plain', unit: 'mm', line: setUp.line, drawnIn: 'photo' })
	expect(sheet.photos[0]).toMatchObject({ blob: 'plain', tone, strength: 0.4 })
	expect((await library.load(traced!.id)).sheet.photos).toEqual(traced!.photos)
})

test.each([
	[['prop 01', 'prop 02', 'prop 17'], 'prop'],
	[['IMG_2041', 'IMG_2042'], 'IMG'],
	[['key', 'heron'], '2 photos of Nov 30, 2026'],
	[['a1', 'a2'], '2 photos of Nov 30, 2026'],
])('%j is called %s', (names, said) => {
	expect(nameOfCollection(names, new Date(2026, 10, 30))).toBe(said)
})
