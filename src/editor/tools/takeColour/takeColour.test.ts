import { describe, expect, test } from 'vitest'
import { runMachine } from '@/editor/session/machine'
import { createSlices } from '@/editor/session/slices'
import { NOTHING } from '@/store/selection'
import { at, click, handyBench, press } from '../testing/handyBench'
import { takeColourMachine } from './takeColourMachine'
import { takeColourSlice } from './takeColourSlice'

function begin() {
	const bench = handyBench('M100 100H300V300H100Z', 'M400 100H500V200H400Z')
	const own = createSlices().of(takeColourSlice)
	const machine = takeColourMachine({
		state: own.getState,
		set: (change) => own.setState(change),
		// A photo that is red on the left, and goes no further than 600 px.
		colourAt: ([x], ring) => (x > 600 ? null : x < 200 ? '#c03020' : `#0000${ring}`),
	})
	const tool = runMachine(machine, bench)
	const [first, second] = bench.sheet().pieces
	const choose = () => bench.select({ ...NOTHING, piece: first?.id ?? null })
	const fills = () => bench.sheet().pieces.map(({ fill }) => fill)
	return { bench, own, tool, choose, fills, second }
}

describe('taking a colour', () => {
	test('fills the pieces chosen, one step a click; with the key held it is for the stroke', () => {
		const { bench, tool, choose, fills } = begin()
		choose()
		click(tool, [150, 50])
		expect(fills()[0]).toEqual({ kind: 'solid', colour: '#c03020' })
		expect(fills()[1]).toMatchObject({ colour: '#22272e' })
		click(tool, [250, 50], { hold: 'for-stroke' })
		expect(bench.sheet().pieces[0]?.stroke.paint).toEqual({ kind: 'solid', colour: '#000011' })
		expect(bench.labels()).toEqual(['Take a colour', 'Take a colour for the stroke'])
	})

	test('with Shift it is that of the piece under the pointer; where there is none, nothing is done', () => {
		const { bench, tool, choose, fills } = begin()
		choose()
		click(tool, [150, 50])
		bench.select({ ...NOTHING, piece: bench.sheet().pieces[1]?.id ?? null })
		click(tool, [150, 150], { shift: true })
		expect(fills()[1]).toEqual({ kind: 'solid', colour: '#c03020' })
		click(tool, [700, 700])
		expect(tool.hint()).toContain('no photo shows')
		click(tool, [700, 700], { shift: true })
		expect(bench.labels()).toHaveLength(2)
	})

	test('with nothing chosen a click chooses; a piece that is locked is never painted', () => {
		const { bench, tool, second } = begin()
		click(tool, [450, 150])
		expect(bench.selection().piece).toBe(second?.id)
		bench.apply('Lock', (sheet) => ({
			...sheet,
			pieces: sheet.pieces.map((piece) => ({ ...piece, locked: true })),
		}))
		click(tool, [150, 50])
		expect(bench.labels()).toEqual(['Lock'])
	})

	test('the ring follows the pointer, widens by keys within its bounds, and goes when the pointer does', () => {
		const { own, tool } = begin()
		tool.move(at([250, 50]))
		expect(own.getState().at).toEqual({ place: [250, 50], colour: '#000011' })
		expect(press(tool, ']')).toBe(true)
		expect(own.getState()).toMatchObject({ ring: 13, at: { colour: '#000013' } })
		for (let n = 0; n < 20; n++) press(tool, '[')
		expect(own.getState().ring).toBe(1)
		tool.leave?.()
		expect(own.getState().at).toBeNull()
		expect(press(tool, 'enter')).toBe(false)
	})
})

test('a click that is quicker than what colours are worked out with waits for it', () => {
	const bench = handyBench('M100 100H300V300H100Z')
	const own = createSlices().of(takeColourSlice)
	let there = false
	const machine = takeColourMachine({
		state: own.getState,
		set: (change) => own.setState(change),
		colourAt: () => (there ? '#c03020' : null),
		isComing: () => !there,
	})
	const tool = runMachine(machine, bench)
	bench.select({ ...NOTHING, piece: bench.sheet().pieces[0]?.id ?? null })
	click(tool, [150, 50])
	expect(bench.labels()).toEqual([])
	there = true
	tool.wished?.()
	expect(bench.sheet().pieces[0]?.fill).toEqual({ kind: 'solid', colour: '#c03020' })
	// Once.
	tool.wished?.()
	expect(bench.labels()).toEqual(['Take a colour'])
})
