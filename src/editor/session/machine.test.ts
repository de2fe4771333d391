import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { divide, type Point, parsePathData } from '@/core'
import { fitPolyline } from '@/core/fitting'
import { cases } from '@/core/testing/cases'
import { regionsMachine, startingFates } from '@/editor/passes/cut/regions'
import { seeHereMachine } from '@/editor/passes/photo/seeHereMachine'
import { straightenMachine } from '@/editor/passes/photo/straightenMachine'
import { againMachine } from '@/editor/tools/again/againMachine'
import { againSlice } from '@/editor/tools/again/againSlice'
import { arrangePhotosMachine } from '@/editor/tools/arrangePhotos'
import { arrangePiecesMachine } from '@/editor/tools/arrangePieces'
import { gradientMachine } from '@/editor/tools/gradientMachine'
import { letteringMachine } from '@/editor/tools/lettering/letteringMachine'
import { letteringSlice } from '@/editor/tools/lettering/letteringSlice'
import { liftMachine } from '@/editor/tools/lift/lift'
import { liftSlice } from '@/editor/tools/lift/liftSlice'
import { nodesMachine } from '@/editor/tools/nodes/nodes'
import { penMachine } from '@/editor/tools/pen/pen'
import { pencilMachine } from '@/editor/tools/pencil'
import { takeColourMachine } from '@/editor/tools/takeColour/takeColourMachine'
import { takeColourSlice } from '@/editor/tools/takeColour/takeColourSlice'
import { at, type HandyBench, handyBench } from '@/editor/tools/testing/handyBench'
import { type Machine, runMachine, type ToolEvent } from './machine'

const place = fc.tuple(fc.integer({ min: 0, max: 220 }), fc.integer({ min: 0, max: 220 }))
const held = fc.record({
	shift: fc.boolean(),
	hold: fc.constantFrom(null, 'insert', 'lasso', 'pull', 'copy', 'apart', 'corner', 'cusp'),
})

/** A hand at work: presses, moves and lets go, with keys in between. */
const anyEvent: fc.Arbitrary<ToolEvent> = fc.oneof(
	{
		weight: 6,
		arbitrary: fc
			.tuple(
				fc.constantFrom('down' as const, 'move' as const, 'up' as const, 'double-click' as const),
				place,
				held,
			)
			.map(([on, p, keys]): ToolEvent => ({ on, input: at(p, keys) })),
	},
	{
		weight: 2,
		arbitrary: fc
			.constantFrom('enter', 'escape', 'backspace', 'delete', 'a', 'i', 'o', 'c', 's', 'arrowleft')
			.map(
				(key): ToolEvent => ({
					on: 'key',
					input: { key, shift: false, mod: false, finely: false },
				}),
			),
	},
	{
		weight: 1,
		arbitrary: fc
			.constantFrom('corner' as const, 'smooth' as const, 'symmetric' as const, 'cusp' as const)
			.map((kind): ToolEvent => ({ on: 'kind', kind })),
	},
	{
		weight: 1,
		arbitrary: fc.constantFrom<ToolEvent>({ on: 'rest' }, { on: 'leave' }, { on: 'cancel' }),
	},
)

const OUTLINES = ['M20 20H100V100H20Z', 'M140 40C180 40 200 80 200 120L150 160']

/** What a bench is asked to change while it is only looked at. */
function watched(bench: HandyBench): string[] {
	const calls: string[] = []
	bench.apply = (label) => calls.push(label)
	bench.select = () => calls.push('select')
	bench.seal = () => calls.push('seal')
	return calls
}

const FREEHAND = {
	wish: () => ({ smoothing: 2, settling: true }),
	nextName: () => 'Drawn',
	fit: () => fitPolyline,
}
const SEEN = {
	state: () => takeColourSlice.start,
	set: () => {},
	colourAt: ([x]: Point) => (x > 100 ? null : '#c03020'),
}

const SQUARES = ['M0 0H100V100H0Z', 'M60 60H160V160H60Z'].map((d) => ({
	contours: parsePathData(d),
	rule: 'nonzero' as const,
}))
const REGIONS = divide(SQUARES)
const APART = {
	pieces: ['a', 'b'],
	regions: REGIONS,
	fates: startingFates(REGIONS.length),
	brush: 'join' as const,
	hovered: null,
}
const CHOOSING = { get: () => APART, set: () => {}, accept: () => {}, leave: () => {} }
const FOUND = { contours: parsePathData('M30 30H60V60H30Z'), unsure: [] }
const LIFTED = {
	...liftSlice.start,
	asked: {
		way: 'object' as const,
		round: { box: { minX: 10, minY: 10, maxX: 90, maxY: 90 } },
		dabs: [],
	},
	ghost: FOUND,
}
const LIFTING = {
	state: () => LIFTED,
	set: () => {},
	callOff: () => {},
	nameNext: () => 'Lifted',
	say: () => {},
}

const SETTING = {
	get: () => letteringSlice.start,
	set: () => {},
}

const AGAIN = {
	state: () => againSlice.start,
	set: () => {},
	seek: () => {},
	leave: () => {},
	offer: () => {},
}

const MACHINES: readonly (readonly [string, Machine<never>])[] = [
	['Nodes', nodesMachine as Machine<never>],
	['Arrange pieces', arrangePiecesMachine as Machine<never>],
	['Arrange photos', arrangePhotosMachine as Machine<never>],
	['Pen', penMachine(() => 'Piece') as Machine<never>],
	['Pencil', pencilMachine(FREEHAND) as Machine<never>],
	['Gradient', gradientMachine as Machine<never>],
	['Lettering', letteringMachine(SETTING) as Machine<never>],
	['Same again', againMachine(AGAIN) as Machine<never>],
	['Take colour', takeColourMachine(SEEN) as Machine<never>],
	['Lift', liftMachine(LIFTING) as Machine<never>],
	['Straighten', straightenMachine as Machine<never>],
	['See here', seeHereMachine(() => {}) as Machine<never>],
	['Regions', regionsMachine(CHOOSING) as Machine<never>],
]

describe.each(MACHINES)('%s', (_, machine) => {
	test('a step changes nothing but what it gives back: the bench is only looked at', () => {
		fc.assert(
			fc.property(fc.array(anyEvent, { maxLength: 25 }), (events) => {
				const bench = handyBench(...OUTLINES)
				const calls = watched(bench)
				const before = bench.sheet()
				let state = machine.start
				for (const event of events) {
					const frozen = structuredClone(state)
					const turn = machine.step(state, event, bench)
					machine.hint(turn.state, bench)
					machine.overlay(turn.state, bench)
					machine.cursor(turn.state, bench)
					expect(state).toEqual(frozen)
					state = turn.state
				}
				expect(calls).toEqual([])
				expect(bench.sheet()).toBe(before)
			}),
			{ numRuns: cases(60) },
		)
	})

	test('whatever a hand does, the sheet stays sound, and undoing all of it gives the first one back', () => {
		fc.assert(
			fc.property(fc.array(anyEvent, { maxLength: 40 }), (events) => {
				const bench = handyBench(...OUTLINES)
				const first = bench.sheet()
				const tool = runMachine(machine, bench)
				for (const event of events) {
					if (event.on === 'key') tool.key(event.input)
					else if (event.on === 'kind') tool.makeKind?.(event.kind)
					else if (event.on === 'leave') tool.leave?.()
					else if (event.on === 'cancel') tool.cancel?.()
					else if (event.on === 'go-on') tool.goOn?.(event.contour)
					else if (event.on === 'rest') tool.rest()
					else if (event.on === 'wish') tool.wished?.()
					else if (event.on === 'undo') tool.undo?.()
					else if (event.on === 'redo') tool.redo?.()
					else if (event.on === 'double-click') tool.doubleClick(event.input)
					else tool[event.on](event.input)
					expect(typeof tool.hint()).toBe('string')
					tool.overlay()
				}
				tool.rest()
				bench.seal()
				while (bench.open.getState().history.past.length > 0) bench.open.undo()
				expect(bench.sheet()).toBe(first)
			}),
			{ numRuns: cases(60) },
		)
	})
})
