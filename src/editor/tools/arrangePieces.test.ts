import { describe, expect, test } from 'vitest'
import { boundsOf, changePiece, groupPieces, piecesBox } from '@/core'
import { chosenPieces } from '@/store/selection'
import { createArrangePieces } from './arrangePieces'
import { at, click, drag, type HandyBench, handyBench, press } from './testing/handyBench'

const SQUARES = ['M0 0H100V100H0Z', 'M200 0H300V100H200Z', 'M400 0H500V100H400Z']

function begin() {
	const bench = handyBench(...SQUARES)
	return { bench, arrange: createArrangePieces(bench) }
}
const box = (bench: HandyBench, number: number) => piecesBox([bench.sheet().pieces[number]!])
const chosen = (bench: HandyBench) =>
	[...chosenPieces(bench.selection())]
		.map((id) => bench.sheet().pieces.findIndex((p) => p.id === id))
		.sort()

describe('choosing pieces', () => {
	test('a click chooses one, Shift adds and takes away, a click beside lets go', () => {
		const { bench, arrange } = begin()
		click(arrange, [50, 50])
		expect(chosen(bench)).toEqual([0])
		click(arrange, [250, 50], { shift: true })
		expect(chosen(bench)).toEqual([0, 1])
		click(arrange, [50, 50], { shift: true })
		expect(chosen(bench)).toEqual([1])
		click(arrange, [700, 700])
		expect(chosen(bench)).toEqual([])
		press(arrange, 'a', { mod: true })
		expect(chosen(bench)).toEqual([0, 1, 2])
	})

	test('locked pieces are left alone', () => {
		const { bench, arrange } = begin()
		bench.apply('Lock', (s) => changePiece(s, s.pieces[0]!.id, { locked: true }))
		drag(arrange, [50, 50], [90, 90])
		expect(box(bench, 0).minX).toBe(0)
	})
})

describe('moving, scaling, turning', () => {
	test('a drag moves all that are chosen, as one step; Shift keeps to one axis', () => {
		const { bench, arrange } = begin()
		click(arrange, [50, 50])
		click(arrange, [250, 50], { shift: true })
		drag(arrange, [50, 50], [70, 55])
		expect([box(bench, 0).minX, box(bench, 1).minX, box(bench, 2).minX]).toEqual([20, 220, 400])
		expect(bench.labels()).toEqual(['Move 2 pieces'])
		drag(arrange, [70, 55], [110, 60], { shift: true })
		expect([box(bench, 0).minX, box(bench, 0).minY]).toEqual([60, 5])
	})

	test('a corner scales in proportion about the one across, apart each side by itself', () => {
		const { bench, arrange } = begin()
		click(arrange, [50, 50])
		drag(arrange, [100, 100], [200, 200])
		expect(box(bench, 0)).toMatchObject({ minX: 0, minY: 0, maxX: 200, maxY: 200 })
		drag(arrange, [200, 200], [250, 100], { hold: 'apart' })
		expect(box(bench, 0)).toMatchObject({ maxX: 250, maxY: 100 })
	})

	test('the knob turns about the middle', () => {
		const { bench, arrange } = begin()
		click(arrange, [450, 50])
		drag(arrange, [450, -26], [526, 50])
		expect(box(bench, 2).minX).toBeCloseTo(400)
		expect(bench.contour(2).nodes[0]!.at[0]).toBeCloseTo(500)
		expect(bench.labels()).toEqual(['Turn a piece'])
	})

	test('a drag with U held moves a copy; Ctrl D copies, arrows nudge, Delete removes', () => {
		const { bench, arrange } = begin()
		drag(arrange, [50, 50], [50, 250], { hold: 'copy' })
		expect(bench.sheet().pieces).toHaveLength(4)
		expect([box(bench, 0).minY, box(bench, 1).minY]).toEqual([0, 200])
		press(arrange, 'd', { mod: true })
		expect(box(bench, 2)).toMatchObject({ minX: 12, minY: 212 })
		press(arrange, 'arrowleft', { shift: true })
		expect(box(bench, 2).minX).toBe(2)
		press(arrange, 'delete')
		expect(bench.sheet().pieces).toHaveLength(4)
	})

	test('the frame is the same object while nothing moves', () => {
		const { arrange } = begin()
		click(arrange, [50, 50])
		const { frame } = arrange.overlay()
		arrange.move(at([60, 60]))
		expect(arrange.overlay().frame).toBe(frame)
		expect(frame?.corners[2]).toEqual([100, 100])
	})
})

describe('groups and openings', () => {
	test('a press takes hold of the whole group, a double-click of one piece in it', () => {
		const { bench, arrange } = begin()
		const ids = bench.sheet().pieces.map(({ id }) => id)
		bench.apply('Group', (s) => groupPieces(s, new Set(ids.slice(0, 2)), 'Pair'))
		drag(arrange, [50, 50], [50, 90])
		expect([0, 1, 2].map((i) => box(bench, i).minY)).toEqual([40, 40, 0])
		arrange.doubleClick(at([50, 90]))
		expect(chosen(bench)).toEqual([0])
		drag(arrange, [50, 90], [50, 100])
		expect([0, 1, 2].map((i) => box(bench, i).minY)).toEqual([50, 40, 0])
		click(arrange, [700, 700])
		click(arrange, [250, 90])
		expect(chosen(bench)).toEqual([0, 1])
		click(arrange, [250, 90], { shift: true })
		expect(chosen(bench)).toEqual([])
	})

	test('an opening is moved, scaled, copied and removed by itself', () => {
		const bench = handyBench('M0 0H100V100H0Z M40 40V60H60V40Z')
		const arrange = createArrangePieces(bench)
		const opening = () => boundsOf(bench.sheet().pieces[0]!.contours[1]!)
		arrange.doubleClick(at([50, 50]))
		drag(arrange, [50, 50], [60, 55])
		expect(opening()).toMatchObject({ minX: 50, minY: 45, maxX: 70, maxY: 65 })
		expect(bench.labels().at(-1)).toBe('Move an opening')
		drag(arrange, [70, 65], [90, 85])
		expect(opening()).toMatchObject({ minX: 50, minY: 45, maxX: 90, maxY: 85 })
		expect(box(bench, 0)).toMatchObject({ minX: 0, maxX: 100 })
		press(arrange, 'd', { mod: true })
		expect(bench.sheet().pieces[0]!.contours).toHaveLength(3)
		press(arrange, 'delete')
		expect(bench.sheet().pieces[0]!.contours).toHaveLength(2)
		expect(opening()).toMatchObject({ minX: 50, maxX: 90 })
	})
})

describe('several nodes chosen', () => {
	const corners = (bench: HandyBench) =>
		bench.sheet().pieces[0]!.contours[0]!.nodes.map(({ at }) => at.map(Math.round))
	/** Nodes at the right side of the first square chosen, Arrange in hand. */
	function beginWithTwo() {
		const { bench, arrange } = begin()
		const { id, contours } = bench.sheet().pieces[0]!
		const [, upper, lower] = contours[0]!.nodes
		bench.select({ piece: id, contour: contours[0]!.id, nodes: new Set([upper!.id, lower!.id]) })
		return { bench, arrange }
	}

	test('the frame is about them: a drag within it moves them alone, as one step', () => {
		const { bench, arrange } = beginWithTwo()
		drag(arrange, [100, 50], [130, 50])
		expect(corners(bench)).toEqual([
			[0, 0],
			[130, 0],
			[130, 100],
			[0, 100],
		])
		expect(bench.labels()).toEqual(['Move 2 nodes'])
		expect(bench.selection().nodes.size).toBe(2)
	})

	test('a corner scales them about the one across', () => {
		const { bench, arrange } = beginWithTwo()
		// The frame stands 2 px round them: from (98, −2) to (102, 102).
		drag(arrange, [102, 102], [106, 206])
		expect(corners(bench)[1]![1]).toBe(2)
		expect(corners(bench)[2]![1]).toBe(202)
		expect(corners(bench)[0]).toEqual([0, 0])
	})

	test('the knob turns them about their middle', () => {
		const { bench, arrange } = beginWithTwo()
		drag(arrange, [100, -28], [180, 50], { shift: true })
		expect(corners(bench)).toEqual([
			[0, 0],
			[150, 50],
			[50, 50],
			[0, 100],
		])
	})

	test('Esc lets go of them, so that the frame is about the piece; again, of the piece', () => {
		const { bench, arrange } = beginWithTwo()
		press(arrange, 'escape')
		expect(bench.selection().nodes.size).toBe(0)
		expect(chosen(bench)).toEqual([0])
		drag(arrange, [50, 50], [60, 50])
		expect(corners(bench)[0]).toEqual([10, 0])
		press(arrange, 'escape')
		expect(chosen(bench)).toEqual([])
	})

	test('Delete removes them; one node alone leaves the frame to its piece', () => {
		const { bench, arrange } = beginWithTwo()
		const { piece, contour, nodes } = bench.selection()
		bench.select({ piece, contour, nodes: new Set([[...nodes][0]!]) })
		drag(arrange, [50, 50], [60, 50])
		expect(corners(bench)[0]).toEqual([10, 0])
		bench.select({ piece, contour, nodes })
		press(arrange, 'delete')
		expect(corners(bench)).toHaveLength(2)
	})
})
