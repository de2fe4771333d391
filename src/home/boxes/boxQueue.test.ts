import 'fake-indexeddb/auto'
import { expect, test } from 'vitest'
import { addPhoto, emptySheet, newPhoto, type Sheet } from '@/core'
import { SkiagramDatabase } from '@/store/database'
import { SheetBusy } from '@/store/editLock'
import { createLibrary } from '@/store/library'
import { createBoxQueue } from './boxQueue'

const BOX = { minX: 1, minY: 2, maxX: 8, maxY: 9 }
let number = 0

async function collection(names: readonly string[]) {
	const library = createLibrary(new SkiagramDatabase(`boxes-${number++}`))
	const sheets: Sheet[] = names.map((name) =>
		addPhoto(emptySheet(name, 10, 10), newPhoto({ blob: name, name, width: 10, height: 10 })),
	)
	for (const sheet of sheets) await library.save(sheet)
	const collections = await library.collections()
	await collections.add(
		'Masks',
		sheets.map(({ id }) => id),
	)
	const now = async () => (await collections.list())[0]
	const id = (await now())?.id ?? ''
	const ask = (n: number) => collections.ask(id, { sheet: sheets[n]?.id ?? '', box: BOX })
	return { library, collections, sheets, now, id, ask }
}

const watched = () => {
	const told: string[] = []
	return {
		told,
		watch: {
			changed: () => void told.push('changed'),
			failed: (_: string, why: string) => void told.push(why),
		},
	}
}

test('boxes are worked through one after the other, also those drawn meanwhile', async () => {
	const { library, sheets, now, ask } = await collection(['a', 'b', 'c'])
	const { told, watch } = watched()
	const lifted: string[] = []
	await ask(0)
	await ask(1)
	// Drawn again before its turn came: the newer one counts.
	await ask(1)
	const queue = createBoxQueue(library, async (_, id, box) => {
		expect(box).toEqual(BOX)
		lifted.push(id)
		if (lifted.length === 1) await ask(2)
		return true
	})
	await Promise.all([queue.goOn(watch), queue.goOn(watch)])
	const ids = sheets.map(({ id }) => id)
	expect(lifted).toEqual(ids)
	expect(await now()).toMatchObject({ boxes: [], toJudge: ids })
	expect(told).toEqual(['changed', 'changed', 'changed'])
})

test('what cannot be lifted is told and waits for nobody; what is open elsewhere is tried later', async () => {
	const { library, sheets, now, ask, collections, id } = await collection(['a', 'b', 'c', 'd'])
	for (const n of [0, 1, 2, 3]) await ask(n)
	const { told, watch } = watched()
	const queue = createBoxQueue(library, async (_, sheet) => {
		if (sheet === sheets[0]?.id) return 'Nothing stands out.'
		if (sheet === sheets[1]?.id) throw new Error('Torn.')
		if (sheet === sheets[2]?.id) throw new SheetBusy()
		return true
	})
	await queue.goOn(watch)
	expect(told.filter((each) => each !== 'changed')).toHaveLength(2)
	expect(told).toContain('Nothing stands out.')
	const [, , busy, good] = sheets.map((sheet) => sheet.id)
	expect(await now()).toMatchObject({ boxes: [{ sheet: busy, box: BOX }], toJudge: [good] })
	await createBoxQueue(library, async () => true).goOn(watch)
	expect(await now()).toMatchObject({ boxes: [], toJudge: [good, busy] })
	await collections.judged(id, good ?? '')
	expect(await now()).toMatchObject({ toJudge: [busy] })
})

test('a sheet that somebody traced meanwhile is left, and waits for nobody', async () => {
	const { library, now, ask } = await collection(['a'])
	const { told, watch } = watched()
	await ask(0)
	await createBoxQueue(library, async () => false).goOn(watch)
	expect(await now()).toMatchObject({ boxes: [], toJudge: [] })
	expect(told).toEqual(['changed'])
})
