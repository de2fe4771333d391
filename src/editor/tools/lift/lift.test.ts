import { describe, expect, test } from 'vitest'
import { type Contour, moveNodes, newId, type Point, parsePathData } from '@/core'
import type { PressHold } from '@/editor/session/holds'
import { createSlices } from '@/editor/session/slices'
import { NOTHING } from '@/store/selection'
import { at, handyBench, press } from '../testing/handyBench'
import { createLift } from './lift'
import { type Asked, FIRST_LIFT, type LiftGhost, liftSlice } from './liftSlice'

const GHOST_PATH = 'M120 120H280V260H120ZM160 160V220H220V160Z'

function begin(wish = FIRST_LIFT) {
	const bench = handyBench('M100 100H300V300H100Z')
	const lift = createSlices().of(liftSlice)
	lift.setState({ wish })
	let calledOff = 0
	const said: string[] = []
	const tool = createLift(bench, {
		state: lift.getState,
		set: (change) => lift.setState(change),
		callOff: () => {
			calledOff++
		},
		nameNext: () => 'Lifted',
		say: (what) => void said.push(what),
	})
	const drag = (points: readonly Point[], o: { hold?: PressHold; shift?: boolean } = {}) => {
		const input = (p: Point) => ({ ...at(p), hold: o.hold ?? null, shift: o.shift ?? false })
		tool.down(input(points[0] as Point))
		for (const p of points) tool.move(input(p))
		tool.up(input(points.at(-1) as Point))
	}
	const contours = (): Contour[] =>
		parsePathData(GHOST_PATH).map((contour) => ({ ...contour, id: newId() }))
	/** What the worker would answer. */
	const answer = (ghost: Partial<LiftGhost> = {}) =>
		lift.setState({ ghost: { contours: contours(), unsure: [], ...ghost }, busy: false })
	const asked = () => lift.getState().asked as Asked & { way: 'object' }
	return { bench, lift, tool, drag, answer, asked, said, calledOff: () => calledOff }
}

const BOX: readonly Point[] = [
	[100, 110],
	[200, 200],
	[300, 290],
]

describe('lifting an object', () => {
	test('a drag asks for what is in its box, and a lasso for what is in its loop', () => {
		const { drag, asked } = begin()
		drag(BOX)
		expect(asked().round).toEqual({ box: { minX: 100, minY: 110, maxX: 300, maxY: 290 } })
		drag(
			[
				[400, 400],
				[500, 410],
				[480, 520],
				[405, 500],
			],
			{ hold: 'lasso' },
		)
		expect(asked().round).toMatchObject({ lasso: expect.any(Array) })
	})

	test('a box elsewhere before anything was seen of the one before has its turn after that is kept', () => {
		const { bench, lift, tool, drag, answer, asked } = begin()
		const pieces = bench.sheet().pieces.length
		drag(BOX)
		lift.setState({ busy: true })
		drag([
			[400, 400],
			[500, 500],
		])
		expect(asked().round).toMatchObject({ box: { minX: 100 } })
		expect(lift.getState().keeping).toBe(true)
		answer()
		lift.setState({ keeping: false })
		press(tool, 'enter')
		expect(bench.sheet().pieces).toHaveLength(pieces + 1)
		expect(asked().round).toMatchObject({ box: { minX: 400 } })
	})

	test('one drawn anew about the same object takes the place of the one before', () => {
		const { lift, drag, asked } = begin()
		drag(BOX)
		lift.setState({ busy: true })
		drag([
			[95, 105],
			[310, 300],
		])
		expect(asked().round).toMatchObject({ box: { minX: 95 } })
		expect(lift.getState().keeping).toBe(false)
	})

	test('a slip asks for nothing', () => {
		const { drag, asked } = begin()
		drag([
			[100, 100],
			[101, 101],
		])
		expect(asked()).toBeNull()
	})

	test('dabs in the box add, with the key held they take away; Backspace takes the last back', () => {
		const { tool, drag, asked } = begin()
		drag(BOX)
		drag([
			[150, 150],
			[190, 150],
		])
		drag([[250, 250]], { hold: 'outside' })
		expect(asked().dabs.map(({ side }) => side)).toEqual(['inside', 'outside'])
		expect(asked().dabs[0]?.points).toHaveLength(2)
		press(tool, 'backspace')
		expect(asked().dabs).toHaveLength(1)
		press(tool, 'backspace')
		press(tool, 'backspace')
		expect(asked()).toBeNull()
	})

	test('a stroke that leaves the box counts as far as it lies in it', () => {
		const { drag, asked } = begin()
		drag(BOX)
		drag([
			[250, 200],
			[290, 200],
			[340, 200],
		])
		expect(asked().dabs[0]?.points.every(([x]) => x <= 300)).toBe(true)
		expect(asked().dabs[0]?.points).toHaveLength(2)
	})

	test('Enter keeps it as one piece in one step, chosen; undone, nothing of it is left', () => {
		const { bench, tool, drag, answer, asked } = begin()
		drag(BOX)
		answer()
		expect(press(tool, 'enter')).toBe(true)
		const piece = bench.sheet().pieces.at(-1)
		expect(piece).toMatchObject({ name: 'Lifted', contours: { length: 2 } })
		expect(bench.selection().piece).toBe(piece?.id)
		expect(bench.labels()).toEqual(['Lift an object'])
		expect(asked()).toBeNull()
		bench.open.undo()
		expect(bench.sheet().pieces).toHaveLength(1)
	})

	test('Esc leaves nothing and calls the work off; Enter before an answer keeps it when it comes', () => {
		const { bench, tool, drag, lift, calledOff } = begin()
		drag(BOX)
		lift.setState({ busy: true })
		expect(press(tool, 'enter')).toBe(true)
		expect(lift.getState().keeping).toBe(true)
		const before = calledOff()
		expect(press(tool, 'escape')).toBe(true)
		expect(lift.getState()).toMatchObject({ asked: null, ghost: null, busy: false, keeping: false })
		expect(calledOff()).toBe(before + 1)
		expect(bench.labels()).toEqual([])
		expect(press(tool, 'escape')).toBe(false)
	})

	test('a box beyond the one there is keeps that and begins the next; so does putting the tool down', () => {
		const { bench, tool, drag, answer, asked } = begin()
		drag(BOX)
		answer()
		drag([
			[400, 400],
			[600, 600],
		])
		expect(bench.sheet().pieces).toHaveLength(2)
		expect(asked().round).toEqual({ box: { minX: 400, minY: 400, maxX: 600, maxY: 600 } })
		answer()
		tool.rest()
		expect(bench.sheet().pieces).toHaveLength(3)
		expect(asked()).toBeNull()
	})

	test('a box beyond one that is still worked on waits until that is known well and kept', () => {
		const { bench, tool, drag, answer, asked, lift } = begin()
		drag(BOX)
		answer()
		lift.setState({ busy: true })
		drag([
			[400, 400],
			[600, 600],
		])
		expect(bench.sheet().pieces).toHaveLength(1)
		expect(lift.getState().keeping).toBe(true)
		answer()
		lift.setState({ keeping: false })
		press(tool, 'enter')
		expect(bench.sheet().pieces).toHaveLength(2)
		expect(asked().round).toEqual({ box: { minX: 400, minY: 400, maxX: 600, maxY: 600 } })
		press(tool, 'escape')
		expect(bench.sheet().pieces).toHaveLength(2)
	})

	describe('put down while a dab is still worked on', () => {
		function putDown() {
			const all = begin()
			const { bench, drag, answer, lift, tool } = all
			drag(BOX)
			answer()
			drag([
				[150, 150],
				[170, 150],
			])
			lift.setState({ busy: true })
			tool.rest()
			const kept = bench.sheet().pieces.at(-1)
			/** As the slice's watcher does when the answer is there. */
			const arrive = (d: string) => {
				answer({ contours: parsePathData(d) })
				lift.setState({ keeping: false })
				press(tool, 'enter')
			}
			return { ...all, kept, arrive }
		}

		test('it is kept as far as it is known, and what comes of the dab takes its place, in one step', () => {
			const { bench, kept, arrive, asked } = putDown()
			expect(bench.sheet().pieces).toHaveLength(2)
			expect(asked().again).toBe(kept?.id)
			bench.select(NOTHING)
			arrive('M130 130H270V250H130Z')
			const { pieces } = bench.sheet()
			expect(pieces).toHaveLength(2)
			expect(pieces.at(-1)).toMatchObject({ id: kept?.id, contours: { length: 1 } })
			expect(pieces.at(-1)?.contours[0]?.nodes[0]?.at).toEqual([130, 130])
			expect(bench.selection()).toEqual(NOTHING)
			expect(asked()).toBeNull()
			expect(bench.labels()).toEqual(['Lift an object'])
		})

		test('Enter before anything is seen is a promise: it is kept when it comes, whatever is in hand then', () => {
			const { bench, drag, lift, tool, answer, asked } = begin()
			drag(BOX)
			lift.setState({ busy: true })
			press(tool, 'enter')
			tool.rest()
			expect(asked()).not.toBeNull()
			answer()
			lift.setState({ keeping: false })
			press(tool, 'enter')
			expect(bench.labels()).toEqual(['Lift an object'])
			expect(asked()).toBeNull()
		})

		test('what somebody changed meanwhile stays as they made it', () => {
			const { bench, kept, arrive, asked, said } = putDown()
			const node = kept?.contours[0]?.nodes[0]?.id ?? ''
			bench.apply('Move a node', (sheet) => moveNodes(sheet, new Set([node]), [5, 5]))
			bench.seal()
			const moved = bench.sheet().pieces.at(-1)
			arrive('M130 130H270V250H130Z')
			expect(bench.sheet().pieces.at(-1)).toBe(moved)
			expect(asked()).toBeNull()
			expect(said).toHaveLength(1)
			expect(said[0]).toContain('stays as you left it')
		})

		test('taken again, Esc calls off what is awaited; what was kept stays', () => {
			const { bench, kept, tool, calledOff } = putDown()
			const before = calledOff()
			press(tool, 'escape')
			expect(calledOff()).toBe(before + 1)
			expect(bench.sheet().pieces.at(-1)).toBe(kept)
			tool.rest()
			expect(bench.sheet().pieces.at(-1)).toBe(kept)
		})
	})

	test('the hint says what the next stroke does, and why nothing came', () => {
		const { tool, drag, answer, lift } = begin()
		expect(tool.hint()).toContain('box round the object')
		drag(BOX)
		answer()
		tool.move(at([200, 200]))
		expect(tool.hint()).toContain('missing')
		expect(tool.overlay().brush?.at?.radius).toBe(FIRST_LIFT.brush)
		tool.move({ ...at([200, 200]), hold: 'outside' })
		expect(tool.hint()).toContain('does not belong')
		tool.move(at([20, 20]))
		expect(tool.hint()).toContain('next')
		lift.setState({ problem: 'Why not.' })
		expect(tool.hint()).toBe('Why not.')
	})
})

describe('what is drawn to lift', () => {
	const DAB: readonly Point[] = [[150, 150]]

	test('to take away never begins a box, wherever the stroke begins', () => {
		const { bench, drag, answer, asked, lift } = begin()
		drag(
			[
				[400, 400],
				[500, 500],
			],
			{ hold: 'outside' },
		)
		expect(lift.getState().asked).toBeNull()
		drag(BOX)
		answer()
		drag(
			[
				[420, 420],
				[340, 300],
				[250, 250],
			],
			{ hold: 'outside' },
		)
		expect(bench.sheet().pieces).toHaveLength(1)
		expect(asked().dabs).toMatchObject([{ side: 'outside' }])
		expect(asked().dabs[0]?.points).toHaveLength(3)
	})

	test('is taken back and done again before any step of the sheet, boxes and all', () => {
		const { bench, tool, drag, asked, lift } = begin()
		bench.apply('Something before', (sheet) => ({ ...sheet, name: 'Renamed' }))
		drag(BOX)
		drag(DAB)
		drag([[250, 250]], { hold: 'outside' })
		expect(tool.steps?.().undo).not.toBeNull()
		expect(tool.undo?.()).toBe(true)
		expect(asked().dabs).toHaveLength(1)
		tool.undo?.()
		expect(asked().dabs).toHaveLength(0)
		tool.undo?.()
		expect(lift.getState().asked).toBeNull()
		expect(tool.undo?.()).toBe(false)
		expect(bench.sheet().name).toBe('Renamed')
		for (const _ of [1, 2, 3]) expect(tool.redo?.()).toBe(true)
		expect(asked().dabs.map(({ side }) => side)).toEqual(['inside', 'outside'])
		expect(tool.redo?.()).toBe(false)
	})

	test('Esc is a step too; once it is kept, undo means the sheet again', () => {
		const { bench, tool, drag, answer, asked } = begin()
		drag(BOX)
		drag(DAB)
		press(tool, 'escape')
		tool.undo?.()
		expect(asked().dabs).toHaveLength(1)
		answer()
		press(tool, 'enter')
		expect(tool.undo?.()).toBe(false)
		bench.open.undo()
		expect(bench.sheet().pieces).toHaveLength(1)
		bench.open.redo()
		expect(bench.sheet().pieces).toHaveLength(2)
	})

	test('a kept lift is opened again with its box and dabs, and what comes of it takes its place', () => {
		const { bench, tool, drag, answer, asked } = begin()
		drag(BOX)
		drag(DAB)
		answer()
		press(tool, 'enter')
		const kept = bench.sheet().pieces.at(-1)
		press(tool, 'o')
		expect(asked()).toMatchObject({ again: kept?.id, dabs: [{ side: 'inside' }] })
		expect(asked().round).toEqual({ box: { minX: 100, minY: 110, maxX: 300, maxY: 290 } })
		expect(asked().shape).toBeUndefined()
		drag([[260, 260]])
		answer()
		press(tool, 'enter')
		expect(bench.sheet().pieces).toHaveLength(2)
		expect(bench.sheet().pieces.at(-1)).toMatchObject({ id: kept?.id, name: kept?.name })
		expect(bench.sheet().pieces.at(-1)?.lifted?.dabs).toHaveLength(2)
		expect(bench.labels().at(-1)).toBe('Lift anew')
	})

	test('once its nodes were moved, or drawn by another tool, it is lifted by its own shape', () => {
		const { bench, tool, drag, answer, asked } = begin()
		drag(BOX)
		answer()
		press(tool, 'enter')
		const node = bench.sheet().pieces.at(-1)?.contours[0]?.nodes[0]?.id as string
		bench.apply('Move', (sheet) => moveNodes(sheet, new Set([node]), [3, 0]))
		press(tool, 'o')
		expect(asked().shape).toHaveLength(2)
		press(tool, 'escape')
		tool.doubleClick(at([101, 200]))
		const { box } = asked().round as { box: { minX: number; maxX: number } }
		expect([box.minX < 100, box.maxX > 300]).toEqual([true, true])
		expect(asked().again).toBe(bench.sheet().pieces[0]?.id)
	})

	test('several things in one box are kept as one piece, or with Shift as a piece each', () => {
		const two = 'M120 120H180V180H120ZM220 220H280V280H220ZM130 130V150H150V130Z'
		for (const [shift, pieces] of [
			[false, 2],
			[true, 3],
		] as const) {
			const { bench, tool, drag, answer } = begin()
			drag(BOX)
			const contours = parsePathData(two).map((contour) => ({ ...contour, id: newId() }))
			answer({ contours })
			expect(tool.hint()).toContain('2 pieces')
			tool.key({ key: 'enter', shift, mod: false, finely: false })
			expect(bench.sheet().pieces).toHaveLength(pieces)
			const outlines = bench
				.sheet()
				.pieces.slice(1)
				.map((piece) => piece.contours.length)
			expect(outlines.toSorted()).toEqual(shift ? [1, 2] : [3])
			expect(new Set(bench.sheet().pieces.map(({ name }) => name)).size).toBe(pieces)
		}
	})

	test('the hint after a box says first what one needs next', () => {
		const { tool, drag, answer } = begin()
		drag(BOX)
		answer()
		const hint = tool.hint()
		const places = ['missing', 'too much', 'Enter'].map((word) => hint.indexOf(word))
		expect(places).toEqual(places.toSorted((a, b) => a - b))
		expect(places[0]).toBeGreaterThan(-1)
	})
})

describe('lifting by colour', () => {
	const wish = { ...FIRST_LIFT, way: 'colour' } as const

	test('a click asks for an area within the piece under it; Shift for one more; another click anew', () => {
		const { bench, drag, lift } = begin(wish)
		const areas = () => (lift.getState().asked as Asked & { way: 'colour' }).areas
		drag([[150, 150]])
		expect(lift.getState().asked).toMatchObject({
			way: 'colour',
			within: bench.sheet().pieces[0]?.id,
		})
		drag([[200, 200]], { shift: true })
		expect(areas()).toHaveLength(2)
		drag([[700, 700]])
		expect(lift.getState().asked).toMatchObject({ within: null })
		expect(areas()).toHaveLength(1)
	})

	test('a drag to the right widens the spread, to the left narrows it', () => {
		const { drag, lift } = begin(wish)
		const spread = () =>
			(lift.getState().asked as Asked & { way: 'colour' }).areas[0]?.spread ?? Number.NaN
		drag([
			[150, 150],
			[200, 150],
		])
		expect(spread()).toBeGreaterThan(wish.spread)
		drag([
			[150, 150],
			[110, 150],
		])
		expect(spread()).toBeLessThan(wish.spread)
	})

	test('an area that is seen but roughly is kept once it is known well', () => {
		const { bench, tool, drag, lift } = begin(wish)
		const pieces = bench.sheet().pieces.length
		drag([[150, 150]])
		const ghost = (d: string) => ({ contours: parsePathData(d), unsure: [], colour: '#336699' })
		lift.setState({ ghost: ghost('M100 100H200V200H100Z'), busy: true })
		press(tool, 'enter')
		tool.rest()
		expect(bench.sheet().pieces).toHaveLength(pieces)
		expect(lift.getState().keeping).toBe(true)
		lift.setState({ ghost: ghost('M110 110H190V190H110Z'), busy: false, keeping: false })
		press(tool, 'enter')
		expect(bench.sheet().pieces.at(-1)?.contours[0]?.nodes[0]?.at).toEqual([110, 110])
	})

	test('what is kept has the colour', () => {
		const { bench, tool, drag, answer } = begin(wish)
		drag([[150, 150]])
		answer({ colour: '#336699' })
		press(tool, 'enter')
		expect(bench.sheet().pieces.at(-1)?.fill).toEqual({ kind: 'solid', colour: '#336699' })
	})
})
