import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import {
	addPhoto,
	emptySheet,
	newPhoto,
	newPiece,
	parsePathData,
	removePieces,
	renameSheet,
	type Sheet,
	transformPieces,
} from '@/core'
import { SkiagramDatabase, type StoredVersion } from './database'
import { createLibrary, type Library } from './library'
import { createOpenSheet } from './openSheet'
import { superfluous } from './versions'

let database: SkiagramDatabase
let library: Library
let number = 0

beforeEach(() => {
	database = new SkiagramDatabase(`versions-${number++}`)
	library = createLibrary(database)
})

const HOUR = 3_600_000
const DAY = 24 * HOUR

/** A version of so long ago. */
const ago = (ms: number, now: number, name?: string): StoredVersion => ({
	id: `${ms}${name ?? ''}`,
	sheet: 's',
	at: now - ms,
	...(name !== undefined && { name }),
	summary: {} as StoredVersion['summary'],
	length: 10,
	photos: [],
})

describe('what is kept', () => {
	// The middle of an hour and of a day.
	const now = 500 * DAY + DAY / 2 + HOUR / 2
	const kept = (versions: readonly StoredVersion[]) => {
		const gone = superfluous(versions, now)
		return versions.filter(({ id }) => !gone.has(id)).map(({ id }) => id)
	}

	test('all of the last hour, one of each hour of the day, one of each day before', () => {
		const minutes = Array.from({ length: 60 * 24 * 4 }, (_, m) => ago(m * 60_000, now))
		const left = kept(minutes).map(Number)
		expect(left.filter((ms) => ms < HOUR)).toHaveLength(60)
		const hourly = left.filter((ms) => ms >= HOUR && ms < DAY)
		expect(hourly.length).toBeGreaterThanOrEqual(23)
		expect(hourly.length).toBeLessThanOrEqual(25)
		expect(left.filter((ms) => ms >= DAY)).toHaveLength(4)
		// Of each hour the last.
		expect(hourly[1]).toBe(HOUR + HOUR / 2 + 60_000)
	})

	test('what has a name stays, however old; a clock that was set back takes nothing', () => {
		const old = [ago(90 * DAY, now, 'First cut'), ago(90 * DAY + 1, now), ago(90 * DAY + 2, now)]
		expect(kept(old)).toEqual([old[0]!.id, old[1]!.id])
		const ahead = [ago(-5 * DAY, now), ago(-5 * DAY - 1, now)]
		expect(kept(ahead)).toHaveLength(2)
	})

	test('the oldest without a name go where all take too much room', () => {
		const large = [1, 2, 3].map((k) => ({ ...ago(k * 60_000, now), length: 3e7 }))
		expect(kept([...large, { ...ago(4 * 60_000, now, 'Named'), length: 3e7 }])).toEqual([
			'60000',
			'240000Named',
		])
	})
})

/** A piece with so many nodes. */
const pieceOf = (nodes: number) => {
	const along = Array.from({ length: nodes - 1 }, (_, k) => `L${k * 10} ${(k % 7) * 5 + 10}`)
	return newPiece('Comb', parsePathData(`M0 0${along.join('')}Z`))
}

async function onBench(sheet: Sheet) {
	await library.save(sheet)
	const opened = await library.open(sheet.id)
	const open = createOpenSheet(opened.sheet)
	const apply: typeof open.apply = (...edit) => open.apply(...edit)
	const save = () => opened.write(open.sheet(), { history: open.getState().history })
	const kept = async () =>
		(await (await library.versions()).list(sheet.id)).map(({ before, name, summary }) => [
			name ?? before ?? 'by time',
			summary.nodes,
		])
	return { open, apply, save, kept }
}

describe('versions', () => {
	test('the sheet as it was opened is kept with the first edit, and after five minutes of work', async () => {
		vi.useFakeTimers({ toFake: ['Date'] })
		const sheet = { ...emptySheet('Comb', 100, 100), pieces: [pieceOf(4)] }
		const { apply, save, kept } = await onBench(sheet)
		const name = async (to: string) => {
			vi.setSystemTime(Date.now() + 1000)
			apply('Rename', (s) => renameSheet(s, to))
			await save()
		}
		await name('1')
		await name('2')
		expect(await kept()).toHaveLength(1)
		vi.setSystemTime(Date.now() + 301_000)
		await name('3')
		expect(await kept()).toHaveLength(2)
		const [newest, first] = await (await library.versions()).list(sheet.id)
		expect((await (await library.versions()).read(first!.id)).name).toBe('Comb')
		expect((await (await library.versions()).read(newest!.id)).name).toBe('2')
		vi.useRealTimers()
	})

	test('it is kept before each large step, not before small ones nor when all of it is moved', async () => {
		const comb = pieceOf(40)
		const { apply, save, kept } = await onBench({ ...emptySheet('Comb', 100, 100), pieces: [comb] })
		const asDrawn = (await library.list())[0]?.artwork[0]?.d
		const ids = new Set([comb.id])
		const all = ({ pieces }: Sheet) => new Set(pieces.map(({ id }) => id))
		apply('Move a piece', (s) => transformPieces(s, ids, [1, 0, 0, 1, 7.3, 0]))
		await save()
		expect(await kept()).toEqual([['by time', 40]])
		const [first] = await (await library.versions()).list((await library.list())[0]!.id)
		expect(first?.summary.artwork[0]?.d).toBe(asDrawn)
		apply('Delete a piece', (s) => removePieces(s, ids))
		apply('Bring a piece in', (s) => ({ ...s, pieces: [pieceOf(5)] }))
		await save()
		expect(await kept()).toContainEqual(['Delete a piece', 40])
		// What is stored in the midst of a drag after it is no reason to keep that once more.
		for (const x of [1, 2, 3]) {
			apply('Move a piece', (s) => transformPieces(s, all(s), [1, 0, 0, 1, x, 0]), 'drag')
			await save()
		}
		expect(await kept()).toHaveLength(2)
	})

	test('one with a name is read as it was, loses its name, goes', async () => {
		const sheet = { ...emptySheet('Comb', 100, 100), pieces: [pieceOf(6)] }
		await library.save(sheet)
		await (await library.versions()).keep(sheet, 'First cut')
		const [version] = await (await library.versions()).list(sheet.id)
		expect(version).toMatchObject({ name: 'First cut', summary: { nodes: 6, pieces: 1 } })
		expect(await (await library.versions()).read(version!.id)).toEqual(sheet)
		await (await library.versions()).rename(version!.id, undefined)
		expect((await (await library.versions()).list(sheet.id))[0]).not.toHaveProperty('name')
		await (await library.versions()).drop(version!.id)
		expect(await (await library.versions()).list(sheet.id)).toEqual([])
		await expect((await library.versions()).read(version!.id)).rejects.toThrow()
	})

	test('the sweep spares photos that versions hold; both go with their sheet', async () => {
		const blob = await library.addPhoto(new Blob(['x']), null)
		const photo = newPhoto({ blob, name: 'Photo', width: 10, height: 10 })
		const sheet = addPhoto(emptySheet('Comb', 100, 100), photo)
		await (await library.versions()).keep(sheet, 'With its photo')
		await library.save({ ...sheet, photos: [] })
		const sweeps = async (...days: number[]) => {
			for (const day of days) await library.sweepPhotos(Date.now() + day * DAY)
		}
		await sweeps(1, 3, 5)
		expect(await library.photo(blob)).toBeDefined()
		await library.remove(sheet.id)
		await library.dropBinned(sheet.id)
		await sweeps(6, 8)
		expect(await library.photo(blob)).toBeUndefined()
		expect([await database.versions.count(), await database.versionTexts.count()]).toEqual([0, 0])
	})
})
