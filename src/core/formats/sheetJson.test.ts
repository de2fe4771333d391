import { expect, test } from 'vitest'
import { newPiece, type Sheet } from '../path/model'
import { nestingOf, nestingSteps } from '../path/nesting'
import { openingsOf } from '../path/openings'
import { parsePathData } from '../path/parsePathData'
import { sketchPathData } from '../path/pathData'
import { sheetOf } from '../path/testing/arbitrary'
import { sheetToJson } from './sheetJson'
import { isSoundChange, parseSheet, salvageSheet } from './sheetSchema'

const sheet = (): Sheet => ({
	...sheetOf(...parsePathData('M0 0H100V100H0ZM20 20H40V40H20Z')),
	name: 'The "heron", {"pieces":[]}',
})

test('a sheet’s JSON reads back as the sheet, whatever it is called', () => {
	const one = sheet()
	expect(JSON.parse(sheetToJson(one))).toMatchObject(JSON.parse(JSON.stringify(one)))
	expect(parseSheet(JSON.parse(sheetToJson(one)))).toEqual(one)
	const named = { ...one, pieces: one.pieces.map((piece) => ({ ...piece, name: 'Another' })) }
	expect(parseSheet(JSON.parse(sheetToJson(named)))).toEqual(named)
})

test.each([
	['a node too far away', (s: Sheet) => moved(s, 1e8)],
	['a node that is nowhere', (s: Sheet) => moved(s, Number.NaN)],
	[
		'a stroke of less than nothing',
		(s: Sheet) => changed(s, { stroke: { paint: { kind: 'none' }, width: -1 } }),
	],
	['an opacity above one', (s: Sheet) => changed(s, { opacity: 2 })],
	['a sheet of no size', (s: Sheet) => ({ ...s, width: 0 })],
	['a size without end', (s: Sheet) => ({ ...s, mmPerPx: Number.POSITIVE_INFINITY })],
] as const)('an edit is refused that would leave %s', (_, edit) => {
	const before = sheet()
	expect(isSoundChange(edit(before), before)).toBe(false)
	expect(isSoundChange(moved(before, 5), before)).toBe(true)
})

function moved(s: Sheet, x: number): Sheet {
	const [piece, ...rest] = s.pieces
	const [contour, ...others] = piece!.contours
	const nodes = contour!.nodes.map((node, i) => (i === 0 ? { ...node, at: [x, 0] as const } : node))
	return { ...s, pieces: [{ ...piece!, contours: [{ ...contour!, nodes }, ...others] }, ...rest] }
}

function changed(s: Sheet, change: object): Sheet {
	return { ...s, pieces: s.pieces.map((piece) => ({ ...piece, ...change })) }
}

test('of a damaged sheet everything that fits is kept', () => {
	const value = JSON.parse(JSON.stringify(sheet()))
	value.pieces[0].contours[0].nodes[0].at = ['x']
	value.pieces[1].stroke.width = -1
	value.line = 'none'
	value.guides = [
		{ id: 'g', axis: 'x', at: 5 },
		{ id: 'h', axis: 'z' },
	]
	const { sheet: kept, lost } = salvageSheet(value)
	expect(kept.pieces).toHaveLength(1)
	expect(kept.guides).toHaveLength(1)
	expect(lost).toBe(3)
	expect(parseSheet(JSON.parse(sheetToJson(kept)))).toEqual(kept)
})

test('5,000 outlines nest as they lie, looked at all at once or bit by bit', () => {
	const rings = Array.from({ length: 2500 }, (_, i) => {
		const [x, y] = [(i % 50) * 20, Math.floor(i / 50) * 20]
		return `M${x} ${y}h16v16h-16zM${x + 4} ${y + 4}h8v8h-8z`
	})
	const piece = newPiece('Many', parsePathData(rings.join('')))
	expect(openingsOf(piece)).toHaveLength(2500)
	const nested = nestingOf(piece)
	expect(nested.filter(({ role }) => role === 'opening')).toHaveLength(2500)
	const steps = nestingSteps(piece)
	let rests = 0
	let step = steps.next()
	for (; !step.done; step = steps.next()) rests++
	expect(rests).toBeGreaterThan(10)
	expect(step.value).toEqual(nested)
	expect(sketchPathData(piece.contours).match(/M/g)).toHaveLength(1500)
})
