import TimelineRounded from '@mui/icons-material/TimelineRounded'
import {
	type Box,
	distance,
	type HandleSide,
	type NodeKind,
	type PathNode,
	type Point,
	type Snapped,
} from '@/core'
import type { Shortcut, ToolDef } from '@/editor/session/definitions'
import { type Hit, hitTest } from '@/editor/session/hitTest'
import type { PressHold } from '@/editor/session/holds'
import {
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	select,
	stepBy,
	type Turn,
} from '@/editor/session/machine'
import {
	type Bench,
	DRAG_PX,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { selectContour } from '@/store/selection'
import { noteAt } from '../noteAt'
import { click, drag, drop, type Held, take } from './held'
import { armHint, heldHint, hoverHint, whereHint } from './hints'
import { type Arm, armedHandle, NODES_KEYS, nodesKey, singleNode } from './keys'

interface NodesState {
	readonly held: Held | null
	readonly dragging: boolean
	/** Where the drag is, and the kind that was given to what it drags. */
	readonly last: PointerInput | null
	readonly kind: NodeKind | null
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
	readonly hover: Hit | null
	/** What a press would mean by the key that is held. */
	readonly hold: PressHold | null
	readonly box: Box | null
	readonly lasso: readonly Point[] | null
	readonly snap: Snapped | null
	readonly arm: Arm
}

const AT_REST = {
	held: null,
	dragging: false,
	last: null,
	kind: null,
	box: null,
	lasso: null,
	snap: null,
} as const

/** Nodes edits what is there: nodes, handles and segments, one or many at a time. */
export const nodesMachine: Machine<NodesState> = {
	start: { ...AT_REST, run: 0, hover: null, hold: null, arm: null },
	step: stepBy({
		down: press,
		move,
		up: letGo,
		leave: (state) => ({ state: { ...state, hover: null } }),
		doubleClick: (state, input, sight) => ({ state, effects: chooseOutline(input, sight) }),
		key: pressKey,
		makeKind,
		rest: (state) => ({ state: { ...state, ...AT_REST, hover: null, hold: null, arm: null } }),
	}),
	hint: ({ held, dragging, arm, hover, hold }, sight) => {
		if (held && dragging) return heldHint(held.what, held.what === 'nodes' && held.joins !== null)
		const handle = armedHandle(arm, sight)
		if (handle) return armHint(handle.side)
		return hoverHint(
			hover,
			hold,
			sight.selection().nodes.size,
			whereHint(singleNode(sight), sight.sheet()),
		)
	},
	overlay: ({ held, box, lasso, dragging, hover, snap, arm }, sight) => {
		const handle = armedHandle(arm, sight)
		const shown = handle ? handleHit(handle) : hover
		const joins = dragging && held?.what === 'nodes' && held.joins !== null
		const note = joins && snap ? noteAt(snap.at, 'joins') : null
		return { ...NO_OVERLAY, box, lasso, hover: dragging ? null : shown, snapped: snap, note }
	},
	cursor: ({ hover, hold }) => {
		if (hold) return means(hold, hover) ? 'pointer' : 'crosshair'
		return hover?.kind === 'segment' ? 'grab' : hover ? 'move' : 'default'
	},
}

function press(state: NodesState, input: PointerInput, sight: Sight): Turn<NodesState> {
	const hover = look(input, sight)
	const begun = { ...state, ...AT_REST, run: state.run + 1, hover, arm: null, last: input }
	const { held, effects } = take(hover, input, keyOf(begun), sight)
	return { state: { ...begun, held }, effects }
}

function move(state: NodesState, input: PointerInput, sight: Sight): Turn<NodesState> {
	const { held, dragging } = state
	if (!held) return { state: { ...state, hold: input.hold, hover: look(input, sight) } }
	if (!dragging && distance(input.at, held.start) < DRAG_PX * input.pixel) return { state }
	const begins = !dragging && held.what === 'segment'
	const chosen = begins ? [select(selectContour(sight.sheet(), held.contour))] : []
	const { state: next, effects = [] } = goOn(state, held, input, sight)
	return { state: next, effects: [...chosen, ...effects] }
}

/** The drag comes to a place. */
function goOn(state: NodesState, held: Held, input: PointerInput, sight: Sight): Turn<NodesState> {
	const { lasso, kind } = state
	const { effects, snap = null, ...now } = drag(held, lasso, input, kind, keyOf(state), sight)
	return { state: { ...state, ...now, last: input, dragging: true, snap }, effects }
}

/** A kind's key in the midst of a drag: the node that is dragged, or whose handle is, becomes of it. */
function makeKind(state: NodesState, kind: NodeKind, sight: Sight): Turn<NodesState> {
	const { held, last } = state
	const takesIt = held?.what === 'nodes' || held?.what === 'handle' || held?.what === 'pull'
	if (!takesIt || !last) return { state, unused: true }
	return goOn({ ...state, kind }, held, last, sight)
}

function letGo(state: NodesState, input: PointerInput, sight: Sight): Turn<NodesState> {
	const { held, dragging, hover } = state
	const done = !held
		? []
		: dragging
			? drop(held, keyOf(state), sight)
			: click(held, hover, input, sight)
	return {
		state: { ...state, ...AT_REST, hold: input.hold, hover: look(input, sight) },
		effects: [...done, SEAL],
	}
}

function chooseOutline(input: PointerInput, sight: Sight) {
	const hit = look(input, sight)
	if (hit?.kind !== 'segment' && hit?.kind !== 'node') return []
	const { id, nodes } = hit.contour
	const all = nodes.map((node) => node.id)
	return [select(selectContour(sight.sheet(), id, all))]
}

function pressKey(state: NodesState, input: KeyInput, sight: Sight): Turn<NodesState> {
	const pressed = nodesKey(input)?.press(input, state.arm, sight)
	if (!pressed) return { state, unused: true }
	return { state: { ...state, arm: pressed.arm }, effects: pressed.effects }
}

function look(input: PointerInput, sight: Sight): Hit | null {
	return hitTest(sight.sheet(), sight.selection(), input.at, input.reach)
}

/** Whether a press on what is hovered does what is held. */
function means(hold: PressHold, hover: Hit | null): boolean {
	if (hold === 'insert') return hover?.kind === 'segment'
	return hold !== 'lasso' && hover?.kind === 'node'
}

const keyOf = ({ run }: Pick<NodesState, 'run'>) => `nodes:${run}`

const handleHits = new WeakMap<Point, Hit>()

/** The handle that keys move, as something hovered: the same object for the same handle. */
function handleHit({ node, side, at }: { node: PathNode; side: HandleSide; at: Point }): Hit {
	const kept = handleHits.get(at)
	if (kept) return kept
	const hit: Hit = { kind: 'handle', id: node.id, side, at }
	handleHits.set(at, hit)
	return hit
}

const POINTING: readonly Shortcut[] = [{ keys: 'Double-click', does: 'Select the outline' }]

export function createNodes(bench: Bench): Tool {
	return runMachine(nodesMachine, bench)
}

export const nodesTool: ToolDef = {
	id: 'nodes',
	name: 'Nodes',
	says: 'Drag nodes, handles and segments; click to choose them',
	key: 'e',
	icon: TimelineRounded,
	about: 'outlines',
	holds: ['insert', 'pull', 'lasso', 'corner', 'smooth', 'symmetric', 'cusp'],
	kindsInDrag: true,
	shortcuts: [...NODES_KEYS, ...POINTING],
	create: ({ bench }) => createNodes(bench),
}
