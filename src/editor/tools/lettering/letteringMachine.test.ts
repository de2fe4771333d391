import { describe, expect, test } from 'vitest'
import { addPieces, newPiece, type Point } from '@/core'
import { hostsOf, withLettering } from '@/core/letter'
import { alongOf, wordsIn } from '@/core/letter/testing/fonts'
import { runMachine } from '@/editor/session/machine'
import { NOTHING } from '@/store/selection'
import { at, handyBench } from '../testing/handyBench'
import { letteringMachine } from './letteringMachine'
import { type LetteringState, letteringSlice } from './letteringSlice'

/** A level line, a closed ring of corners, and words along the line if they are wished for. */
async function begin(words?: string) {
	const bench = handyBench('M100 300H500H900', 'M100 500H400V700H100Z')
	let state: LetteringState = letteringSlice.start
	const tool = runMachine(
		letteringMachine({
			get: () => state,
			set: (change) => {
				state = { ...state, ...change }
			},
		}),
		bench,
	)
	const line = bench.contour(0)
	if (words !== undefined) {
		const set = await wordsIn('figtree', words, alongOf(line, { start: 50 }), { size: 40 })
		const piece = withLettering(newPiece(words, [line]), set, hostsOf(bench.sheet()))
		bench.apply('Words', (sheet) => addPieces(sheet, [piece]))
		bench.seal()
		bench.select({ ...NOTHING, piece: piece.id })
	}
	const click = (p: Point, how: Parameters<typeof at>[1] = {}) => {
		tool.down(at(p, how))
		tool.up(at(p, how))
	}
	const setting = () => bench.sheet().pieces.at(-1)?.lettering?.setting
	return {
		bench,
		tool,
		click,
		setting,
		line,
		state: () => state,
		set: (s: LetteringState) => (state = s),
	}
}

describe('setting words', () => {
	test('a click begins words there; one on an outline begins them along it, from that place on', async () => {
		const { bench, tool, click, state, line } = await begin()
		click([600, 100])
		expect(state().typing).toMatchObject({
			text: '',
			setting: { kind: 'free', place: [1, 0, 0, 1, 600, 100] },
		})
		expect(bench.labels()).toEqual([])
		expect(tool.overlay().words?.caret?.[0]).toEqual([600, 100])
		// Beside what is typed a click is the end of it.
		click([700, 150])
		expect(state().typing).toBeNull()
		tool.move(at([340, 301]))
		expect(tool.hint()).toContain('along this outline, from here on')
		click([340, 301])
		expect(state().typing?.setting).toMatchObject({ kind: 'along', contour: line.id })
		const begun = state().typing?.setting
		expect(begun?.kind === 'along' && begun.start).toBeCloseTo(240, 1)
	})

	test('with two of its nodes chosen words go between them', async () => {
		const { bench, tool, click, state, line } = await begin()
		const ids = line.nodes.slice(1).map(({ id }) => id)
		bench.select({ ...NOTHING, nodes: new Set(ids) })
		tool.move(at([600, 300]))
		expect(tool.hint()).toContain('between the two nodes chosen')
		click([600, 300])
		expect(state().typing?.setting).toMatchObject({ between: ids, start: 0 })
	})

	test('a click in words puts the caret there, a drag chooses, a double click takes the word', async () => {
		const { tool, click, state } = await begin('Winter play')
		const box = tool.overlay().words
		expect(box?.grips.map(({ of }) => of)).toEqual(['start', 'offset'])
		// Also in the gap between two words.
		tool.move(at([284, 290]))
		expect(tool.hint()).toContain('Click: type here')
		click([345, 290])
		expect(state().typing?.text).toBe('Winter play')
		expect(state().typing?.chosen[0]).toBeGreaterThan(6)
		tool.doubleClick(at([200, 290]))
		expect(state().typing?.chosen).toEqual([0, 6])
		expect(tool.overlay().words?.bands).toHaveLength(6)
		tool.down(at([160, 290]))
		tool.move(at([260, 290]))
		tool.up(at([260, 290]))
		const [from = 0, to = 0] = state().typing?.chosen ?? []
		expect(to).toBeGreaterThan(from)
		expect(tool.key({ key: 'escape', shift: false, mod: false, finely: false })).toBe(true)
		expect(state().typing).toBeNull()
	})

	test('the diamond slides words along, the dot lifts them off, each drag a step; Esc leaves them', async () => {
		const { bench, tool, setting } = await begin('Play')
		const grip = (of: string) =>
			tool.overlay().words?.grips.find((one) => one.of === of)?.at ?? ([0, 0] as const)
		const drag = (from: Point, to: Point) => {
			tool.down(at(from))
			tool.move(at(to))
		}
		drag(grip('start'), [310, 296])
		tool.up(at([310, 296]))
		expect(setting()).toMatchObject({ start: expect.closeTo(210, 1), offset: 0 })
		const [x, y] = grip('offset')
		drag([x, y], [x, y - 30])
		tool.up(at([x, y - 30]))
		expect(setting()).toMatchObject({ offset: expect.closeTo(30, 1) })
		expect(bench.labels()).toEqual(['Words', 'Move words along', 'Move words off their outline'])
		drag(grip('start'), [500, 300])
		tool.key({ key: 'escape', shift: false, mod: false, finely: false })
		expect(setting()).toMatchObject({ start: expect.closeTo(210, 1) })
	})

	test('words are given a shape to fill, and two outlines to go between, by clicks', async () => {
		const { bench, tool, click, setting, state, set } = await begin('Play')
		set({ ...state(), picking: { to: 'within' } })
		expect(tool.hint()).toContain('closed outline')
		click([600, 100])
		expect(state().picking).not.toBeNull()
		click([100, 600])
		expect(state().picking).toBeNull()
		expect(setting()).toMatchObject({ kind: 'within', contour: bench.contour(1).id })
		set({ ...state(), picking: { to: 'top' } })
		click([700, 300])
		expect(state().picking).toMatchObject({ to: 'bottom' })
		click([250, 500])
		expect(setting()).toMatchObject({ kind: 'between' })
	})
})
