import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cases } from '../testing/cases'
import { splitAt } from './ends'
import type { Contour, PathNode, Sheet } from './model'
import { moveNodes } from './nodes'
import { flawsOf, normalised } from './normalise'
import { parsePathData } from './parsePathData'
import { anyEdit, contoursOf, leavesReach, randomNumbers } from './testing/anyEdit'
import { anyContour, onlyContour, sheetOf } from './testing/arbitrary'

const square = () => sheetOf(...parsePathData('M0 0H100V100H0Z'))

function withNode(sheet: Sheet, k: number, change: (node: PathNode) => PathNode): Sheet {
	const [piece] = sheet.pieces
	const contours = piece!.contours.map((c) => ({
		...c,
		nodes: c.nodes.map((node, i) => (i === k ? change(node) : node)),
	}))
	return { ...sheet, pieces: [{ ...piece!, contours }] }
}

describe('what every edit ends in', () => {
	test('a sound sheet stays the same object, after any run of edits', () => {
		fc.assert(
			fc.property(
				fc.array(anyContour, { minLength: 1, maxLength: 3 }),
				fc.integer(),
				(all, seed) => {
					const random = randomNumbers(seed)
					let sheet = sheetOf(...all)
					for (let i = 0; i < 30; i++) {
						const next = anyEdit(sheet, random)
						// The bench refuses what would leave the reach of a sheet.
						if (leavesReach(next)) continue
						expect(flawsOf(next)).toEqual([])
						expect(normalised(next, sheet)).toBe(next)
						sheet = next
					}
				},
			),
			{ numRuns: cases(60) },
		)
	})

	test('an id given twice becomes single, and what was there before keeps its own', () => {
		const sheet = square()
		const first = sheet.pieces[0]!
		const twice = { ...sheet, pieces: [first, { ...first, name: 'Again' }] }
		expect(flawsOf(twice)).not.toEqual([])
		const mended = normalised(twice, sheet)
		expect(flawsOf(mended)).toEqual([])
		expect(mended.pieces[0]).toBe(first)
		const [a] = first.contours[0]!.nodes
		const doubled = withNode(sheet, 2, (node) => ({ ...node, id: a!.id }))
		expect(flawsOf(doubled)).toHaveLength(1)
		expect(flawsOf(normalised(doubled, sheet))).toEqual([])
	})

	test('a kind that does not hold is replaced by one that does', () => {
		const sheet = square()
		const wrong = withNode(sheet, 1, (node) => ({ ...node, kind: 'symmetric' }))
		const mended = normalised(wrong, sheet)
		expect(onlyContour(mended).nodes[1]!.kind).toBe('corner')
		expect(flawsOf(mended)).toEqual([])
	})

	test.each([Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY])(
		'an outline with %d in it is as it was before',
		(bad) => {
			const sheet = square()
			const broken = withNode(sheet, 1, (node) => ({ ...node, at: [bad, 4] }))
			expect(onlyContour(normalised(broken, sheet))).toBe(onlyContour(sheet))
			const fresh: Contour = { ...onlyContour(broken), id: 'fresh' }
			const added = {
				...sheet,
				pieces: [...sheet.pieces, { ...sheet.pieces[0]!, id: 'p', contours: [fresh] }],
			}
			expect(normalised(added, sheet).pieces).toHaveLength(1)
		},
	)

	test('outlines without nodes and pieces without outlines go', () => {
		const sheet = square()
		const empty = { ...sheet.pieces[0]!, id: 'empty', contours: [] }
		const bare = {
			...sheet.pieces[0]!,
			id: 'bare',
			contours: [{ id: 'b', nodes: [], closed: true }],
		}
		const mended = normalised({ ...sheet, pieces: [...sheet.pieces, empty, bare] }, sheet)
		expect(mended.pieces).toEqual(sheet.pieces)
	})
})

test('an outline split at two of its nodes falls apart: moving one end moves no other', () => {
	const sheet = square()
	const ids = new Set([onlyContour(sheet).nodes[0]!.id, onlyContour(sheet).nodes[2]!.id])
	const split = splitAt(sheet, ids).sheet
	expect(flawsOf(split)).toEqual([])
	const runs = contoursOf(split)
	expect(runs).toHaveLength(2)
	const moved = moveNodes(split, new Set([runs[0]!.nodes[0]!.id]), [50, 0])
	expect(contoursOf(moved)[1]).toBe(runs[1])
})

test('split at any of its nodes, no id is given twice', () => {
	fc.assert(
		fc.property(anyContour, fc.integer(), (contour, seed) => {
			const random = randomNumbers(seed)
			const ids = new Set(contour.nodes.filter(() => random() < 0.5).map((n) => n.id))
			expect(flawsOf(splitAt(sheetOf(contour), ids).sheet)).toEqual([])
		}),
	)
})
