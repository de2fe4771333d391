import { describe, expect, test } from 'vitest'
import { newId, parsePathData } from '@/core'
import type { Again } from '@/core/pictures'
import { runMachine } from '@/editor/session/machine'
import { at, handyBench } from '../testing/handyBench'
import { againMachine } from './againMachine'
import { type AgainState, againSlice, finding } from './againSlice'

const SQUARES = ['M200 0H250V50H200Z', 'M300 0H350V50H300Z', 'M400 0H450V50H400Z']

const found = (d: string): Again => ({
	contours: parsePathData(d).map((contour) => ({ ...contour, id: newId() })),
	map: [1, 0, 0, 1, 0, 0],
	added: 0,
	mean: 0.2,
	p95: 0.4,
	covered: 1,
})

/** A square called Piece 1 that was found three times more. */
function begin() {
	const bench = handyBench('M0 0H50V50H0Z')
	const [piece] = bench.sheet().pieces
	if (!piece) throw new Error('The bench holds no piece.')
	let state: AgainState = {
		...againSlice.start,
		of: { piece: piece.id, contours: piece.contours },
		found: SQUARES.map(found),
	}
	const asked: (readonly [number, number])[] = []
	const told: string[] = []
	const tool = runMachine(
		againMachine({
			state: () => state,
			set: (change) => {
				state = { ...state, ...change }
			},
			seek: (near) => asked.push(near),
			leave: () => told.push('left'),
			offer: () => told.push('offered'),
		}),
		bench,
	)
	const key = (name: string) => tool.key({ key: name, shift: false, mod: false, finely: false })
	const names = () => bench.sheet().pieces.map(({ name }) => name)
	const now = () => state
	return {
		bench,
		piece,
		tool,
		key,
		names,
		now,
		asked,
		told,
		find: (d: string) => {
			state = { ...state, ...finding(state, { found: [...state.found, found(d)], out: state.out }) }
		},
	}
}

describe('what was found again', () => {
	test('Enter lays all of it above the piece, painted and numbered like it, as one step', () => {
		const { bench, piece, key, names, now, told } = begin()
		expect(key('enter')).toBe(true)
		const stem = piece.name.replace(/ \d+$/, '')
		expect(names()).toHaveLength(4)
		expect(new Set(names()).size).toBe(4)
		for (const name of names()) expect(name.startsWith(stem)).toBe(true)
		for (const one of bench.sheet().pieces) expect(one.fill).toEqual(piece.fill)
		expect(bench.labels()).toHaveLength(1)
		expect(now().of).toBeNull()
		expect(told).toEqual(['left'])
	})

	test('a click leaves one out and another click has it back; undo means these first', () => {
		const { tool, key, names, now } = begin()
		tool.down(at([225, 25]))
		expect(now().out.size).toBe(1)
		tool.down(at([325, 25]))
		tool.down(at([225, 25]))
		expect([...now().out]).toEqual([now().found[1]])
		expect(tool.undo?.()).toBe(true)
		expect(now().out.size).toBe(2)
		expect(tool.redo?.()).toBe(true)
		expect(key('enter')).toBe(true)
		expect(names()).toHaveLength(3)
	})

	test('a click beside asks for that place; what is found there is a step of its own', () => {
		const { tool, find, now, asked } = begin()
		tool.down(at([600, 300]))
		expect(asked).toEqual([[600, 300]])
		find('M590 290H610V310H590Z')
		expect(now().found).toHaveLength(4)
		expect(tool.steps?.().undo).not.toBeNull()
		tool.undo?.()
		expect(now().found).toHaveLength(3)
		expect(tool.undo?.()).toBe(false)
	})

	test('Esc lays nothing; whoever goes elsewhere is offered what was found', () => {
		const first = begin()
		expect(first.key('escape')).toBe(true)
		expect(first.names()).toHaveLength(1)
		expect(first.told).toEqual(['left'])
		const second = begin()
		second.tool.rest()
		expect(second.names()).toHaveLength(1)
		expect(second.told).toEqual(['offered'])
		expect(second.now().of).toBeNull()
	})
})
