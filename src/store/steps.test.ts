import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { beforeEach, describe, expect, test } from 'vitest'
import {
	addPhoto,
	emptySheet,
	groupPieces,
	newPhoto,
	newPiece,
	parsePathData,
	removePhoto,
	renameSheet,
	type Sheet,
} from '@/core'
import { randomNumbers } from '@/core/path/testing/anyEdit'
import { anyContour, sheetOf } from '@/core/path/testing/arbitrary'
import { aheadIn } from './ahead'
import { SkiagramDatabase } from './database'
import { createLibrary, type Library } from './library'
import type { OpenedSheet } from './openedSheet'
import { createOpenSheet, type OpenSheet } from './openSheet'
import { MOST_STEPS } from './steps'
import { anySheetEdit } from './testing/anySheetEdit'

let database: SkiagramDatabase
let library: Library
let number = 0

beforeEach(() => {
	database = new SkiagramDatabase(`steps-${number++}`)
	library = createLibrary(database)
})

/** A tab with the sheet open. */
interface Tab {
	readonly open: OpenSheet
	readonly opened: OpenedSheet
	save(): Promise<void>
	edit(name: string): Promise<void>
}

/** Opens the sheet as a tab does that knows nothing of any other. */
async function tab(id: string, { recalls = true } = {}): Promise<Tab> {
	const opened = await createLibrary(database).open(id)
	const open = createOpenSheet(opened.sheet)
	if (recalls) open.recall(await opened.recalled())
	const save = async () => {
		const { history } = open.getState()
		if (history.present !== opened.stored()) await opened.write(history.present, { history })
	}
	const edit = async (name: string) => {
		open.apply(`Name ${name}`, (sheet) => renameSheet(sheet, name))
		await save()
	}
	return { open, opened, save, edit }
}

async function stored(sheet: Sheet = emptySheet('0', 10, 10)): Promise<string> {
	await library.save(sheet)
	return sheet.id
}

const undoAll = ({ open }: Tab): string[] => {
	const names = [open.sheet().name]
	while (open.getState().history.past.length > 0) {
		open.undo()
		names.push(open.sheet().name)
	}
	return names
}

const redoAll = ({ open }: Tab): string[] => {
	const names: string[] = []
	while (open.getState().history.future.length > 0) {
		open.redo()
		names.push(open.sheet().name)
	}
	return names
}

/** A sheet as text, whichever order its fields have. */
const asText = (sheet: Sheet): string =>
	JSON.stringify(sheet, (_, value) =>
		typeof value === 'object' && value !== null && !Array.isArray(value)
			? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
			: value,
	)

describe('undo outlives the tab', () => {
	test('what was done and undone can be undone and done again after the sheet is opened anew', async () => {
		const id = await stored()
		const first = await tab(id)
		for (const name of ['1', '2', '3', '4']) await first.edit(name)
		first.open.undo()
		await first.save()
		const second = await tab(id)
		expect(second.open.sheet().name).toBe('3')
		expect(redoAll(second)).toEqual(['4'])
		expect(undoAll(second)).toEqual(['4', '3', '2', '1', '0'])
		expect(second.open.getState().history.future.at(-1)?.label).toBe('Name 1')
	})

	test('another way that was taken after undoing is the one that is kept', async () => {
		const id = await stored()
		const first = await tab(id)
		for (const name of ['1', '2', '3']) await first.edit(name)
		const second = await tab(id)
		second.open.jump(-2)
		await second.save()
		await second.edit('other')
		expect(undoAll(await tab(id))).toEqual(['other', '1', '0'])
	})

	test('edits made before the steps of before had come are added to them', async () => {
		const id = await stored()
		const first = await tab(id)
		for (const name of ['1', '2']) await first.edit(name)
		first.open.undo()
		await first.save()
		const second = await tab(id, { recalls: false })
		await second.edit('soon')
		second.open.recall(await second.opened.recalled())
		expect(second.open.getState().history.future).toEqual([])
		await second.edit('later')
		expect(undoAll(await tab(id))).toEqual(['later', 'soon', '1', '0'])
	})

	test('a sheet that was renamed at home keeps its steps; one that was written otherwise does not', async () => {
		const id = await stored()
		const first = await tab(id)
		for (const name of ['1', '2']) await first.edit(name)
		await library.rename(id, 'At home')
		expect(undoAll(await tab(id))).toEqual(['At home', '1', '0'])
		await library.save({ ...(await library.load(id)).sheet, name: 'Otherwise' })
		const other = await tab(id)
		expect(undoAll(other)).toEqual(['Otherwise'])
		await other.edit('after')
		expect(undoAll(await tab(id))).toEqual(['after', 'Otherwise'])
	})

	test('so many are kept, and what cannot be read ends them', async () => {
		const id = await stored()
		const first = await tab(id)
		for (let i = 1; i <= MOST_STEPS + 20; i++) await first.edit(String(i))
		expect(await database.steps.count()).toBe(MOST_STEPS)
		expect(undoAll(await tab(id)).length).toBe(MOST_STEPS + 1)
		const rows = await database.steps.toArray()
		const torn = rows[MOST_STEPS - 5]!
		for (const back of ['{', '[[["pieces"],7]]', '[[["pieces",9,"name"],"x"]]']) {
			await database.steps.put({ ...torn, back })
			expect(undoAll(await tab(id)).length).toBe(5)
		}
	})

	test('what was only noted before the tab died is a step of its own, and those before it stay', async () => {
		const kept = new Map<string, string>()
		const storage = {
			getItem: (key: string) => kept.get(key) ?? null,
			setItem: (key: string, text: string) => void kept.set(key, text),
			removeItem: (key: string) => void kept.delete(key),
		} as unknown as Storage
		const anew = () =>
			createLibrary(
				database,
				aheadIn(() => storage),
			)
		const id = await stored()
		const first = await tab(id)
		for (const name of ['1', '2']) await first.edit(name)
		const dying = await anew().open(id)
		dying.note(renameSheet(dying.sheet, 'noted'))
		// It is written as soon as it is found, before anything of the past is there.
		const opened = await anew().open(id)
		const open = createOpenSheet(opened.sheet)
		await opened.write(open.sheet(), { history: open.getState().history })
		open.recall(await opened.recalled())
		open.apply('Name after', (sheet) => renameSheet(sheet, 'after'))
		await opened.write(open.sheet(), { history: open.getState().history })
		expect(undoAll(await tab(id))).toEqual(['after', 'noted', '2', '1', '0'])
	})

	test('groups and their pieces come back', async () => {
		const outline = () => parsePathData('M0 0L9 0L9 9Z')
		const pieces = ['Left', 'Right', 'Third'].map((name) => newPiece(name, outline()))
		const id = await stored({ ...emptySheet('Wings', 10, 10), pieces })
		const first = await tab(id)
		const ids = new Set(pieces.slice(0, 2).map((piece) => piece.id))
		first.open.apply('Group', (sheet) => groupPieces(sheet, ids, 'Wings'))
		await first.save()
		await first.edit('named')
		const second = await tab(id)
		expect(second.open.getState().history.past.length).toBe(2)
		second.open.jump(-2)
		expect(second.open.sheet().groups ?? []).toEqual([])
		second.open.jump(2)
		expect(second.open.sheet()).toEqual(first.open.sheet())
	})

	test('they go with their sheet, and hold the photos that undo brings back', async () => {
		const blob = await library.addPhoto(new Blob(['x']), null)
		const id = await stored()
		const first = await tab(id)
		const photo = newPhoto({ blob, name: 'Photo', width: 10, height: 10 })
		first.open.apply('Bring a photo in', (sheet) => addPhoto(sheet, photo))
		await first.save()
		first.open.apply('Remove it', (sheet) => removePhoto(sheet, photo.id))
		await first.save()
		const day = 86_400_000
		for (const days of [1, 3, 5]) await library.sweepPhotos(Date.now() + days * day)
		expect(await library.photo(blob)).toBeDefined()
		const second = await tab(id)
		second.open.undo()
		expect(second.open.sheet().photos.map((one) => one.blob)).toEqual([blob])
		await library.remove(id)
		await library.dropBinned(id)
		for (const days of [6, 8]) await library.sweepPhotos(Date.now() + days * day)
		expect(await library.photo(blob)).toBeUndefined()
		expect([await database.steps.count(), await database.histories.count()]).toEqual([0, 0])
	})
})

test('random edits, saved and opened anew at any time, are undone to what they were, as text', async () => {
	await fc.assert(
		fc.asyncProperty(
			anyContour,
			fc.nat(),
			fc.array(fc.constantFrom('edit', 'edit', 'edit', 'undo', 'redo', 'save', 'reopen'), {
				minLength: 10,
				maxLength: 80,
			}),
			async (seed, of, moves) => {
				const random = randomNumbers(of)
				const id = await stored(sheetOf(seed))
				let now = await tab(id)
				/** The states as text: those before, the present one, those undone. */
				const past: string[] = []
				let future: string[] = []
				const text = () => asText(now.open.sheet())
				for (const move of [...moves, 'reopen']) {
					const before = text()
					if (move === 'edit') {
						now.open.apply('Edit', (sheet) => anySheetEdit(sheet, random))
						if (text() === before) continue
						past.push(before)
						future = []
					}
					if (move === 'undo' && past.length > 0) {
						now.open.undo()
						future.push(before)
						past.pop()
					}
					if (move === 'redo' && future.length > 0) {
						now.open.redo()
						past.push(before)
						future.pop()
					}
					if (move === 'save') await now.save()
					if (move === 'reopen') {
						await now.save()
						now = await tab(id)
						expect(text() === before).toBe(true)
						// What was undone before it was ever written was never anything that is stored.
						const kept = now.open.getState().history.future.length
						future = future.slice(future.length - kept)
					}
				}
				const backwards = past.toReversed()
				for (const state of backwards) {
					now.open.undo()
					expect(text() === state).toBe(true)
				}
				expect(now.open.getState().history.past).toEqual([])
			},
		),
		{ numRuns: process.env.DEEP ? 300 : 25 },
	)
}, 60_000)

test('thousands of edits, opened anew after every 500, are undone as far back as is kept', async () => {
	const [seed] = fc.sample(anyContour, { numRuns: 1, seed: 4 })
	const random = randomNumbers(7)
	const id = await stored(sheetOf(seed!))
	const texts: string[] = []
	let now = await tab(id)
	for (let i = 0; i < (process.env.DEEP ? 10_000 : 2000); i++) {
		const before = now.open.sheet()
		now.open.apply(`Edit ${i}`, (sheet) => anySheetEdit(sheet, random))
		if (now.open.sheet() !== before) texts.push(asText(before))
		if (i % 50 === 49) await now.save()
		if (i % 500 === 499) {
			await now.save()
			now = await tab(id)
		}
	}
	expect(now.open.getState().history.past.length).toBe(MOST_STEPS)
	for (const text of texts.slice(-MOST_STEPS).reverse()) {
		now.open.undo()
		expect(asText(now.open.sheet()) === text).toBe(true)
	}
}, 120_000)
