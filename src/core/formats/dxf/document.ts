import type { Point } from '../../geometry/point'
import { plainNumber } from '../pathWords'

export interface DxfLayer {
	readonly name: string
	/** By its number in the format, 1 to 255. */
	readonly colour: number
}

/** A shape of a drawing, mm, y up. */
export interface Entity {
	readonly layer: string
	readonly shape:
		| {
				readonly kind: 'spline'
				readonly closed: boolean
				readonly points: readonly Point[]
				readonly knots: readonly number[]
		  }
		| {
				readonly kind: 'polyline'
				readonly closed: boolean
				readonly vertices: readonly { readonly at: Point; readonly bulge: number }[]
		  }
}

/** A group code and its value. */
type Pair = readonly [code: number, value: string | number]

/** Handles of what every drawing has; those of entities follow. */
const MODEL_RECORD = '1F'
const PAPER_RECORD = '1B'
const FIRST_FREE = 0x100

/**
 * A whole drawing as R2000 asks for it: header, tables, blocks, entities and a dictionary.
 * @param size of the drawing, mm
 */
export function dxfDocument(
	layers: readonly DxfLayer[],
	entities: readonly Entity[],
	size: readonly [number, number],
	digits: number,
): string {
	let free = FIRST_FREE
	const handle = () => (free++).toString(16).toUpperCase()
	const body = [
		...section('TABLES', tables(layers, handle)),
		...section('BLOCKS', [
			...block('*Model_Space', '20', '21', MODEL_RECORD),
			...block('*Paper_Space', '1C', '1D', PAPER_RECORD),
		]),
		...section(
			'ENTITIES',
			entities.flatMap((entity) => entityPairs(entity, handle())),
		),
		...section('OBJECTS', [
			...dictionary('C', '0', [['ACAD_GROUP', 'D']]),
			...dictionary('D', 'C', []),
		]),
	]
	const header: Pair[] = [
		[9, '$ACADVER'],
		[1, 'AC1015'],
		[9, '$DWGCODEPAGE'],
		[3, 'ANSI_1252'],
		[9, '$INSUNITS'],
		[70, 4],
		[9, '$MEASUREMENT'],
		[70, 1],
		[9, '$EXTMIN'],
		...at([0, 0], 10),
		[30, 0],
		[9, '$EXTMAX'],
		...at(size, 10),
		[30, 0],
		[9, '$HANDSEED'],
		[5, handle()],
	]
	const pairs: Pair[] = [...section('HEADER', header), ...body, [0, 'EOF']]
	return pairs.map(([code, value]) => `${code}\n${written(code, value, digits)}\n`).join('')
}

/** The codes of real numbers; other numbers are whole. */
const REALS: readonly (readonly [from: number, to: number])[] = [
	[10, 59],
	[110, 149],
	[210, 239],
	[460, 469],
	[1010, 1059],
]

/** Text beyond ASCII goes out by its code units, four hexadecimal digits each. */
function written(code: number, value: string | number, digits: number): string {
	if (typeof value === 'string')
		return value.replace(
			/[^\x20-\x7e]/g,
			(c) => `\\U+${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`,
		)
	if (!REALS.some(([from, to]) => code >= from && code <= to)) return String(Math.round(value))
	const text = plainNumber(value, digits)
	return text.includes('.') ? text : `${text}.0`
}

function section(name: string, pairs: readonly Pair[]): Pair[] {
	return [[0, 'SECTION'], [2, name], ...pairs, [0, 'ENDSEC']]
}

function table(name: string, own: string, records: readonly Pair[], count: number): Pair[] {
	return [
		[0, 'TABLE'],
		[2, name],
		[5, own],
		[330, '0'],
		[100, 'AcDbSymbolTable'],
		[70, count],
		...records,
		[0, 'ENDTAB'],
	]
}

function record(
	type: string,
	own: string,
	owner: string,
	subclass: string,
	name: string,
	rest: readonly Pair[] = [],
): Pair[] {
	return [
		[0, type],
		[5, own],
		[330, owner],
		[100, 'AcDbSymbolTableRecord'],
		[100, subclass],
		[2, name],
		...rest,
	]
}

function tables(layers: readonly DxfLayer[], handle: () => string): Pair[] {
	const line = (name: string, says: string): Pair[] =>
		record('LTYPE', handle(), '5', 'AcDbLinetypeTableRecord', name, [
			[70, 0],
			[3, says],
			[72, 65],
			[73, 0],
			[40, 0],
		])
	const layer = ({ name, colour }: DxfLayer): Pair[] =>
		record('LAYER', handle(), '2', 'AcDbLayerTableRecord', name, [
			[70, 0],
			[62, colour],
			[6, 'Continuous'],
		])
	return [
		...table('VPORT', '8', [], 0),
		...table(
			'LTYPE',
			'5',
			[...line('ByBlock', ''), ...line('ByLayer', ''), ...line('Continuous', 'Solid line')],
			3,
		),
		...table('LAYER', '2', [{ name: '0', colour: 7 }, ...layers].flatMap(layer), layers.length + 1),
		...table(
			'STYLE',
			'3',
			record('STYLE', handle(), '3', 'AcDbTextStyleTableRecord', 'Standard', [
				[70, 0],
				[40, 0],
				[41, 1],
				[50, 0],
				[71, 0],
				[42, 2.5],
				[3, 'txt'],
				[4, ''],
			]),
			1,
		),
		...table('VIEW', '6', [], 0),
		...table('UCS', '7', [], 0),
		...table(
			'APPID',
			'9',
			record('APPID', handle(), '9', 'AcDbRegAppTableRecord', 'ACAD', [[70, 0]]),
			1,
		),
		...table('DIMSTYLE', 'A', [[100, 'AcDbDimStyleTable']], 0),
		...table(
			'BLOCK_RECORD',
			'1',
			[
				...record('BLOCK_RECORD', MODEL_RECORD, '1', 'AcDbBlockTableRecord', '*Model_Space'),
				...record('BLOCK_RECORD', PAPER_RECORD, '1', 'AcDbBlockTableRecord', '*Paper_Space'),
			],
			2,
		),
	]
}

function block(name: string, begin: string, end: string, owner: string): Pair[] {
	const owned = (type: string, own: string): Pair[] => [
		[0, type],
		[5, own],
		[330, owner],
		[100, 'AcDbEntity'],
		[8, '0'],
	]
	return [
		...owned('BLOCK', begin),
		[100, 'AcDbBlockBegin'],
		[2, name],
		[70, 0],
		...at([0, 0], 10),
		[30, 0],
		[3, name],
		[1, ''],
		...owned('ENDBLK', end),
		[100, 'AcDbBlockEnd'],
	]
}

function dictionary(
	own: string,
	owner: string,
	entries: readonly (readonly [string, string])[],
): Pair[] {
	return [
		[0, 'DICTIONARY'],
		[5, own],
		[330, owner],
		[100, 'AcDbDictionary'],
		[281, 1],
		...entries.flatMap(([name, to]): Pair[] => [
			[3, name],
			[350, to],
		]),
	]
}

/** A point by its codes: x, and ten more y. */
function at([x, y]: readonly [number, number], code: number): Pair[] {
	return [
		[code, x],
		[code + 10, y],
	]
}

function entityPairs({ layer, shape }: Entity, own: string): Pair[] {
	const entity = (type: string): Pair[] => [
		[0, type],
		[5, own],
		[330, MODEL_RECORD],
		[100, 'AcDbEntity'],
		[8, layer],
	]
	if (shape.kind === 'polyline')
		return [
			...entity('LWPOLYLINE'),
			[100, 'AcDbPolyline'],
			[90, shape.vertices.length],
			[70, shape.closed ? 1 : 0],
			[43, 0],
			...shape.vertices.flatMap(({ at: place, bulge }): Pair[] => [
				...at(place, 10),
				...(bulge === 0 ? [] : [[42, bulge] as const]),
			]),
		]
	return [
		...entity('SPLINE'),
		[100, 'AcDbSpline'],
		[210, 0],
		[220, 0],
		[230, 1],
		// Planar, and closed where it is.
		[70, shape.closed ? 9 : 8],
		[71, 3],
		[72, shape.knots.length],
		[73, shape.points.length],
		[74, 0],
		[42, 1e-7],
		[43, 1e-7],
		...shape.knots.map((knot): Pair => [40, knot]),
		...shape.points.flatMap((p): Pair[] => [...at(p, 10), [30, 0]]),
	]
}
