import { describe, expect, test } from 'vitest'
import { deviation } from '../../measure/deviation'
import { piecesBox } from '../../path/arrangePieces'
import { emptySheet } from '../../path/model'
import { flawsOf } from '../../path/normalise'
import { addPieces, transformContour } from '../../path/pieces'
import { keySheet } from '../testing/keySheet'
import { DxfSyntaxError, isDxf } from './groups'
import { readDxf } from './readDxf'
import { writeDxf } from './writeDxf'

type Pair = readonly [number, string | number]

function drawing(entities: readonly Pair[][], blocks: readonly Pair[][] = [], units = 4): string {
	const pairs: Pair[] = [
		[0, 'SECTION'],
		[2, 'HEADER'],
		[9, '$INSUNITS'],
		[70, units],
		[0, 'ENDSEC'],
		[0, 'SECTION'],
		[2, 'BLOCKS'],
		...blocks.flat(),
		[0, 'ENDSEC'],
		[0, 'SECTION'],
		[2, 'ENTITIES'],
		...entities.flat(),
		[0, 'ENDSEC'],
		[0, 'EOF'],
	]
	return pairs.map(([code, value]) => `${code}\r\n${value}\r\n`).join('')
}
const line = (x1: number, y1: number, x2: number, y2: number, layer = 'Cut'): Pair[] => [
	[0, 'LINE'],
	[8, layer],
	[10, x1],
	[20, y1],
	[11, x2],
	[21, y2],
]
const circle = (x: number, y: number, r: number): Pair[] => [
	[0, 'CIRCLE'],
	[8, 'Cut'],
	[10, x],
	[20, y],
	[40, r],
]
/** How wide and high it is, mm. */
function size(text: string): number[] {
	const { pieces, mmPerPx = 1 } = readDxf(text)
	const { minX, minY, maxX, maxY } = piecesBox(pieces)
	return [(maxX - minX) * mmPerPx, (maxY - minY) * mmPerPx].map((v) => Math.round(v * 1000) / 1000)
}

describe('what we write comes back', () => {
	test.each([
		['splines', { curves: 'splines', layers: 'piece' }, 0.001],
		['arcs', { curves: 'arcs', tolerance: 0.02, layers: 'piece' }, 0.025],
	] as const)('as %s', (_, options, within) => {
		const key = keySheet()
		const back = readDxf(writeDxf(key, options))
		const [piece] = back.pieces
		const { minX, minY } = piecesBox(key.pieces)
		const k = (back.mmPerPx ?? 1) / 0.25
		const placed = (piece?.contours ?? []).map((c) => transformContour(c, [k, 0, 0, k, minX, minY]))
		expect(placed).toHaveLength(3)
		expect(placed.every(({ closed }) => closed)).toBe(true)
		const { max } = deviation(placed, key.pieces[0]?.contours ?? [])
		expect(max * 0.25).toBeLessThan(within)
		expect(flawsOf(addPieces(emptySheet('Back', back.width, back.height), back.pieces))).toEqual([])
	})
})

describe('lines of other programs', () => {
	test('that meet end to end, whichever way they run, are one closed outline', () => {
		const { pieces } = readDxf(
			drawing([line(0, 0, 40, 0), line(40, 30, 40, 0), line(40, 30, 0, 30), line(0, 0, 0, 30)]),
		)
		expect(pieces[0]?.contours.map(({ closed, nodes }) => [closed, nodes.length])).toEqual([
			[true, 4],
		])
		expect(pieces[0]?.name).toBe('Cut')
	})

	test('an arc turns once at most, whatever its angles say', () => {
		const arc = (from: number, to: number): Pair[] => [
			[0, 'ARC'],
			[8, 'Cut'],
			[10, 0],
			[20, 0],
			[40, 20],
			[50, from],
			[51, to],
		]
		const nodes = (pairs: Pair[]) => readDxf(drawing([pairs])).pieces[0]?.contours[0]?.nodes.length
		for (const [from, to] of [
			[360, 540],
			[-360, 180],
			[720, -180],
			[0, 360e8 + 180],
		] as const) {
			expect(size(drawing([arc(from, to)]))).toEqual([40, 20])
			expect(nodes(arc(from, to))).toBe(nodes(arc(0, 180)))
		}
		expect(size(drawing([arc(90, 90)]))).toEqual([40, 40])
		expect(nodes(arc(0, 1e12))).toBeLessThan(8)
	})

	test('arrays of arrays are counted before they are made', () => {
		const array = (block: string): Pair[] => [
			[0, 'INSERT'],
			[8, 'Cut'],
			[2, block],
			[70, 200],
			[71, 200],
			[44, 1],
			[45, 1],
		]
		const block = (name: string, items: Pair[]): Pair[] => [
			[0, 'BLOCK'],
			[2, name],
			[10, 0],
			[20, 0],
			...items,
			[0, 'ENDBLK'],
		]
		const nested = drawing(
			[array('a')],
			[block('a', array('b')), block('b', array('c')), block('c', [[0, 'TEXT']])],
		)
		const before = performance.now()
		expect(() => readDxf(nested)).toThrow('more often than can be taken over')
		expect(performance.now() - before).toBeLessThan(5000)
	})

	test('circles, arcs, ellipses and bulges are as large as they say', () => {
		expect(size(drawing([circle(10, 10, 25)]))).toEqual([50, 50])
		const half: Pair[] = [
			[0, 'ARC'],
			[8, 'Cut'],
			[10, 0],
			[20, 0],
			[40, 20],
			[50, 0],
			[51, 180],
		]
		expect(size(drawing([half]))).toEqual([40, 20])
		const ellipse: Pair[] = [
			[0, 'ELLIPSE'],
			[8, 'Cut'],
			[10, 5],
			[20, 5],
			[11, 30],
			[21, 0],
			[40, 0.5],
			[41, 0],
			[42, 2 * Math.PI],
		]
		expect(size(drawing([ellipse]))).toEqual([60, 30])
		const slot: Pair[] = [
			[0, 'LWPOLYLINE'],
			[8, 'Cut'],
			[90, 4],
			[70, 1],
			[10, 0],
			[20, 0],
			[10, 40],
			[20, 0],
			[42, 1],
			[10, 40],
			[20, 10],
			[10, 0],
			[20, 10],
			[42, 1],
		]
		expect(size(drawing([slot]))).toEqual([50, 10])
	})

	test('a polyline of the old kind, and a spline of the second degree', () => {
		const old: Pair[] = [
			[0, 'POLYLINE'],
			[8, 'Cut'],
			[66, 1],
			[70, 1],
			...[
				[0, 0],
				[30, 0],
				[30, 20],
			].flatMap(([x = 0, y = 0]): Pair[] => [
				[0, 'VERTEX'],
				[8, 'Cut'],
				[10, x],
				[20, y],
			]),
			[0, 'SEQEND'],
		]
		expect(size(drawing([old]))).toEqual([30, 20])
		const curve: Pair[] = [
			[0, 'SPLINE'],
			[8, 'Cut'],
			[70, 8],
			[71, 2],
			...[0, 0, 0, 1, 1, 1].map((u): Pair => [40, u]),
			...[
				[0, 0],
				[10, 20],
				[20, 0],
			].flatMap(([x = 0, y = 0]): Pair[] => [
				[10, x],
				[20, y],
			]),
		]
		expect(size(drawing([curve]))).toEqual([20, 10])
	})

	test('a block is where it is inserted, turned and larger, and on the layer of its insert', () => {
		const block: Pair[] = [
			[0, 'BLOCK'],
			[8, '0'],
			[2, 'Leaf'],
			[10, 5],
			[20, 0],
			...line(5, 0, 15, 0, '0'),
			[0, 'ENDBLK'],
		]
		const insert: Pair[] = [
			[0, 'INSERT'],
			[8, 'Green'],
			[2, 'Leaf'],
			[10, 0],
			[20, 0],
			[41, 2],
			[42, 2],
			[50, 90],
		]
		const text = drawing([insert, line(0, 0, 1, 0, 'Foot')], [block])
		expect(size(text)).toEqual([1, 20])
		expect(readDxf(text).pieces.map(({ name }) => name)).toEqual(['Green', 'Foot'])
	})

	test('inches are read, and what is no line is named', () => {
		expect(size(drawing([line(0, 0, 1, 0), line(1, 0, 1, 1)], [], 1))).toEqual([25.4, 25.4])
		const label: Pair[] = [
			[0, 'TEXT'],
			[8, 'Cut'],
			[1, 'Pear'],
		]
		expect(readDxf(drawing([circle(0, 0, 1), label, label])).skipped).toEqual([
			{ what: 'text', count: 2 },
		])
	})
})

describe('what cannot be read is refused with a reason', () => {
	test.each([
		['AutoCAD Binary DXF\r\n\x1a', 'Save it as ASCII'],
		['0\nSECTION\nhello\nENTITIES\n', 'Line 3'],
		['', 'no section'],
		[
			drawing([
				[
					[0, 'LINE'],
					[8, 'x'],
					[10, 0],
					[20, 0],
					[11, 1e308],
					[21, 0],
				],
				line(-1e308, 0, 0, 0),
			]),
			'none',
		],
	])('%#', (text, problem) => {
		expect(() => readDxf(text)).toThrow(problem)
	})

	test('blocks that insert each other come to an end', () => {
		const loop = (name: string, other: string): Pair[] => [
			[0, 'BLOCK'],
			[2, name],
			...line(0, 0, 1, 0),
			[0, 'INSERT'],
			[8, '0'],
			[2, other],
			[0, 'ENDBLK'],
		]
		const insert: Pair[] = [
			[0, 'INSERT'],
			[8, '0'],
			[2, 'A'],
		]
		const { skipped } = readDxf(drawing([insert], [loop('A', 'B'), loop('B', 'A')]))
		expect(skipped).toEqual([{ what: 'references to nothing', count: 1 }])
	})

	test('it is told from other texts', () => {
		expect(isDxf(drawing([]))).toBe(true)
		expect(isDxf('999\nmade by hand\n0\nSECTION\n')).toBe(true)
		expect(isDxf('<svg xmlns="http://www.w3.org/2000/svg"/>')).toBe(false)
		expect(new DxfSyntaxError('x').name).toBe('DxfSyntaxError')
	})
})
