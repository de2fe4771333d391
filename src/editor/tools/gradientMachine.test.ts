import { describe, expect, test } from 'vitest'
import { endsOf, type Gradient, type Point } from '@/core'
import { runMachine } from '@/editor/session/machine'
import { NOTHING } from '@/store/selection'
import { gradientMachine } from './gradientMachine'
import { at, handyBench, press } from './testing/handyBench'

function begin() {
	const bench = handyBench('M100 100H300V300H100Z', 'M400 100H500V200H400Z')
	const tool = runMachine(gradientMachine, bench)
	const [first] = bench.sheet().pieces
	const choose = () => bench.select({ ...NOTHING, piece: first?.id ?? null })
	const drag = (from: Point, to: Point, shift = false) => {
		tool.down(at(from))
		tool.move(at(from))
		tool.move(at(to, { shift }))
	}
	const fill = () => bench.sheet().pieces[0]?.fill as Gradient
	return { bench, tool, choose, drag, fill }
}

describe('a gradient on the canvas', () => {
	test('is drawn from press to release, in one step, beginning with the colour that was there', () => {
		const { bench, tool, choose, drag, fill } = begin()
		choose()
		drag([120, 150], [280, 250])
		tool.up(at([280, 250]))
		expect(fill()).toMatchObject({ kind: 'linear', from: [120, 150], to: [280, 250] })
		expect(fill().stops[0]?.colour).toBe('#22272e')
		expect(bench.labels()).toEqual(['Lay a gradient'])
		expect(bench.sheet().pieces[1]?.fill).toMatchObject({ kind: 'solid' })
		expect(tool.overlay().line).toEqual({ from: [120, 150], to: [280, 250] })
	})

	test('an end of it is dragged, the other stays; Shift keeps to 45°', () => {
		const { tool, choose, drag, fill } = begin()
		choose()
		drag([120, 150], [280, 150])
		tool.up(at([280, 150]))
		drag([121, 151], [120, 250])
		tool.up(at([120, 250]))
		expect(endsOf(fill())).toEqual([
			[120, 250],
			[280, 150],
		])
		drag([280, 150], [210, 170], true)
		const [from, to] = endsOf(fill())
		expect(Math.abs(to[0] - from[0])).toBeCloseTo(Math.abs(to[1] - from[1]), 6)
	})

	test('Esc in the midst of a drag leaves the fill as it was, and no step', () => {
		const { bench, tool, choose, drag, fill } = begin()
		choose()
		const before = fill()
		drag([120, 150], [280, 250])
		expect(press(tool, 'escape')).toBe(true)
		expect(fill()).toEqual(before)
		expect(bench.labels()).toEqual([])
		expect(press(tool, 'escape')).toBe(false)
	})

	test('with nothing chosen a click chooses; a slip draws nothing', () => {
		const { bench, tool, drag } = begin()
		drag([450, 150], [450, 151])
		tool.up(at([450, 151]))
		expect(bench.selection().piece).toBe(bench.sheet().pieces[1]?.id)
		drag([450, 150], [451, 151])
		tool.up(at([451, 151]))
		expect(bench.labels()).toEqual([])
	})
})
