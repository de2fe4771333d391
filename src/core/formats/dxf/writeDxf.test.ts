import DxfParser from 'dxf-parser'
import { describe, expect, test } from 'vitest'
import { piecesBox } from '../../path/arrangePieces'
import { emptySheet, newPiece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { formatSvg } from '../svg/writeSvg'
import { faultsIn } from '../testing/dxfGroups'
import { keySheet } from '../testing/keySheet'
import { overlapOfInk, seenSvg } from '../testing/readers'
import { readDxf } from './readDxf'
import { type DxfOptions, writeDxf } from './writeDxf'

const key = keySheet()
const SPLINES: DxfOptions = { curves: 'splines', layers: 'piece' }
const ARCS: DxfOptions = { curves: 'arcs', layers: 'piece', tolerance: 0.02 }

interface Vertex {
	readonly x: number
	readonly y: number
	readonly bulge?: number
}
interface Read {
	readonly type: string
	readonly layer: string
	readonly closed?: boolean
	readonly shape?: boolean
	readonly degreeOfSplineCurve?: number
	readonly controlPoints?: readonly Vertex[]
	readonly knotValues?: readonly number[]
	readonly vertices?: readonly Vertex[]
}

const read = (text: string) => new DxfParser().parseSync(text)
const entitiesOf = (text: string) => (read(text)?.entities ?? []) as unknown as Read[]

/** A point of a spline (de Boor, 1972). */
function onSpline(
	{ controlPoints = [], knotValues: knots = [], degreeOfSplineCurve: p = 3 }: Read,
	u: number,
) {
	const k = Math.min(
		knots.findLastIndex((v) => v <= u),
		knots.length - p - 2,
	)
	const d = Array.from({ length: p + 1 }, (_, j) => ({ ...(controlPoints[j + k - p] as Vertex) }))
	for (let r = 1; r <= p; r++)
		for (let j = p; j >= r; j--) {
			const [low, high] = [knots[j + k - p] ?? 0, knots[j + 1 + k - r] ?? 0]
			const a = high > low ? (u - low) / (high - low) : 0
			const [before, here] = [d[j - 1] as Vertex, d[j] as Vertex]
			d[j] = { x: before.x + (here.x - before.x) * a, y: before.y + (here.y - before.y) * a }
		}
	return d[p] as Vertex
}

/** An arc between two vertices, by its bulge. */
function alongBulge({ x, y, bulge = 0 }: Vertex, to: Vertex): Vertex[] {
	if (bulge === 0) return [to]
	const turn = 4 * Math.atan(bulge)
	const [dx, dy] = [to.x - x, to.y - y]
	const away = 1 / (2 * Math.tan(turn / 2))
	const centre = { x: x + dx / 2 - dy * away, y: y + dy / 2 + dx * away }
	return Array.from({ length: 24 }, (_, n) => {
		const [c, s] = [Math.cos((turn * (n + 1)) / 24), Math.sin((turn * (n + 1)) / 24)]
		const [ux, uy] = [x - centre.x, y - centre.y]
		return { x: centre.x + ux * c - uy * s, y: centre.y + ux * s + uy * c }
	})
}

/** What a reader of lines alone would draw of an entity, mm. */
function drawn(entity: Read): readonly Vertex[] {
	if (entity.type === 'SPLINE') {
		const last = entity.knotValues?.at(-1) ?? 0
		return Array.from({ length: 40 * last + 1 }, (_, n) => onSpline(entity, n / 40))
	}
	const { vertices = [] } = entity
	return vertices.flatMap((v, n) => [v, ...alongBulge(v, vertices[(n + 1) % vertices.length] ?? v)])
}

/** The drawing as an SVG of polygons, in px of the sheet. */
function asSvg(text: string, { width, height, mmPerPx = 1 }: Sheet): string {
	const d = entitiesOf(text)
		.map(drawn)
		.map(
			(ring) => `M${ring.map(({ x, y }) => `${x / mmPerPx} ${height - y / mmPerPx}`).join('L')}Z`,
		)
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><path fill="#22272e" fill-rule="evenodd" d="${d.join('')}"/></svg>`
}

test('every group has a code that there is and a value of its type, whatever lies on the sheet', () => {
	const names = ['Key', 'Čáp, 鍵 and 🗝', 'x'.repeat(80), '* | < >']
	const sheet = addPieces(
		{ ...emptySheet('Étude №1', 400, 300), mmPerPx: 0.35 },
		names.map((name, k) =>
			newPiece(name, parsePathData(`M${10 * k} 10H${90 + k}V90C50 120 40 60 ${k} 90Z`)),
		),
	)
	for (const options of [SPLINES, ARCS, { ...SPLINES, layers: 'colour' } as const])
		for (const one of [sheet, key, emptySheet('Nothing', 10, 10)])
			expect(faultsIn(writeDxf(one, options))).toEqual([])
	// What would be wrong is found.
	const broken = writeDxf(sheet, SPLINES)
		.replace(/\n70\n(\d+)\n/, '\n70\n$1.0\n')
		.replace('ENDSEC', 'ENDTAB')
	expect(faultsIn(broken).length).toBeGreaterThan(1)
})

test('names in any letters come back as they were', () => {
	const names = ['Čáp', '鍵', '🗝 key', 'Volavka a lucerna']
	const sheet = addPieces(
		emptySheet('Names', 400, 300),
		names.map((name, k) => newPiece(name, parsePathData(`M${60 * k} 10H${50 + 60 * k}V60Z`))),
	)
	const text = writeDxf(sheet, SPLINES)
	expect(text).toMatch(/^[\x20-\x7e\n]*$/)
	expect(
		readDxf(text)
			.pieces.map(({ name }) => name)
			.sort(),
	).toEqual(names.toSorted())
})

describe('another reader', () => {
	test.each([
		['splines', SPLINES],
		['lines and arcs', ARCS],
	])('finds the key in %s as it was drawn', async (_, options) => {
		const [dxf, svg] = await Promise.all([
			seenSvg(asSvg(writeDxf(key, options), key), 1600, 640),
			seenSvg(formatSvg(key), 1600, 640),
		])
		expect(overlapOfInk(dxf, svg)).toBeGreaterThan(0.998)
	})

	test('finds it as large as it is, in mm, to a hundredth', () => {
		const xs = entitiesOf(writeDxf(key, SPLINES)).flatMap((e) => drawn(e).map(({ x }) => x))
		const { minX, maxX } = piecesBox(key.pieces)
		expect(Math.abs(Math.max(...xs) - maxX / 4)).toBeLessThan(0.01)
		expect(Math.abs(Math.min(...xs) - minX / 4)).toBeLessThan(0.01)
		expect(read(writeDxf(key, SPLINES))?.header.$INSUNITS).toBe(4)
	})

	test('finds closed outlines closed, the openings before what is round them', () => {
		const entities = entitiesOf(writeDxf(key, ARCS))
		expect(entities).toHaveLength(3)
		expect(entities.every(({ shape }) => shape)).toBe(true)
		const width = (one: Read) => {
			const xs = drawn(one).map(({ x }) => x)
			return Math.max(...xs) - Math.min(...xs)
		}
		expect(entities.map(width).indexOf(Math.max(...entities.map(width)))).toBe(2)
	})
})

describe('layers', () => {
	const pieces = ['Pear: ripe?', 'Pear  ripe', '梨'].map((name, n) => ({
		...newPiece(name, parsePathData(`M${n * 20} 0h10v10z`)),
		fill: { kind: 'solid', colour: n < 2 ? '#d8d25a' : '#c03020' } as const,
	}))
	const sheet = addPieces(emptySheet('Stall', 100, 20), pieces)
	const layersOf = (layers: DxfOptions['layers']) =>
		entitiesOf(writeDxf(sheet, { ...ARCS, layers })).map(({ layer }) => layer)

	test('one a piece, under names that any reader takes', () => {
		const names = layersOf('piece')
		expect(new Set(names).size).toBe(3)
		expect(names.join()).not.toMatch(/[:?]/)
	})

	test('one a colour', () => {
		expect(layersOf('colour')).toEqual(['d8d25a', 'd8d25a', 'c03020'])
	})

	test('the text is of plain letters, whatever pieces are called', () => {
		expect(writeDxf(sheet, SPLINES)).toMatch(/^[\n\x20-\x7e]*$/)
	})
})

test('an open outline stays open, a straight one is no spline', () => {
	const line = newPiece('Line', parsePathData('M0 0L10 0L10 10'))
	const [only] = entitiesOf(writeDxf(addPieces(emptySheet('Line', 20, 20), [line]), SPLINES))
	expect(only).toMatchObject({ type: 'LWPOLYLINE', shape: false })
	expect(only?.vertices).toHaveLength(3)
})
