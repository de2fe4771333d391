import { unzipSync } from 'fflate'
import { describe, expect, test } from 'vitest'
import {
	addPieces,
	emptySheet,
	filesOf,
	firstPage,
	newPiece,
	parsePathData,
	type Sheet,
} from '@/core'
import { formatSheetFile, readSheetFile, readSvg } from '@/core/drawings'
import { type ExportWish, type Makers, outFiles } from '@/kit/outFiles'
import { inOneFile } from '@/store/oneFile'
import { clipText } from '../cutOut/cutOutWish'
import { exportSlice } from './exportSlice'
import { inFormat } from './inFormat'

const pieces = ['Pear', 'Apple', 'Pear'].map((name, n) => ({
	...newPiece(name, parsePathData(`M${n * 30} 10h20v20h-20z`)),
	id: `p${n}`,
}))
const sheet: Sheet = addPieces(emptySheet('Fruit stall', 100, 50), pieces)
const wish = (change: Partial<ExportWish> = {}): ExportWish => ({ ...exportSlice.start, ...change })
/** Files made here and now. */
const makers: Makers = {
	write: filesOf,
	whole: async (of, photos) => formatSheetFile(of, photos),
	photoOf: async () => undefined,
}
const made = async (
	of: Sheet,
	chosen: ReadonlySet<string>,
	asked: ExportWish,
	photoOf = makers.photoOf,
) => (await outFiles(of, chosen, asked, { ...makers, photoOf })) ?? []
const texts = async (change: Partial<ExportWish>, chosen = new Set<string>()) => {
	const files = await made(sheet, chosen, wish(change))
	return Promise.all(files.map(async ({ name, blob }) => [name, await blob.text()] as const))
}

describe('the files that go out', () => {
	test('all in one, what is chosen in one, or one for each piece', async () => {
		const [all] = await texts({})
		expect(all?.[0]).toBe('fruit-stall.svg')
		expect(readSvg(all?.[1] ?? '').pieces).toHaveLength(3)
		const [some] = await texts({ what: 'chosen' }, new Set(['p1']))
		expect(readSvg(some?.[1] ?? '').pieces.map(({ name }) => name)).toEqual(['Apple'])
		const each = await texts({ what: 'each' })
		expect(each.map(([name]) => name)).toEqual([
			'fruit-stall-pear.svg',
			'fruit-stall-apple.svg',
			'fruit-stall-pear-2.svg',
		])
		// Whatever is chosen, each piece is each piece.
		expect(await texts({ what: 'each' }, new Set(['p1']))).toHaveLength(3)
		const ofThese = await texts({ what: 'each-chosen' }, new Set(['p1', 'p0']))
		expect(ofThese.map(([name]) => name)).toEqual(['fruit-stall-pear.svg', 'fruit-stall-apple.svg'])
	})

	test('are none where a newer wish overtook it', async () => {
		const overtaken = { ...makers, write: async () => null, whole: async () => null }
		expect(await outFiles(sheet, new Set(), wish(), overtaken)).toBeNull()
		const whole = inFormat(wish(), 'sheet')
		expect(await outFiles(sheet, new Set(), whole, overtaken)).toBeNull()
	})

	test('several are packed into one that holds them; one stays as it is', async () => {
		const files = await made(sheet, new Set(), wish({ what: 'each' }))
		const packed = await inOneFile(files, 'stall')
		expect(packed?.name).toBe('stall.zip')
		const bytes = await (packed?.blob ?? new Blob()).arrayBuffer()
		const held = unzipSync(new Uint8Array(bytes))
		expect(Object.keys(held)).toHaveLength(3)
		expect((await inOneFile(files.slice(0, 1), 'stall'))?.name).toBe('fruit-stall-pear.svg')
		expect(await inOneFile([], 'stall')).toBeNull()
	})

	test('as wide as is wished, on the sheet’s page or cut to the artwork', async () => {
		expect(firstPage(sheet, new Set(), wish({ width: 50 }))?.mmPerPx).toBe(0.5)
		expect(firstPage(sheet, new Set(), wish({ page: 'artwork' }))).toMatchObject({
			width: 80,
			height: 20,
		})
		expect(firstPage(emptySheet('Bare', 9, 9), new Set(), wish())).toBeNull()
	})

	test('in another format begin with its own settings, and at its own size', () => {
		const dxf = inFormat(wish({ width: 50 }), 'dxf')
		expect(dxf.settings).toEqual({ curves: 0, layers: 0 })
		expect(dxf.width).toBeUndefined()
	})

	test('the sheet itself goes with its photos, or without', async () => {
		const placed = { id: 'f', blob: 'b', name: 'P', width: 9, height: 9 }
		const rest = { place: [1, 0, 0, 1, 0, 0], strength: 1, hidden: false, locked: false }
		const tone = { grey: false, black: 0, white: 255, midtone: 0.5, local: 0, saturation: 1 }
		const one = { ...sheet, photos: [{ ...placed, ...rest, tone }] } as unknown as Sheet
		const photo = async () => new Blob([new Uint8Array([1, 2, 3])], { type: 'image/png' })
		const everything = inFormat(wish(), 'sheet')
		const [file] = await made(one, new Set(), everything, photo)
		const read = readSheetFile((await file?.blob.text()) ?? '')
		expect(read?.photos.map(({ type, bytes }) => [type, ...bytes])).toEqual([
			['image/png', 1, 2, 3],
		])
		const bare = { ...everything, settings: { photos: 0 } }
		const [without] = await made(one, new Set(), bare, photo)
		expect(readSheetFile((await without?.blob.text()) ?? '')?.photos).toEqual([])
	})
})

test('a clip path is a declaration for style sheets, or an element of SVG', () => {
	const [pear] = pieces
	expect(clipText(sheet, pear ? [pear] : [], 'css')).toBe(
		'clip-path: path(evenodd, "M0 10L20 10L20 30L0 30Z");',
	)
	expect(clipText(sheet, pieces, 'svg')).toContain('<clipPath id="clip"><path d="M0 10')
})
