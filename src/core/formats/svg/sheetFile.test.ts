import { expect, test } from 'vitest'
import { groupPieces } from '../../path/groups'
import { NEUTRAL_TONE, type Sheet } from '../../path/model'
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
	expect(file?.skipped.map(({ what }) => what)).toEqual(['images'])
})

test('a photo that is not carried along is only named; any other SVG is none of ours', () => {
	const text = formatSheetFile(sheet(), [])
	expect(readSheetFile(text)?.photos).toEqual([])
	expect(text).not.toContain('<image')
	expect(readSheetFile(formatSvg(sheet()))).toBeNull()
	expect(() => readSheetFile(`<sheet xmlns="${SHEET_NAMESPACE}">{"id":1}</sheet>`)).toThrow()
})
