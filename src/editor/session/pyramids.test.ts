import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { addPhoto, emptySheet, newPhoto, removePhoto } from '@/core'
import { PASSES } from '@/editor/passes/passes'
import { createRunningJobs } from '@/jobs/running'
import type { Library } from '@/store/library'
import { createOpenSheet } from '@/store/openSheet'
import { darkroomSlice } from './darkroomState'
import { createDesk } from './desk'
import type { PhotoEdges } from './edgeReading'
import { pyramids } from './pyramids'
import { createSlices } from './slices'

/** Levels of decoded photos, in the order they were decoded. */
let levels: { close(): void }[] = []
let decoded = async () => {}

vi.mock('@/jobs/pictures', () => ({
	openPicture: async () => {
		await decoded()
		const level = { close: vi.fn() }
		levels.push(level)
		return { width: 100, height: 80, levels: [level] }
	},
	studyPhoto: async () => ({ histogram: new Uint32Array(256), local: {} }),
	lineColourFor: async () => '#0e7466',
	toneFor: async () => ({}),
	developPart: () => new Promise(() => {}),
}))

const photo = newPhoto({ blob: 'blob', name: 'Heron', width: 100, height: 80 })

function begin() {
	const open = createOpenSheet(addPhoto(emptySheet('Heron', 100, 80), photo))
	const [pass] = PASSES
	const tool = pass?.tools[0]
	if (!pass || !tool) throw new Error('There is a pass with a tool.')
	const slices = createSlices()
	const forgotten: string[] = []
	const stop = pyramids({
		open,
		desk: createDesk({ pass, tool }),
		slices,
		library: { photo: async () => ({ blob: new Blob() }) } as unknown as Library,
		running: createRunningJobs(),
		edges: { forget: (blob: string) => void forgotten.push(blob) } as PhotoEdges,
	})
	const known = () => [...slices.of(darkroomSlice).getState().pyramids.keys()]
	return { open, stop, forgotten, known }
}

beforeEach(() => {
	vi.useFakeTimers()
	levels = []
	decoded = async () => {}
})
afterEach(() => vi.useRealTimers())

const takeOff = (open: ReturnType<typeof createOpenSheet>) =>
	open.apply('Remove', (sheet) => removePhoto(sheet, photo.id))
const wait = (ms: number) => vi.advanceTimersByTimeAsync(ms)

test('what a photo takes is given back a while after it went', async () => {
	const { open, known, forgotten } = begin()
	await wait(1)
	expect(levels).toHaveLength(1)
	takeOff(open)
	await wait(5000)
	expect(known()).toEqual(['blob'])
	await wait(60_000)
	expect(known()).toEqual([])
	expect(forgotten).toEqual(['blob'])
	expect(levels[0]?.close).toHaveBeenCalledTimes(1)
	// Undone, it is decoded anew.
	open.undo()
	await wait(1)
	expect(levels).toHaveLength(2)
	expect(known()).toEqual(['blob'])
})

test('what is undone in time is kept; what is decoded too late is not', async () => {
	const { open, known } = begin()
	await wait(1)
	takeOff(open)
	await wait(5000)
	open.undo()
	await wait(60_000)
	expect(levels).toHaveLength(1)
	expect(levels[0]?.close).not.toHaveBeenCalled()
	let finish = () => {}
	decoded = () => new Promise((done) => (finish = done))
	const late = begin()
	await wait(1)
	takeOff(late.open)
	await wait(60_000)
	finish()
	await wait(1)
	expect(late.known()).toEqual([])
	expect(levels.at(-1)?.close).toHaveBeenCalledTimes(1)
	expect(known()).toEqual(['blob'])
})

test('leaving the sheet gives all of it back', async () => {
	const { stop, known, forgotten } = begin()
	await wait(1)
	stop()
	expect(known()).toEqual([])
	expect(forgotten).toEqual(['blob'])
	expect(levels[0]?.close).toHaveBeenCalledTimes(1)
})
