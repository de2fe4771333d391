import type { Point } from '@/core'
import type { Shortcut } from '@/editor/session/definitions'
import { isTracing } from '@/editor/session/desk'
import { zoomAt } from '@/editor/session/view'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { fitSheet } from '@/editor/workbench/fitSheet'
import type { Workbench } from '@/editor/workbench/workbench'
import { toggleCross } from './cross'

/** What the bench's own keys work on. */
export interface KeyContext {
	readonly workbench: Workbench
	/** Where the pointer is, screen px. */
	pointer(): Point
}

/** A key of the bench, whatever the tool. */
export interface BenchKey extends Shortcut {
	readonly taps: readonly string[]
	/** With Shift or without, where that makes a difference. */
	readonly shift?: boolean
	/** Whether it goes on while the key is held. */
	readonly repeats?: boolean
	/** Whether it only shows, so that it acts in the midst of a drag, too. */
	readonly shows?: boolean
	/** Whether it means something only where outlines are traced. */
	readonly traces?: boolean
	/** @returns `false` where it means nothing as the bench stands */
	act(context: KeyContext): boolean
}

const KEY_ZOOM = 1.4

export const BENCH_KEYS: readonly BenchKey[] = [
	{ taps: ['0'], keys: '0', does: 'Fit the sheet', act: fitSheetNow },
	{
		taps: ['+', '='],
		keys: '+',
		does: 'Zoom in at the pointer',
		repeats: true,
		shows: true,
		act: (context) => zoom(context, KEY_ZOOM),
	},
	{
		taps: ['-'],
		keys: '−',
		does: 'Zoom out at the pointer',
		repeats: true,
		shows: true,
		act: (context) => zoom(context, 1 / KEY_ZOOM),
	},
	{
		taps: ['n'],
		shift: false,
		repeats: true,
		traces: true,
		keys: 'N',
		does: 'Walk to the next node',
		act: ({ workbench }) => walk(workbench, 1),
	},
	{
		taps: ['n'],
		shift: true,
		repeats: true,
		traces: true,
		keys: 'Shift N',
		does: 'Walk back',
		act: ({ workbench }) => walk(workbench, -1),
	},
	{
		taps: [';'],
		keys: ';',
		does: 'Full canvas: cards and panels away or back',
		act: toggleFull,
	},
	{
		taps: ['g'],
		shift: true,
		traces: true,
		keys: 'Shift G',
		does: 'Snapping on or off',
		act: toggleSnapping,
	},
	{
		taps: ['enter'],
		shift: true,
		traces: true,
		keys: 'Shift Enter',
		does: 'A cross to place by keys: arrows, Enter clicks, P drags',
		act: ({ workbench }) => toggleCross(workbench),
	},
	{
		taps: ['/'],
		keys: '/, Ctrl K',
		does: 'All actions by name',
		act: search,
	},
]

/** What is done without a key of the bench's. */
export const SEEING: readonly Shortcut[] = [{ keys: 'Wheel, Ctrl wheel', does: 'Scroll; zoom' }]

export const EVERYWHERE: readonly Shortcut[] = [
	{ keys: 'Ctrl Z, Ctrl Shift Z', does: 'Undo, redo' },
	{ keys: 'Alt and arrows on a piece', does: 'Change the order of pieces' },
	{ keys: 'Ctrl C, X, V', does: 'Copy, cut, paste pieces, or the nodes chosen as outlines' },
	{ keys: 'Ctrl Shift V', does: 'Paste where it lay' },
	{ keys: 'Ctrl S', does: 'Save the sheet with its photos as a file' },
	{ keys: '?', does: 'This list' },
]

function zoom({ workbench, pointer }: KeyContext, factor: number): true {
	workbench.desk.setState(({ view }) => ({ view: zoomAt(view, pointer(), factor) }))
	return true
}

function fitSheetNow({ workbench }: KeyContext): true {
	fitSheet(workbench)
	return true
}

function toggleFull({ workbench: { desk } }: KeyContext): true {
	desk.setState(({ full }) => ({ full: !full }))
	return true
}

function toggleSnapping({ workbench: { desk } }: KeyContext): true {
	desk.setState(({ snaps }) => ({ snaps: !snaps }))
	return true
}

function search({ workbench: { desk } }: KeyContext): true {
	desk.setState({ searching: true })
	return true
}

/** The walk is Nodes' own: whatever tool is at hand is put down for it. */
function walk(workbench: Workbench, by: 1 | -1): boolean {
	if (!isTracing(workbench.desk.getState())) return false
	workbench.takeTool(nodesTool)
	const went = workbench.walk.step(by)
	workbench.refresh()
	return went
}
