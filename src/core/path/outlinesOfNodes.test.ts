import { expect, test } from 'vitest'
import { outlinesOfNodes } from './outlinesOfNodes'
import { parsePathData } from './parsePathData'
import { formatPathData } from './pathData'
import { sheetOf } from './testing/arbitrary'

const sheet = sheetOf(...parsePathData('M0 0H90V90H0ZM200 0H240L250 30'))
const [square, line] = sheet.pieces.flatMap(({ contours }) => contours)
const ids = (contour: typeof square, ...places: number[]) =>
	places.map((i) => contour!.nodes[i]!.id)
const written = (chosen: string[]) =>
	outlinesOfNodes(sheet, new Set(chosen)).map(({ contours }) => formatPathData(contours))

test('an outline of which all nodes are named comes whole', () => {
	expect(written(ids(square, 0, 1, 2, 3))).toEqual(['M0 0L90 0L90 90L0 90Z'])
})

test('of others each run of neighbours comes open, also across where it begins', () => {
	expect(written(ids(square, 3, 0))).toEqual(['M0 90L0 0'])
	expect(written([...ids(square, 1, 2), ...ids(line, 1, 2)])).toEqual([
		'M90 0L90 90',
		'M240 0L250 30',
	])
})

test('a node alone is no outline', () => {
	expect(written([...ids(square, 1), ...ids(line, 0, 2)])).toEqual([])
})
