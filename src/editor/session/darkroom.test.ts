import { beforeEach, describe, expect, test, vi } from 'vitest'
import { addPhoto, changeTone, emptySheet, newPhoto, removePhoto } from '@/core'
import { PASSES } from '@/editor/passes/passes'
import { createOpenSheet } from '@/store/openSheet'
import { runDarkroom } from './darkroom'
import { darkroomSlice } from './darkroomState'
import { createDesk } from './desk'
import { createSlices } from './slices'

/** A bitmap that says whether it was closed. */
interface Bitmap {
	readonly width: number
	readonly height: number
	closed: boolean
	close(): void
}

function bitmap(width: number, height: number): Bitmap {
	const made: Bitmap = {
		width,
		height,
		closed: false,
		close: () => {
			made.closed = true
		},
	}
	return made
}

/** Photos being developed, each to be finished by hand. */
let waiting: (() => void)[] = []
let made: Bitmap[] = []

vi.mock('@/jobs/pictures', () => ({
	studyPhoto: async () => ({ histogram: new Uint32Array(256), local: {} }),
	lineColourFor: async () => '#0e7466',
	toneFor: async () => ({}),
	developPart: () =>
		new Promise((resolve) =>
			waiting.push(() => {
				const done = bitmap(8, 8)
				made.push(done)
				resolve(done)
			}),
		),
}))

const settled = () => new Promise((done) => setTimeout(done))

async function finishAll(): Promise<void> {
	for (let round = 0; round < 6; round++) {
		for (const finish of waiting.splice(0)) finish()
		await settled()
	}
}

function begin() {
	const photo = newPhoto({ blob: 'blob', name: 'Heron', width: 1000, height: 800 })
	const open = createOpenSheet(addPhoto(emptySheet('Heron', 1000, 800), photo))
	const [pass] = PASSES
	const tool = pass?.tools[0]
	if (!pass || !tool) throw new Error('There is a pass with a tool.')
	const desk = createDesk({ pass, tool })
	desk.setState({ size: { width: 400, height: 300 }, view: { scale: 0.9, x: 0, y: 0 } })
	const slices = createSlices()
	const room = slices.of(darkroomSlice)
	const levels = [bitmap(1000, 800), bitmap(500, 400), bitmap(250, 200)] as unknown as ImageBitmap[]
	room.setState({ pyramids: new Map([['blob', { width: 1000, height: 800, levels }]]) })
	const stop = runDarkroom(open, desk, slices)
	const shown = () => {
		const now = room.getState().developed.get(photo.id)
		return [now?.whole, now?.part?.bitmap, now?.near?.bitmap].filter(Boolean) as unknown as Bitmap[]
	}
	return { open, photo, room, stop, shown }
}

beforeEach(() => {
	waiting = []
	made = []
})

describe('what is developed', () => {
	test('a photo that is deleted while it is developed brings no closed bitmaps back', async () => {
		const { open, photo, room, shown } = begin()
		await settled()
		open.apply('Tone', (sheet) => changeTone(sheet, photo.id, { grey: true }))
		await finishAll()
		expect(shown().length).toBeGreaterThan(0)
		// Another tone: while it is being developed the photo goes, and comes back.
		open.apply('Tone', (sheet) => changeTone(sheet, photo.id, { black: 30 }))
		await settled()
		open.apply('Remove', (sheet) => removePhoto(sheet, photo.id))
		expect(room.getState().developed.size).toBe(0)
		await finishAll()
		expect(room.getState().developed.size).toBe(0)
		expect(made.every(({ closed }) => closed)).toBe(true)
		open.undo()
		await finishAll()
		expect(shown().length).toBeGreaterThan(0)
		expect(shown().every(({ closed }) => !closed)).toBe(true)
	})

	test('what is no longer shown is closed, what is shown is not, whatever comes in between', async () => {
		const { open, photo, shown } = begin()
		await settled()
		for (let black = 1; black <= 12; black++) {
			open.apply('Tone', (sheet) => changeTone(sheet, photo.id, { black }))
			if (black % 3 === 0) await finishAll()
			if (black === 7) open.apply('Remove', (sheet) => removePhoto(sheet, photo.id))
			if (black === 8) open.undo()
			for (const finish of waiting.splice(0, 1)) finish()
			await settled()
		}
		await finishAll()
		const now = new Set(shown())
		expect(now.size).toBeGreaterThan(0)
		for (const one of made) expect(one.closed).toBe(!now.has(one))
	})
})
