import { describe, expect, test } from 'vitest'
import {
	addPhoto,
	addPieces,
	emptySheet,
	enlargeSheet,
	fitSheetTo,
	newPhoto,
	newPiece,
	parsePathData,
	type Sheet,
} from '@/core'
import { formatSheetFile, readSheetFile } from '@/core/drawings'
import { drillNamed, drillOn, drillSheet, grade, lessonSheet, workOf } from '@/core/practice'
import { asCsv, gradedFiles } from './pupils'

const SQUARE = 'M100 100H500V500H100Z'
const traced = (name: string, d: string): Sheet =>
	addPieces(emptySheet(name, 800, 600), [newPiece('Plate', parsePathData(d))])
const lesson = lessonSheet(traced('Plate', SQUARE), {
	task: 'Trace the plate.',
	within: 8,
	nodes: 5,
	graded: ['edge', 'whole', 'nodes'],
})
const done = (d: string): Sheet => addPieces(lesson, [newPiece('Piece 1', parsePathData(d))])
const file = (name: string, text: string) => ({ name, text: async () => text })
const sheetFile = (name: string, sheet: Sheet) => file(name, formatSheetFile(sheet, []))

describe('a drill of one’s own', () => {
	test('goes out without its trace, comes back as it was, and is asked as it was meant', () => {
		expect(lesson.pieces).toEqual([])
		const read = readSheetFile(formatSheetFile(lesson, []))
		expect(read?.sheet.lesson).toEqual(lesson.lesson)
		const drill = read && drillOn(read.sheet)
		expect(drill).toMatchObject({ name: 'Plate', task: 'Trace the plate.', nodes: 5, within: 8 })
		expect(drill?.answer.contours).toHaveLength(1)
	})

	test('its answer goes along where the sheet becomes larger, or is cut to its artwork', () => {
		const square = traced('Plate', SQUARE)
		const photo = newPhoto({ blob: 'a', name: 'a', width: 800, height: 600 })
		const wish = { task: 'x', within: 8, nodes: 4, graded: ['edge', 'whole', 'kinds'] as const }
		const handed = lessonSheet(addPhoto(square, photo), wish)
		expect(handed.photos.map(({ locked }) => locked)).toEqual([true])
		const solved = addPieces(handed, square.pieces)
		const large = enlargeSheet(solved, photo.id, { ...photo, width: 2400, height: 1800 }, 3)
		const cut = fitSheetTo(solved, { minX: 60, minY: 70, maxX: 560, maxY: 540 })
		for (const sheet of [solved, large, cut]) {
			const drill = drillOn(sheet)
			expect(drill && grade(workOf(sheet), drill).done).toBe(true)
		}
	})

	test('needs something that is traced and shows', () => {
		const hidden = traced('Plate', SQUARE)
		const wish = { task: 'x', within: 8, nodes: 5, graded: ['edge'] as const }
		expect(() => lessonSheet(emptySheet('x', 10, 10), wish)).toThrow(RangeError)
		const pieces = hidden.pieces.map((piece) => ({ ...piece, hidden: true }))
		expect(() => lessonSheet({ ...hidden, pieces }, wish)).toThrow(RangeError)
	})
})

describe('pupils’ files', () => {
	test('are graded each beside the answer that it carries; what is none says why', async () => {
		const { works, refused } = await gradedFiles(
			[
				sheetFile('Ada.sheet.svg', done(SQUARE)),
				sheetFile('Ben.sheet.svg', done('M100 100H500L560 540L100 500Z')),
				sheetFile('Cleo.sheet.svg', lesson),
				sheetFile('Square.sheet.svg', drillSheet(drillNamed('square')!, null)),
				sheetFile('Lamp.sheet.svg', traced('Lamp', SQUARE)),
				file('notes.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>'),
				file('torn.svg', 'urn:skiagram:sheet <'),
			],
			readSheetFile,
		)
		expect(works.map(({ name, grade }) => [name, grade.done])).toEqual([
			['Ada', true],
			['Ben', false],
			['Cleo', false],
			['Square', false],
		])
		expect(works[1]?.grade.remarks[0]?.mistake).toBe('strays outside')
		expect(refused.map(({ name }) => name)).toEqual(['Lamp', 'notes', 'torn'])
		const csv = asCsv(works).split('\r\n')
		expect(csv).toHaveLength(5)
		expect(csv[1]).toBe(`Ada,Plate,yes,100,4,4,0.0,${works[0]?.grade.figures.allowed.toFixed(1)}`)
	})

	test('names are quoted, and no formula runs', async () => {
		const { works } = await gradedFiles(
			[sheetFile('=SUM(A1),"x".svg', done(SQUARE))],
			readSheetFile,
		)
		expect(asCsv(works).split('\r\n')[1]).toMatch(/^"'=SUM\(A1\),""x""",Plate/)
	})
})
