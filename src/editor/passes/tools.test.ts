import fc from 'fast-check'
import { describe, expect, test, vi } from 'vitest'
import { parsePathData } from '@/core'
import { cases } from '@/core/testing/cases'
import type { ToolDef } from '@/editor/session/definitions'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { liftSlice } from '@/editor/tools/lift/liftSlice'
import { at } from '@/editor/tools/testing/handyBench'
import { TOOLS } from './passes'

vi.mock('@/jobs/lifting', () => ({
	warmLifting: () => {},
	liftOutlines: async () => null,
	liftColours: async () => null,
}))

type Act =
	| {
			readonly do: 'down' | 'move' | 'up' | 'doubleClick'
			readonly place: readonly [number, number]
	  }
	| { readonly do: 'key'; readonly key: string }
	| { readonly do: 'leave' | 'cancel' | 'undo' | 'redo' | 'rest' | 'answer' }

const place = fc.tuple(fc.integer({ min: 0, max: 220 }), fc.integer({ min: 0, max: 220 }))

/** A hand at work with any tool, and what answers it: presses, moves, keys, dragging broken off, a lift that comes. */
const anyAct = fc.oneof(
	{
		weight: 6,
		arbitrary: fc.record({
			do: fc.constantFrom('down', 'move', 'up', 'doubleClick'),
			place,
			shift: fc.boolean(),
			hold: fc.boolean(),
		}),
	},
	{
		weight: 2,
		arbitrary: fc.record({
			do: fc.constant('key' as const),
			key: fc.constantFrom('enter', 'escape', 'backspace', 'delete', '[', ']', 'o', 's', 'arrowup'),
		}),
	},
	{
		weight: 2,
		arbitrary: fc.record({
			do: fc.constantFrom('leave', 'cancel', 'undo', 'redo', 'rest', 'answer'),
		}),
	},
) as fc.Arbitrary<Act & { readonly shift?: boolean; readonly hold?: boolean }>

const OUTLINES = ['M20 20H100V100H20Z', 'M140 40C180 40 200 80 200 120L150 160']

describe.each(TOOLS.map((def): [string, ToolDef] => [def.name, def]))('%s', (_, def) => {
	test('whatever a hand does, it says what it would do, and undoing all of it gives the first sheet back', () => {
		fc.assert(
			fc.property(fc.array(anyAct, { maxLength: 40 }), (acts) => {
				const bench = handyWorkbench(...OUTLINES)
				const first = bench.open.sheet()
				const tool = bench.toolOf(def)
				const lift = bench.slices.of(liftSlice)
				for (const act of acts) {
					if (act.do === 'key')
						tool.key({ key: act.key, shift: act.shift ?? false, mod: false, finely: false })
					else if (act.do === 'answer') {
						const ghost = { contours: parsePathData('M30 30H60V60H30Z'), unsure: [] }
						if (lift.getState().asked) lift.setState({ ghost, busy: false })
					} else if ('place' in act) {
						const hold = act.hold ? (def.holds?.[0] ?? null) : null
						tool[act.do](at(act.place, { shift: act.shift ?? false, hold }))
					} else tool[act.do]?.()
					expect(tool.hint()).toMatch(/\S/)
					tool.overlay()
					tool.cursor()
				}
				tool.rest()
				bench.open.seal()
				while (bench.open.getState().history.past.length > 0) bench.open.undo()
				expect(bench.open.sheet()).toBe(first)
			}),
			{ numRuns: cases(40) },
		)
	})
})
