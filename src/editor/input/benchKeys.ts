import type { Point } from '@/core'
import type { Shortcut } from '@/editor/bench/definitions'
import type { Hold } from '@/editor/bench/desk'
import { fitBox, zoomAt } from '@/editor/bench/view'
import type { Workbench } from '@/editor/workbench/workbench'
import type { HeldKeys } from './gestures'

/** What the bench's own keys work on. */
export interface KeyContext {
	readonly workbench: Workbench
	readonly held: HeldKeys
	/** Where the pointer is, screen px. */
	pointer(): Point
}

/** A key that hides, shows or suspends something while it is held. */
export interface HoldKey extends Shortcut {
	readonly key: string
	readonly hold: Hold
}

export const HOLD_KEYS: readonly HoldKey[] = [
	{ key: 'h', hold: 'photo', keys: 'Hold H', does: 'Hide the photo' },
	{ key: 'j', hold: 'artwork', keys: 'Hold J', does: 'Hide the artwork' },
	{ key: 'k', hold: 'silhouette', keys: 'Hold K', does: 'Silhouette' },
	{ key: 'v', hold: 'loupe', keys: 'Hold V', does: 'Loupe: 8 × at the pointer' },
	{ key: 'g', hold: 'snapping', keys: 'Hold G', does: 'Snap to nothing' },
]

/** A key of the bench, whatever the tool. */
export interface BenchKey extends Shortcut {
	readonly press: readonly string[]
	/** Whether it goes on while the key is held. */
	readonly repeats?: boolean
	act(context: KeyContext): void
	/** The key was let go. */
	end?(context: KeyContext): void
}

const KEY_ZOOM = 1.4

export const BENCH_KEYS: readonly BenchKey[] = [
	{
		press: ['space'],
		keys: 'Hold Space',
		does: 'Drag to pan',
		act: ({ held }) => {
			held.pan = true
		},
		end: ({ held }) => {
			held.pan = false
		},
	},
	{
		press: ['z'],
		keys: 'Hold Z',
		does: 'Drag a box to zoom to it',
		act: ({ held }) => {
			held.zoomBox = true
		},
		end: ({ held }) => {
			held.zoomBox = false
		},
	},
	{ press: ['0'], keys: '0', does: 'Fit the sheet', act: ({ workbench }) => fitSheet(workbench) },
	{
		press: ['+', '='],
		keys: '+',
		does: 'Zoom in at the pointer',
		repeats: true,
		act: (context) => zoom(context, KEY_ZOOM),
	},
	{
		press: ['-'],
		keys: '−',
		does: 'Zoom out at the pointer',
		repeats: true,
		act: (context) => zoom(context, 1 / KEY_ZOOM),
	},
]

/** What is done without a key of the bench's. */
export const SEEING: readonly Shortcut[] = [{ keys: 'Wheel, Ctrl wheel', does: 'Scroll; zoom' }]

export const EVERYWHERE: readonly Shortcut[] = [
	{ keys: 'Ctrl Z, Ctrl Shift Z', does: 'Undo, redo' },
	{ keys: 'N, Shift N', does: 'Walk to the next node, or back' },
	{ keys: 'Alt and arrows on a piece', does: 'Change the order of pieces' },
	{ keys: 'Ctrl C, X, V', does: 'Copy, cut, paste pieces, or the nodes chosen as outlines' },
	{ keys: 'Ctrl S', does: 'Save the sheet as SVG' },
	{ keys: '/, Ctrl K', does: 'All actions by name' },
	{ keys: '?', does: 'This list' },
]

function zoom({ workbench, pointer }: KeyContext, factor: number): void {
	workbench.desk.setState(({ view }) => ({ view: zoomAt(view, pointer(), factor) }))
}

export function fitSheet({ open, desk }: Pick<Workbench, 'open' | 'desk'>): void {
	const { width, height } = open.sheet()
	desk.setState(({ size }) => ({
		view: fitBox({ minX: 0, minY: 0, maxX: width, maxY: height }, size),
	}))
}
