import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { boxesTouch, EMPTY_BOX, joinBoxes } from '../geometry/box'
import { cases } from '../testing/cases'
import { changeOf } from './changeOf'
import { contourHull } from './contour'
import { newId, newPiece, type Piece } from './model'
import { indexOf } from './sheetIndex'

const pieceAt = (x: number, y: number): Piece => {
	const nodes = [0, 5, 9].map((by) => ({
		id: newId(),
		at: [x + by, y + ((by * by) % 7)] as const,
		kind: 'corner' as const,
	}))
	return newPiece('P', [{ id: newId(), closed: true, nodes }])
}

/** What is done to a list of pieces, as edits do it. */
type Act = readonly [what: 'change' | 'add' | 'remove' | 'move', at: number, x: number, y: number]
const acts = fc.array(
	fc.tuple(
		fc.constantFrom('change' as const, 'add' as const, 'remove' as const, 'move' as const),
		fc.nat(500),
		fc.nat(300),
		fc.nat(300),
	),
	{ minLength: 1, maxLength: 12 },
)

function after(pieces: readonly Piece[], [what, at, x, y]: Act): Piece[] {
	const k = at % Math.max(1, pieces.length)
	const own = pieces[k]
	if (what === 'add' || !own) return pieces.toSpliced(k, 0, pieceAt(x, y))
	if (what === 'remove') return pieces.toSpliced(k, 1)
	if (what === 'change') return pieces.with(k, { ...pieceAt(x, y), id: own.id })
	return [...pieces.toSpliced(k, 1), own]
}

const hullOf = ({ contours }: Piece) => contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
const idsOf = ({ id, contours }: Piece) => [
	id,
	...contours.flatMap((contour) => [contour.id, ...contour.nodes.map((node) => node.id)]),
]

describe('the index of a version', () => {
	test('finds by id and by place what a look at each piece finds, after any run of edits', () => {
		fc.assert(
			fc.property(
				fc.nat(200),
				acts,
				fc.nat(300),
				fc.nat(300),
				fc.nat(80),
				(count, all, x, y, w) => {
					let pieces: readonly Piece[] = Array.from({ length: count }, (_, k) =>
						pieceAt((k * 37) % 300, (k * 91) % 300),
					)
					const box = { minX: x, minY: y, maxX: x + w, maxY: y + w / 2 }
					for (const act of [null, ...all]) {
						const were = pieces
						if (act) pieces = after(pieces, act)
						const index = indexOf(pieces)
						const near = pieces.flatMap((piece, k) => (boxesTouch(hullOf(piece), box) ? [k] : []))
						expect(index.within(box)).toEqual(near)
						const chosen = [...pieces, ...were].filter((_, k) => k % 9 === 0)
						const ids = new Set(chosen.map((piece, k) => idsOf(piece)[k % 5] ?? ''))
						const holding = pieces.flatMap((p, k) =>
							idsOf(p).some((id) => ids.has(id)) ? [k] : [],
						)
						for (let time = 0; time < 10; time++) expect(index.holding(ids)).toEqual(holding)
					}
				},
			),
			{ numRuns: cases(60) },
		)
	})

	test('is one for a version, and a version before is found again', () => {
		const pieces = [pieceAt(0, 0), pieceAt(50, 0)]
		const index = indexOf(pieces)
		expect(indexOf(pieces)).toBe(index)
		const moved = [pieces[0] as Piece, pieceAt(90, 0)]
		expect(indexOf(moved).within({ minX: 40, minY: 0, maxX: 70, maxY: 9 })).toEqual([])
		expect(indexOf(pieces).within({ minX: 40, minY: 0, maxX: 70, maxY: 9 })).toEqual([1])
	})
})

test('a change names what went and what came; what only moved is neither', () => {
	fc.assert(
		fc.property(fc.nat(40), acts, (count, all) => {
			const since = Array.from({ length: count }, (_, k) => pieceAt(k, k))
			const now = all.reduce<readonly Piece[]>(after, since)
			const { gone, come } = changeOf(since, now)
			expect(new Set(gone)).toEqual(new Set(since.filter((piece) => !now.includes(piece))))
			expect(come).toEqual(now.flatMap((piece, k) => (since.includes(piece) ? [] : [k])))
		}),
		{ numRuns: cases(100) },
	)
})
