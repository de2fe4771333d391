import 'fake-indexeddb/auto'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { beforeEach, expect, test } from 'vitest'
import {
	addPhoto,
	emptySheet,
	newPhoto,
	newPiece,
	parsePathData,
	renameSheet,
	type Sheet,
} from '@/core'
import { SkiagramDatabase } from './database'
import { fontsIn } from './fonts'
import { createLibrary, type Library } from './library'
import { NoArchive } from './oneFile'

let number = 0
/** A browser of its own. */
function browser(): { database: SkiagramDatabase; library: Library } {
	const database = new SkiagramDatabase(`archive-${number++}`)
	return { database, library: createLibrary(database) }
}

let here: ReturnType<typeof browser>
let there: ReturnType<typeof browser>
let key: Sheet
let heron: Sheet
let blob = ''

const named = async ({ library }: ReturnType<typeof browser>) =>
	(await library.list()).map(({ name }) => name).sort()

beforeEach(async () => {
	here = browser()
	there = browser()
	blob = await here.library.addPhoto(
		new Blob(['photo'], { type: 'image/png' }),
		new Blob(['small']),
	)
	const piece = newPiece('Bow', parsePathData('M0 0H9V9Z'))
	key = addPhoto(
		{ ...emptySheet('Key', 10, 10), pieces: [piece] },
		newPhoto({ blob, name: 'Photo', width: 10, height: 10 }),
	)
	heron = emptySheet('Heron', 20, 20)
	await here.library.save(key, undefined, 1000)
	await here.library.save(heron, undefined, 1000)
	await (await here.library.versions()).keep(renameSheet(key, 'Key at first'), 'First')
	await (await here.library.collections()).add('Workshop', [heron.id, key.id])
})

test('everything goes out and comes in elsewhere as it was: sheets, photos, versions', async () => {
	const file = await here.library.archive()
	const names = Object.keys(unzipSync(new Uint8Array(await file.arrayBuffer())))
	expect(names).toEqual(expect.arrayContaining(['drawings/key.svg', 'drawings/heron.svg']))
	const archive = await there.library.readArchive(file)
	expect(archive).toMatchObject({ fresh: 2, same: 0, differing: [] })
	expect(await archive.takeIn('mine')).toEqual({ taken: 2, unread: [] })
	expect((await there.library.load(key.id)).sheet).toEqual(key)
	expect((await there.library.list())[0]?.editedAt).toBe(1000)
	expect(await (await there.library.collections()).list()).toEqual([
		expect.objectContaining({ name: 'Workshop', sheets: [heron.id, key.id] }),
	])
	const photo = await there.library.photo(blob)
	expect([photo?.blob.type, await photo?.blob.text(), await photo?.thumbnail?.text()]).toEqual([
		'image/png',
		'photo',
		'small',
	])
	const versions = await there.library.versions()
	const [first] = await versions.list(key.id)
	expect(first?.name).toBe('First')
	expect((await versions.read(first!.id)).name).toBe('Key at first')
	// Once more there is nothing new in it.
	const again = await there.library.readArchive(file)
	expect(again).toMatchObject({ fresh: 0, same: 2, differing: [] })
	expect(await again.takeIn('both')).toEqual({ taken: 0, unread: [] })
	expect(await named(there)).toEqual(['Heron', 'Key'])
})

test('fonts that were brought go along, but for those that nobody may pass on; a torn one stays away', async () => {
	const says = { style: 'Regular', licenceText: '' }
	const brought = (words: string) => new Blob([words])
	const { fonts } = here.database
	const own = await fontsIn({ fonts }).add(brought('open font'), {
		...says,
		family: 'Heron Slab',
		licence: 'installable',
		weights: [300, 800],
	})
	const closed = await fontsIn({ fonts }).add(brought('closed font'), {
		...says,
		family: 'Keeper Script',
		licence: 'restricted',
	})
	const file = await here.library.archive()
	const files = unzipSync(new Uint8Array(await file.arrayBuffer()))
	expect(Object.keys(files).filter((name) => name.startsWith('fonts/'))).toEqual([
		`fonts/${own.id}`,
	])
	await (await there.library.readArchive(file)).takeIn('mine')
	const came = await there.database.fonts.toArray()
	expect(came.map(({ id, family, weights }) => [id, family, weights])).toEqual([
		[own.id, 'Heron Slab', [300, 800]],
	])
	expect(await came[0]?.file.text()).toBe('open font')
	expect(came.some(({ id }) => id === closed.id)).toBe(false)
	const torn = new Blob([
		new Uint8Array(zipSync({ ...files, [`fonts/${own.id}`]: strToU8('another font') })),
	])
	const elsewhere = browser()
	await (await elsewhere.library.readArchive(torn)).takeIn('mine')
	expect(await elsewhere.database.fonts.count()).toBe(0)
})

test('a sheet that differs here is kept beside, replaced by a newer one, or left, as is wished', async () => {
	const file = await here.library.archive()
	const begin = async (editedAt: number) => {
		there = browser()
		await there.library.save(renameSheet(key, 'My key'), undefined, editedAt)
		const archive = await there.library.readArchive(file)
		expect(archive).toMatchObject({ fresh: 1, same: 0, differing: ['Key'] })
		return archive
	}
	await (await begin(500)).takeIn('both')
	expect(await named(there)).toEqual(['Heron', 'Key (from the file)', 'My key'])
	await (await begin(500)).takeIn('mine')
	expect(await named(there)).toEqual(['Heron', 'My key'])
	await (await begin(2000)).takeIn('newer')
	expect(await named(there)).toEqual(['Heron', 'My key'])
	await (await begin(500)).takeIn('newer')
	expect(await named(there)).toEqual(['Heron', 'Key'])
	const versions = await there.library.versions()
	const mine = (await versions.list(key.id)).find(
		({ name }) => name === 'Before the file was opened',
	)
	expect((await versions.read(mine!.id)).name).toBe('My key')
})

test('one that lies in the bin here stays there', async () => {
	const file = await here.library.archive()
	await here.library.remove(key.id)
	await (await here.library.readArchive(file)).takeIn('newer')
	expect(await named(here)).toEqual(['Heron', 'Key (from the file)'])
	expect((await here.library.binned()).map(({ id }) => id)).toEqual([key.id])
})

test('a file whose words name another sheet does not write over that; a version that is here stays as it is', async () => {
	const file = await here.library.archive()
	const parts = unzipSync(new Uint8Array(await file.arrayBuffer()))
	const other = { ...emptySheet('Other', 5, 5), id: heron.id }
	const forged = { ...parts, [`sheets/${key.id}.json`]: strToU8(JSON.stringify(other)) }
	const versions = await here.library.versions()
	const [first] = await versions.list(key.id)
	await versions.rename(first!.id, 'Named anew')
	const archive = await here.library.readArchive(new Blob([new Uint8Array(zipSync(forged))]))
	expect(archive.differing).toEqual(['Key'])
	await archive.takeIn('mine')
	expect(await named(here)).toEqual(['Heron', 'Key'])
	await here.library.save(key, undefined, 1)
	await (await here.library.readArchive(new Blob([new Uint8Array(zipSync(forged))]))).takeIn(
		'newer',
	)
	expect((await here.library.load(heron.id)).sheet).toEqual(heron)
	expect((await versions.list(key.id)).map(({ name }) => name)).toContain('Named anew')
})

test('what cannot be read is named, and the rest comes; other files are refused', async () => {
	const file = await here.library.archive()
	const parts = unzipSync(new Uint8Array(await file.arrayBuffer()))
	const torn = { ...parts, [`sheets/${heron.id}.json`]: strToU8('{"pieces":') }
	const archive = await there.library.readArchive(new Blob([new Uint8Array(zipSync(torn))]))
	expect(await archive.takeIn('both')).toEqual({ taken: 1, unread: ['Heron'] })
	expect(await named(there)).toEqual(['Key'])
	const others = [
		new Blob(['no zip at all']),
		new Blob([new Uint8Array(zipSync({ 'key.svg': strToU8('<svg/>') }))]),
		new Blob([new Uint8Array(zipSync({ 'everything.json': strToU8('{"kind":"other"}') }))]),
	]
	for (const other of others)
		await expect(there.library.readArchive(other)).rejects.toThrow(NoArchive)
})
