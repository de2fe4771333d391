import { describe, expect, test } from 'vitest'
import { groupPieces } from '../../path/groups'
import { NEUTRAL_TONE, type Sheet } from '../../path/model'
import { SheetTorn } from '../sheetVersions'
import { paintedSheet } from '../testing/paintedSheet'
import { readSvg } from './readSvg'
import { formatSheetFile, readSheetFile, SHEET_NAMESPACE } from './sheetFile'
import { formatSvg } from './writeSvg'

const bytes = Uint8Array.from({ length: 70_000 }, (_, n) => (n * 31) % 256)
const photo = { blob: 'blob-1', type: 'image/jpeg', bytes }

function sheet(): Sheet {
	const painted = paintedSheet()
	const ids = new Set(painted.pieces.slice(0, 3).map(({ id }) => id))
	return {
		...groupPieces(painted, ids, 'Fruit & <leaf> "ripe"'),
		photos: [
			{
				id: 'photo-1',
				blob: 'blob-1',
				name: 'stall.jpg',
				width: 400,
				height: 300,
				place: [1, 0, 0, 1, 5, 7],
				strength: 0.6,
				tone: NEUTRAL_TONE,
				hidden: false,
				locked: true,
			},
		],
		guides: [{ id: 'guide-1', axis: 'x', at: 0.1 + 0.2 }],
	}
}

test('a sheet comes back as it was to the last digit, its photos to the last byte', () => {
	const one = sheet()
	const read = readSheetFile(formatSheetFile(one, [photo]))
	expect(read?.sheet).toEqual(JSON.parse(JSON.stringify(one)))
	expect(read?.sheet.groups?.[0]?.name).toBe('Fruit & <leaf> "ripe"')
	expect(read?.photos).toEqual([photo])
})

test('other programs see its artwork as they see that of a plain SVG', () => {
	const one = sheet()
	const [file, plain] = [formatSheetFile(one, [photo]), formatSvg(one)].map((text) => readSvg(text))
	expect(file?.pieces.map(({ name }) => name)).toEqual(plain?.pieces.map(({ name }) => name))
	expect(file?.skipped.map(({ what }) => what)).toEqual(['images that cannot be read'])
})

test('a photo that is not carried along is only named; any other SVG is none of ours', () => {
	const text = formatSheetFile(sheet(), [])
	expect(readSheetFile(text)?.photos).toEqual([])
	expect(text).not.toContain('<image')
	expect(readSheetFile(formatSvg(sheet()))).toBeNull()
	for (const said of ['{"id":1}', '{', 'null', '7'])
		expect(readSheetFile(`<sheet xmlns="${SHEET_NAMESPACE}">${said}</sheet>`)).toBeNull()
})

describe('a file that is not as it was written', () => {
	const text = formatSheetFile(sheet(), [photo])

	test('torn in its sheet it is said to be torn, wherever', () => {
		const begins = text.indexOf('<sheet xmlns') + 50
		const ends = text.indexOf('</sheet>')
		for (let k = 1; k < 12; k++)
			expect(() => readSheetFile(text.slice(0, begins + ((ends - begins) * k) / 12))).toThrow(
				SheetTorn,
			)
	})

	test('torn in a photo it has its sheet, and the photo is named', () => {
		const torn = readSheetFile(text.slice(0, text.indexOf('base64,') + 5000))
		expect(torn?.sheet.pieces).toHaveLength(sheet().pieces.length)
		expect(torn).toMatchObject({ photos: [], tornPhotos: ['stall.jpg'], lost: 0, later: false })
	})

	test('its photos may be wrapped, as other programs do', () => {
		const wrapped = text.replace(
			/base64,([^"]*)/,
			(_, data: string) => `base64,${data.replace(/.{76}/g, (line) => `${line}\n`)}`,
		)
		expect(readSheetFile(wrapped)).toMatchObject({ photos: [photo], tornPhotos: [] })
	})

	test('what cannot be read of it is counted, the rest is there', () => {
		const spoilt = text.replace(/&quot;fillRule&quot;:&quot;\w+&quot;/, '&quot;fillRule&quot;:7')
		const read = readSheetFile(spoilt)
		expect(read?.sheet.pieces.length).toBeGreaterThan(0)
		expect(read?.sheet.guides).toHaveLength(1)
		const cut = text.replace(/&quot;axis&quot;:&quot;x&quot;/, '&quot;axis&quot;:&quot;w&quot;')
		expect(readSheetFile(cut)).toMatchObject({ lost: 1, sheet: { guides: [] } })
	})

	test('of a later version it says so', () => {
		expect(readSheetFile(text)?.later).toBe(false)
		const later = text.replace(/&quot;version&quot;:\d+/, '&quot;version&quot;:99')
		expect(readSheetFile(later)).toMatchObject({ later: true, lost: 0 })
		expect(readSheetFile(text.replace(SHEET_NAMESPACE, 'urn:skiagram:sheet:2'))?.later).toBe(true)
	})
})
