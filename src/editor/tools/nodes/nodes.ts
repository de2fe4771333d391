import TimelineRounded from '@mui/icons-material/TimelineRounded'
import {
	type Box,
	distance,
	type HandleSide,
	type PathNode,
	type Point,
	type Snapped,
} from '@/core'
import type { Shortcut, ToolDef } from '@/editor/bench/definitions'
import { type Hit, hitTest } from '@/editor/bench/hitTest'
import {
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	select,
	stepBy,
	type Turn,
} from '@/editor/bench/machine'
import {
	type Bench,
	DRAG_PX,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/bench/tool'
import { selectContour } from '@/store/selection'
import { click, drag, type Held, take } from './held'
import { armHint, heldHint, hoverHint, whereHint } from './hints'
import { type Arm, armedHandle, NODES_KEYS, singleNode } from './keys'

interface NodesState {
	readonly held: Held | null
	readonly dragging: boolean
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
	readonly hover: Hit | null
	readonly box: Box | null
	readonly lasso: readonly Point[] | null
	readonly snap: Snapped | null
	readonly arm: Arm
}

const AT_REST = { held: null, dragging: false, box: null, lasso: null, snap: null } as const

/** Nodes edits what is there: nodes, handles and segments, one or many at a time. */
export const nodesMachine: Machine<NodesState> = {
	start: { ...AT_REST, run: 0, hover: null, arm: null },
	step: stepBy({
		down: press,
		move,
		up: letGo,
		doubleClick: (state, input, sight) => ({ state, effects: chooseOutline(input, sight) }),
		key: pressKey,
		rest: (state) => ({ state: { ...state, ...AT_REST, hover: null, arm: null } }),
	}),
	hint: ({ held, dragging, arm, hover }, sight) => {
		if (held && dragging) return heldHint(held.what)
		const handle = armedHandle(arm, sight)
		if (handle) return armHint(handle.side)
		return hoverHint(
			hover,
			sight.selection().nodes.size,
			whereHint(singleNode(sight), sight.sheet()),
		)
	},
	overlay: ({ box, lasso, dragging, hover, snap, arm }, sight) => {
		const handle = armedHandle(arm, sight)
		const shown = handle ? handleHit(handle) : hover
		return { ...NO_OVERLAY, box, lasso, hover: dragging ? null : shown, snapped: snap }
	},
	cursor: ({ hover }) => (hover?.kind === 'segment' ? 'grab' : hover ? 'move' : 'default'),
}

function press(state: NodesState, input: PointerInput, sight: Sight): Turn<NodesState> {
	const hover = look(input, sight)
	const { held, effects } = take(hover, input, sight)
	return {
		state: { ...state, ...AT_REST, run: state.run + 1, hover, arm: null, held },
		effects,
	}
}

function move(state: NodesState, input: PointerInput, sight: Sight): Turn<NodesState> {
	const { held, dragging, lasso } = state
	if (!held) return { state: { ...state, hover: look(input, sight) } }
	if (!dragging && distance(input.at, held.start) < DRAG_PX * input.pixel) return { state }
	const begins = !dragging && held.what === 'segment'
	const chosen = begins ? [select(selectContour(sight.sheet(), held.contour))] : []
	const { effects, snap = null, ...area } = drag(held, lasso, input, keyOf(state), sight)
	return { state: { ...state, ...area, dragging: true, snap }, effects: [...chosen, ...effects] }
}

function letGo(state: NodesState, input: PointerInput, sight: Sight): Turn<NodesState> {
	const { held, dragging, hover } = state
	const done = held && !dragging ? click(held, hover, input, sight) : []
	return {
		state: { ...state, ...AT_REST, hover: look(input, sight) },
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
	const key = NODES_KEYS.find(({ meets }) => meets(input))
	const pressed = key?.press(input, state.arm, sight)
	if (!pressed) return { state, unused: true }
	return { state: { ...state, arm: pressed.arm }, effects: pressed.effects }
}

function look(input: PointerInput, sight: Sight): Hit | null {
	return hitTest(sight.sheet(), sight.selection(), input.at, input.reach)
}

const keyOf = ({ run }: NodesState) => `nodes:${run}`

const handleHits = new WeakMap<Point, Hit>()

/** The handle that keys move, as something hovered: the same object for the same handle. */
function handleHit({ node, side, at }: { node: PathNode; side: HandleSide; at: Point }): Hit {
	const kept = handleHits.get(at)
	if (kept) return kept
	const hit: Hit = { kind: 'handle', id: node.id, side, at }
	handleHits.set(at, hit)
	return hit
}

const POINTING: readonly Shortcut[] = [
	{ keys: 'Alt-click a segment', does: 'Insert a node' },
	{ keys: 'Alt-click a node', does: 'Corner to smooth and back' },
	{ keys: 'Alt-drag a handle', does: 'Break it free' },
	{ keys: 'Alt-drag a node', does: 'Pull a missing handle out' },
	{ keys: 'Alt-drag beside', does: 'Lasso round nodes' },
	{ keys: 'Double-click', does: 'Select the outline' },
]

export function createNodes(bench: Bench): Tool {
	return runMachine(nodesMachine, bench)
}

export const nodesTool: ToolDef = {
	id: 'nodes',
	name: 'Nodes',
	key: 'e',
	icon: TimelineRounded,
	about: 'outlines',
	shortcuts: [...NODES_KEYS, ...POINTING],
	create: ({ bench }) => createNodes(bench),
}
