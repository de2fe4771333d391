import { writeDxf } from '../src/core/formats/dxf/writeDxf'
import { writePdf } from '../src/core/formats/pdf/writePdf'
import {
	alignPieces,
	type Contour,
	cuttable,
	difference,
	distributePieces,
	emptySheet,
	formatSvg,
	moveNodes,
	newId,
	newPiece,
	nodeTargets,
	openingsOf,
	type Piece,
	type Point,
	type Sheet,
} from '../src/core/index'
import { findings, limitsFor } from '../src/core/proofs'
import { hitTest, pieceUnder } from '../src/editor/session/hitTest'
import { createOpenSheet } from '../src/store/openSheet'
import { NOTHING } from '../src/store/selection'

/**
 * How what a sheet takes grows with its pieces: each of these at n and at 2 n, of which the second may take
 * so many times as long as the first at most. Ends with 1 where one surely does not keep to it.
 */

const MOST = 2.3
/** Squares would be four: with less room than this a busy machine would be taken for them. */
const SURELY = 3
/** Each is done so often; the quickest counts: nothing makes it quicker than it is. */
const TIMES = 3
/** What seems to grow too fast is looked at so many times as often before it is believed: others use the machine too. */
const TRIES = 5
/** What would fail is looked at this often: where others use the machine, it is quick only now and then. */
const LAST_TRIES = 40

function outline(places: readonly Point[], closed: boolean): Contour {
	const nodes = places.map((at) => ({ id: newId(), at, kind: 'corner' as const }))
	return { id: newId(), nodes, closed }
}

const square = (x: number, y: number, size: number): Contour =>
	outline(
		[
			[x, y],
			[x + size, y],
			[x + size, y + size],
			[x, y + size],
		],
		true,
	)

const sheetOf = (pieces: readonly Piece[]): Sheet => ({
	...emptySheet('Grown', 4000, 4000),
	pieces: [...pieces],
})

/** Places in a grid, 40 px apart. */
const grid = (count: number, at: (x: number, y: number, k: number) => Contour): Contour[] => {
	const across = Math.ceil(Math.sqrt(count))
	return Array.from({ length: count }, (_, k) =>
		at(40 * (k % across), 40 * Math.floor(k / across), k),
	)
}

/** Plates with a smaller square on each. */
const plates = (count: number): Sheet =>
	sheetOf(
		grid(count, (x, y, k) => (k % 2 ? square(x - 30, y + 10, 10) : square(x, y, 30))).map(
			(one, k) => newPiece(`Plate ${k}`, [one]),
		),
	)

const lines = (count: number): Sheet =>
	sheetOf(
		grid(count, (x, y) =>
			outline(
				[
					[x, y],
					[x + 30, y + 5],
				],
				false,
			),
		).map((one, k) => newPiece(`Line ${k}`, [one])),
	)

const sieve = (count: number): Piece =>
	newPiece('Sieve', [square(-10, -10, 8000), ...grid(count, (x, y) => square(x, y, 20))])

// While it is built and tested a sheet is looked at whole after each edit; here as it is used.
Object.assign(process.env, { NODE_ENV: 'production' })

const limits = limitsFor('screen', sheetOf([]))
const ids = (sheet: Sheet) => new Set(sheet.pieces.map(({ id }) => id))

/** A sheet on the bench, one node of which is dragged. */
function dragged(count: number): () => unknown {
	const sheet = plates(count)
	const node = new Set([sheet.pieces[count >> 1]?.contours[0]?.nodes[0]?.id ?? ''])
	const open = createOpenSheet(sheet)
	open.select({ piece: null, contour: null, nodes: node })
	return () => {
		for (let k = 0; k < 20; k++) open.apply('Move', (now) => moveNodes(now, node, [1, 0]), 'drag')
	}
}

/** A sheet, and the same with one node moved. */
function oneMoved(count: number): readonly [before: Sheet, after: Sheet] {
	const sheet = plates(count)
	const node = sheet.pieces[3]?.contours[0]?.nodes[0]?.id ?? ''
	return [sheet, moveNodes(sheet, new Set([node]), [1, 0])]
}

/** The pointer over a sheet of which one piece has just been changed. */
function hovered(count: number): () => unknown {
	const [, sheet] = oneMoved(count)
	const side = 40 * Math.sqrt(count)
	return () => {
		for (let k = 0; k < 50; k++) {
			const p: Point = [(k * 977) % side, (k * 613) % side]
			hitTest(sheet, NOTHING, p, 8)
			pieceUnder(sheet, p)
			nodeTargets(sheet, p, 6, new Set())
		}
	}
}

type Begun = (n: number) => () => unknown
const GROWING: readonly (readonly [name: string, n: number, begun: Begun])[] = [
	['what could be cut out', 1000, (n) => on(plates(n), cuttable)],
	['openings of one piece', 2000, (n) => on(sieve(n), openingsOf)],
	['lining up', 2000, (n) => on(plates(n), (sheet) => alignPieces(sheet, ids(sheet), 'left'))],
	['spacing', 2000, (n) => on(plates(n), (sheet) => distributePieces(sheet, ids(sheet), 'x'))],
	['findings of open lines', 1000, (n) => on(lines(n), (sheet) => findings(sheet, limits))],
	['findings of plates', 80, (n) => on(plates(n), (sheet) => findings(sheet, limits))],
	['twenty steps of a drag', 5000, dragged],
	['fifty looks at what is under the pointer', 5000, hovered],
	['what changed of a sheet', 20_000, (n) => on(oneMoved(n), (two) => difference(...two))],
	['an SVG', 2000, (n) => on(plates(n), (sheet) => formatSvg(sheet))],
	['a PDF', 1000, (n) => on(plates(n), writePdf)],
	[
		'a DXF',
		1000,
		(n) => on(plates(n), (sheet) => writeDxf(sheet, { curves: 'splines', layers: 'piece' })),
	],
]

function on<T>(given: T, work: (given: T) => unknown): () => unknown {
	return () => work(given)
}

/** How long a piece of work takes, ms; of what was made for it anew, so that nothing is known yet. */
async function timed(begun: Begun, n: number): Promise<number> {
	const work = begun(n)
	const start = performance.now()
	await work()
	return performance.now() - start
}

/** The least that it takes at n and at 2 n, in turn: the machine is not always as quick. */
async function least(begun: Begun, n: number): Promise<readonly [one: number, two: number]> {
	let [one, two] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY]
	await timed(begun, n)
	const goesOn = (time: number) =>
		time < TIMES ||
		(time < TRIES * TIMES && two / one > MOST) ||
		(time < LAST_TRIES * TIMES && two / one > SURELY)
	for (let time = 0; goesOn(time); time++) {
		one = Math.min(one, await timed(begun, n))
		two = Math.min(two, await timed(begun, 2 * n))
	}
	return [one, two]
}

console.log('| work | n | ms | ms at 2 n | times |')
console.log('| - | -: | -: | -: | -: |')
let kept = true
for (const [name, n, begun] of GROWING) {
	const [one, two] = await least(begun, n)
	kept &&= two / one <= SURELY
	console.log(
		`| ${name} | ${n} | ${one.toFixed(1)} | ${two.toFixed(1)} | ${(two / one).toFixed(2)}${two / one > MOST ? ' (!)' : ''} |`,
	)
}
process.exitCode = kept ? 0 : 1
