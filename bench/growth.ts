import {
	alignPieces,
	type Contour,
	cuttable,
	distributePieces,
	emptySheet,
	newId,
	newPiece,
	openingsOf,
	type Piece,
	type Point,
	type Sheet,
} from '../src/core/index'
import { findings, limitsFor } from '../src/core/proofs'

/**
 * How what a sheet takes grows with its pieces: each of these at n and at 2 n, of which the second may take
 * so many times as long as the first at most. Ends with 1 where one does not keep to it.
 */

const MOST = 2.3
/** Each is done so often; the quickest counts: nothing makes it quicker than it is. */
const TIMES = 5

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

const limits = limitsFor('screen', sheetOf([]))
const ids = (sheet: Sheet) => new Set(sheet.pieces.map(({ id }) => id))

const GROWING: readonly (readonly [
	name: string,
	n: number,
	begun: (n: number) => () => unknown,
])[] = [
	['what could be cut out', 1000, (n) => on(plates(n), cuttable)],
	['openings of one piece', 2000, (n) => on(sieve(n), openingsOf)],
	['lining up', 2000, (n) => on(plates(n), (sheet) => alignPieces(sheet, ids(sheet), 'left'))],
	['spacing', 2000, (n) => on(plates(n), (sheet) => distributePieces(sheet, ids(sheet), 'x'))],
	['findings of open lines', 1000, (n) => on(lines(n), (sheet) => findings(sheet, limits))],
]

function on<T>(given: T, work: (given: T) => unknown): () => unknown {
	return () => work(given)
}

/** The least that a piece of work takes, ms; of what was made for it anew, so that nothing is known yet. */
function least(begun: () => () => unknown): number {
	let best = Number.POSITIVE_INFINITY
	for (let time = 0; time < TIMES; time++) {
		const work = begun()
		const start = performance.now()
		work()
		best = Math.min(best, performance.now() - start)
	}
	return best
}

console.log('| work | n | ms | ms at 2 n | times |')
console.log('| - | -: | -: | -: | -: |')
let kept = true
for (const [name, n, begun] of GROWING) {
	const [one, two] = [least(() => begun(n)), least(() => begun(2 * n))]
	kept &&= two / one <= MOST
	console.log(
		`| ${name} | ${n} | ${one.toFixed(1)} | ${two.toFixed(1)} | ${(two / one).toFixed(2)} |`,
	)
}
process.exitCode = kept ? 0 : 1
