import { expect, test } from 'vitest'
import type { Hit } from '@/editor/session/hitTest'
import { forFingers, HOLDS, type PressHold } from '@/editor/session/holds'
import { pressedHint, runHint } from './edgePen/hints'
import { liftHint, pressedLiftHint } from './lift/hints'
import { liftSlice } from './lift/liftSlice'
import { heldHint, hoverHint } from './nodes/hints'
import { aimHint, pressHint } from './pen/hints'

/** What stands in the line under a canvas of 748 px without being cut off, signs. */
const LINE = 118

const LIFTED = { way: 'object', round: { lasso: [] }, dabs: [] } as const
const WHERE = 'Outline 12 of 14, node 13 of 27, symmetric. '
const hit = (kind: string) => ({ kind }) as Hit
const holds = [null, ...HOLDS.map(({ hold }) => hold as PressHold)]

test.each([
	...(['place', 'hand', 'move', 'insert'] as const).map(pressedHint),
	...(['nothing', 'first', 'pin', 'last', 'way', 'end'] as const).flatMap((over) =>
		(['known', 'coming', 'failed', 'hidden', 'no photo'] as const).flatMap((there) =>
			[true, false].flatMap((running) =>
				[true, false].map((closed) => runHint({ over, running, closed }, there)),
			),
		),
	),
	...(['box', 'lasso', 'dab', 'spread'] as const).map(pressedLiftHint),
	...(['object', 'colour'] as const).flatMap((way) =>
		[null, LIFTED].flatMap((asked) =>
			(['within', 'beyond'] as const).flatMap((where) =>
				[true, false].flatMap((less) =>
					[true, false].map((busy) => {
						const wish = { ...liftSlice.start.wish, way }
						return liftHint({ ...liftSlice.start, wish, asked, busy }, where, less)
					}),
				),
			),
		),
	),
	...(['nodes', 'handle', 'segment', 'pull', 'kind', 'box', 'lasso'] as const).map((what) =>
		heldHint(what),
	),
	heldHint('nodes', true),
	...[null, hit('node'), hit('handle'), hit('segment')].flatMap((hover) =>
		holds.flatMap((hold) => [hoverHint(hover, hold, 0, ''), hoverHint(hover, hold, 1, WHERE)]),
	),
	...(['place', 'close', 'turn-last', 'pick-up'] as const).flatMap((kind) =>
		[true, false].flatMap((pulled) =>
			[true, false].map((straight) => pressHint({ kind, pulled }, straight)),
		),
	),
	...(
		[
			'place',
			'close',
			'turn-last',
			'pick-up',
			'insert',
			'give-kind',
			'join',
			'on-edge',
			'along',
		] as const
	).flatMap((what) =>
		[true, false].flatMap((drawing) =>
			[true, false].map((straight) =>
				aimHint({ do: what, kind: 'symmetric' } as Parameters<typeof aimHint>[0], {
					drawing,
					ended: !drawing,
					straight,
				}),
			),
		),
	),
])('fits its line: %s', (hint) => {
	expect(hint.length).toBeLessThanOrEqual(LINE)
})

test('hands without keys are told of buttons', () => {
	expect(forFingers(hoverHint(hit('node'), null, 0, ''))).toContain('Hold “Pull” and drag')
	expect(forFingers('Click: a corner. Shift: multiples of 45°. Enter: finish. Esc: let go.')).toBe(
		'Tap: a corner. Hold “Add, 45°”: multiples of 45°.',
	)
	expect(forFingers('Ctrl and wheel, or pinch: zoom. 0: fit the sheet.')).toBe('Pinch: zoom.')
	expect(forFingers('Hold Space: pan.')).toBe('Hold Space: pan.')
})
