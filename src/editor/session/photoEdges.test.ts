import { beforeEach, describe, expect, test, vi } from 'vitest'
import { addPhoto, emptySheet, newPhoto, parsePathData } from '@/core'
import { picture as pixels } from '@/core/photo/testing/arbitraryPixels'
import { emptyField, makeTile } from '@/core/pictures'
import { PASSES } from '@/editor/passes/passes'
import { createOpenSheet } from '@/store/openSheet'
import { darkroomSlice } from './darkroomState'
import { createDesk } from './desk'
import { createPhotoEdges, edgesSlice, photoAt, photoUnder } from './photoEdges'
import { createSlices } from './slices'

/** Tiles in the order in which they were asked for. */
let asked: number[] = []
let broken = false

vi.mock('@/jobs/edges', () => ({
	makeEdgeTile: async (_: unknown, tile: number) => {
		asked.push(tile)
		if (broken) throw new Error('The worker died.')
		const field = emptyField(256, 256)
		makeTile(
			field,
			0,
			pixels(256, 256, (x) => (x < 128 ? 40 : 200)),
		)
		return field.tiles[0]
	},
}))

beforeEach(() => {
	asked = []
	broken = false
	vi.stubGlobal('createImageBitmap', async () => ({}))
})

const picture = (blob: string, width: number, height: number) => ({
	blob,
	name: blob,
	width,
	height,
})
const below = newPhoto(picture('below', 200, 200))
const above = newPhoto(picture('above', 100, 100), [1, 0, 0, 1, 50, 50])
const sheet = { ...emptySheet('Test', 400, 400), photos: [below, above] }

describe('the photo that outlines are set against', () => {
	test('is the topmost that shows at a place', () => {
		expect(photoAt(sheet, [100, 100])?.blob).toBe('above')
		expect(photoAt(sheet, [10, 10])?.blob).toBe('below')
		expect(photoAt(sheet, [300, 300])).toBeUndefined()
		const hidden = { ...sheet, photos: [below, { ...above, hidden: true }] }
		expect(photoAt(hidden, [100, 100])?.blob).toBe('below')
	})

	test('lies under their middle, or else under one of their nodes', () => {
		expect(photoUnder(sheet, parsePathData('M60 60L140 60L140 140Z'))?.blob).toBe('above')
		// A large ring about a hole in which no photo lies.
		const apart = { ...sheet, photos: [{ ...above, place: [1, 0, 0, 1, 0, 0] as const }] }
		expect(photoUnder(apart, parsePathData('M10 10L390 10L390 390L10 390Z'))?.blob).toBe('above')
		expect(photoUnder(sheet, parsePathData('M300 300L390 300L390 390Z'))).toBeUndefined()
		expect(photoUnder(sheet, [])?.blob).toBe('below')
	})
})

/** A photo of 4 × 4 tiles, of which the window shows the upper left 2 × 2. */
function begin(change: { hidden?: boolean } = {}) {
	const photo = { ...newPhoto(picture('large', 1024, 1024)), ...change }
	const open = createOpenSheet(addPhoto(emptySheet('Large', 1024, 1024), photo))
	const [pass] = PASSES
	const tool = pass?.tools[0]
	if (!pass || !tool) throw new Error('There is a pass with a tool.')
	const desk = createDesk({ pass, tool })
	desk.setState({ size: { width: 500, height: 500 }, view: { scale: 1, x: 0, y: 0 } })
	const slices = createSlices()
	const level = { width: 1024, height: 1024 }
	const pyramid = { width: 1024, height: 1024, levels: [level as unknown as ImageBitmap] }
	slices.of(darkroomSlice).setState({ pyramids: new Map([['large', pyramid]]) })
	return { open, photo, desk, slices, edges: createPhotoEdges(open, desk, slices) }
}

describe('edges of photos', () => {
	test('are read where they are asked for: the nearest first, and no more than the window shows', async () => {
		const { edges } = begin()
		expect(edges.there([300, 300])).toBe('coming')
		expect(edges.snap([300, 300])).toBeUndefined()
		await vi.waitFor(() => expect(asked).toHaveLength(4))
		expect(asked[0]).toBe(5)
		expect(new Set(asked)).toEqual(new Set([0, 1, 4, 5]))
		await vi.waitFor(() => expect(edges.there([300, 300])).toBe('known'))
		expect(edges.snap([386, 300])?.at[0]).toBeCloseTo(384, 0)
		expect([...edges.follow([384, 280], [384, 320])].length).toBeGreaterThan(10)
	})

	test('under outlines all of them are there before one measures', async () => {
		const { edges, photo } = begin()
		const far = parsePathData('M700 700L900 700L900 900Z')
		const read = await edges.under(far)
		expect(read?.photo.blob).toBe(photo.blob)
		expect(new Set(asked)).toEqual(new Set([10, 11, 14, 15]))
		await edges.under(far)
		expect(asked).toHaveLength(4)
	})

	test('of photos that are hidden, or nowhere, nothing is read, and that is said', async () => {
		const { edges } = begin({ hidden: true })
		expect(edges.there([300, 300])).toBe('hidden')
		expect(edges.there([3000, 300])).toBe('no photo')
		expect(await edges.under(parsePathData('M0 0L9 0L9 9Z'))).toBeNull()
		expect([...edges.follow([1, 2], [3, 4])]).toEqual([1, 2, 3, 4])
		expect(asked).toEqual([])
	})

	test('that cannot be read are not waited for: it is told, and asked again they are tried again', async () => {
		const { edges, slices } = begin()
		broken = true
		edges.there([300, 300])
		await vi.waitFor(() => expect(slices.of(edgesSlice).getState().failed).toBe(true))
		expect(await edges.under(parsePathData('M0 0L9 0L9 9Z'))).toBeNull()
		broken = false
		edges.there([300, 300])
		await vi.waitFor(() => expect(slices.of(edgesSlice).getState().failed).toBe(false))
		await vi.waitFor(() => expect(edges.there([300, 300])).toBe('known'))
	})

	test('go with the photo as it is placed', async () => {
		const { edges, open, photo } = begin()
		await edges.under(parsePathData('M200 200L300 200L300 300Z'))
		open.apply('Move', (sheet) => ({
			...sheet,
			photos: sheet.photos.map((one) => ({ ...one, place: [2, 0, 0, 2, 10, 0] as const })),
		}))
		expect(photo.place).not.toEqual(open.sheet().photos[0]?.place)
		expect(edges.snap([778 + 3, 520])?.at[0]).toBeCloseTo(778, 0)
	})
})
