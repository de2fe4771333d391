import EditRounded from '@mui/icons-material/EditRounded'
import {
	appendNode,
	beginOutline,
	type Contour,
	closeOutline,
	distance,
	findNode,
	joinEnds,
	leaveStraight,
	moveHandle,
	type NodeKind,
	type PathNode,
	type Point,
	pickUpOutline,
	placeNode,
	pullClosingHandle,
	pullHandles,
	type Sheet,
	type Snapped,
	setKind,
	snapAngle,
} from '@/core'
import type { Shortcut, ToolDef } from '@/editor/session/definitions'
import { isKind } from '@/editor/session/holds'
import {
	apply,
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	select,
	stepBy,
	type Turn,
} from '@/editor/session/machine'
import { nextName } from '@/editor/session/nextName'
import {
	ANGLE_STEP,
	type Bench,
	DRAG_PX,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { late } from '@/kit/late'
import { selectContour } from '@/store/selection'
import { givingKind } from '../giveKind'
import { insertingAt } from '../insertAt'
import { sign, snapped } from '../snapped'
import { aim, drawnOutline, lastNode, type Target } from './aim'
import { alongIfThere } from './along'
import { aimHint, pressHint } from './hints'
import { endOpen, PEN_KEYS, pressKey } from './keys'
import { overlay, placeAt } from './overlay'
import { keyOf, type PenState, type Press } from './state'

/** The Pen places nodes one by one: a click a corner, a press and drag a smooth node. */
export function penMachine(nameNext: () => string): Machine<PenState> {
	return {
		start: {
			drawing: null,
			ended: null,
			press: null,
			run: 0,
			pointer: null,
			target: { do: 'place' },
			snap: null,
		},
		step: stepBy({
			down: (state, input, sight) => press(state, input, sight, nameNext),
			move,
			up: letGo,
			leave: (state) => ({ state: state.press ? state : { ...state, pointer: null } }),
			doubleClick: (state, _, sight) => endOpen(state, sight),
			key: pressKey,
			makeKind,
			goOn,
			rest: (state, sight) => {
				const { state: ended, effects = [] } = endOpen(state, sight)
				return { state: { ...ended, ended: null, pointer: null }, effects }
			},
		}),
		hint: ({ press: held, target, drawing, ended }, sight) => {
			const straight = sight.straightOnly()
			if (held) return pressHint(held, straight)
			const drawn = drawnOutline(drawing, sight) !== null
			return aimHint(target, { drawing: drawn, ended: ended !== null, straight })
		},
		inHand: ({ drawing }, sight) => {
			const drawn = drawnOutline(drawing, sight)
			return drawn && drawn.nodes.length > 1 ? drawn.id : null
		},
		overlay,
		cursor: ({ target }) => (target.do === 'place' ? 'crosshair' : 'pointer'),
	}
}

function press(
	before: PenState,
	input: PointerInput,
	sight: Sight,
	nameNext: () => string,
): Turn<PenState> {
	const drawn = drawnOutline(before.drawing, sight)
	const target = aim(drawn, input, sight)
	const run = before.run + 1
	const state: PenState = { ...before, run, pointer: input, ended: null, target, press: null }
	const last = lastNode(drawn)
	const sheet = sight.sheet()
	switch (target.do) {
		case 'place':
			return place(state, input, drawn, sight, nameNext)
		case 'close':
			return drawn ? close(state, input, drawn, sight) : { state }
		case 'turn-last':
			if (!drawn || !last) return { state }
			return { state: { ...state, press: heldAt('turn-last', drawn.id, last.id, last.at, input) } }
		case 'pick-up': {
			const { contour, node } = target
			const picked = pickUpOutline(sheet, contour, node)
			const at = findNode(picked, node)?.node.at ?? input.at
			return {
				state: { ...state, drawing: contour, press: heldAt('pick-up', contour, node, at, input) },
				effects: [
					apply('Pick up an outline', () => picked, keyOf(state)),
					select(selectContour(picked, contour, [node])),
				],
			}
		}
		case 'join':
			return drawn && last ? join(state, drawn, last, target.node, sight) : { state }
		case 'on-edge':
			return placeAtPoint(state, target.at, null, input, drawn, sight, nameNext)
		case 'along':
			return drawn ? goAlong(state, target, input, drawn, sight) : { state }
		case 'insert':
			return { state, effects: insertingAt(sheet, target.contour, target.index, target.t) }
		case 'give-kind':
			return { state, effects: givingKind(sheet, target.node, target.kind) }
	}
}

function place(
	state: PenState,
	input: PointerInput,
	drawn: Contour | null,
	sight: Sight,
	nameNext: () => string,
): Turn<PenState> {
	const { at, snap } = placeAt(input, lastNode(drawn), sight)
	return placeAtPoint(state, at, snap, input, drawn, sight, nameNext)
}

/** The drawn outline ends on an end of another one: both are one outline then. */
function join(
	state: PenState,
	drawn: Contour,
	last: PathNode,
	node: string,
	sight: Sight,
): Turn<PenState> {
	const sheet = sight.sheet()
	const there = findNode(sheet, node)?.node.at
	if (!there) return { state }
	const reached = appendNode(sheet, drawn.id, there)
	const joined = joinEnds(reached.sheet, new Set([reached.nodeId, node]), 'node')
	const one = findNode(joined, last.id)?.contour.id ?? drawn.id
	return {
		state: { ...state, drawing: null, ended: one, snap: null },
		effects: [
			apply('Join two outlines', () => joined, keyOf(state)),
			select(selectContour(joined, one)),
		],
	}
}

/** Goes on along the edge that the last node lies on, to where the pointer is. */
function goAlong(
	state: PenState,
	target: Target & { readonly do: 'on-edge' | 'along' },
	{ shift }: PointerInput,
	drawn: Contour,
	sight: Sight,
): Turn<PenState> {
	const gone = alongIfThere()?.goAlongEdge(sight.sheet(), drawn.id, target, {
		longer: shift,
	})
	if (!gone) return { state }
	return {
		state,
		effects: [
			apply('Go along an edge', () => gone.sheet, keyOf(state)),
			select(selectContour(gone.sheet, drawn.id, [gone.nodeId])),
		],
	}
}

function placeAtPoint(
	state: PenState,
	at: Point,
	snap: Snapped | null,
	input: PointerInput,
	drawn: Contour | null,
	sight: Sight,
	nameNext: () => string,
): Turn<PenState> {
	const sheet = sight.sheet()
	const placed = drawn ? appendNode(sheet, drawn.id, at) : beginOutline(sheet, at, nameNext())
	const { contourId, nodeId } = placed
	return {
		state: {
			...state,
			snap,
			drawing: contourId,
			press: heldAt('place', contourId, nodeId, at, input),
		},
		effects: [
			apply(drawn ? 'Place a node' : 'Begin an outline', () => placed.sheet, keyOf(state)),
			select(selectContour(placed.sheet, contourId, [nodeId])),
		],
	}
}

function close(state: PenState, input: PointerInput, drawn: Contour, sight: Sight): Turn<PenState> {
	const first = drawn.nodes[0]
	if (!first) return { state }
	return {
		// Closed it is drawn no more; where that is undone, drawing goes on.
		state: { ...state, press: heldAt('close', drawn.id, first.id, first.at, input) },
		effects: [
			apply('Close the outline', (sheet) => closeOutline(sheet, drawn.id), keyOf(state)),
			select(selectContour(sight.sheet(), drawn.id)),
		],
	}
}

function move(state: PenState, input: PointerInput, sight: Sight): Turn<PenState> {
	const { press: held } = state
	if (held) return pull({ ...state, pointer: input }, held, input, sight)
	const target = aim(drawnOutline(state.drawing, sight), input, sight)
	return { state: { ...state, pointer: input, target } }
}

/** A press that goes on: with straight segments alone it carries the corner, else it pulls handles. */
function pull(state: PenState, held: Press, input: PointerInput, sight: Sight): Turn<PenState> {
	const { kind, contour, node, start, kindGiven } = held
	const given = kindGiven ?? undefined
	if (!held.pulled && distance(input.at, start) < DRAG_PX * input.pixel) return { state }
	const pulled = { ...state, press: { ...held, pulled: true } }
	const key = keyOf(state)
	if (sight.straightOnly()) {
		if (kind !== 'place') return { state: { ...pulled, snap: null } }
		const found = snapped(sight, input.at, input)
		const carry = apply(placing(state, sight), (sheet) => placeNode(sheet, node, found.at), key)
		return { state: { ...pulled, snap: sign(found) }, effects: [carry] }
	}
	const found = input.shift ? null : snapped(sight, input.at, input, { levelWith: start })
	const to = found?.at ?? snapAngle(start, input.at, ANGLE_STEP)
	const effect = {
		// The placing itself is the step: pulling goes on with it.
		place: () =>
			apply(placing(state, sight), (sheet) => pullHandles(sheet, contour, node, to, given), key),
		close: () => apply('Close the outline', (s) => pullClosingHandle(s, contour, to, given), key),
		'turn-last': () =>
			apply('Turn a handle', (sheet) => turnedTo(sheet, contour, node, to, given), key),
		'pick-up': () =>
			apply('Pick up an outline', (sheet) => turnedTo(sheet, contour, node, to, given), key),
	}[kind]()
	return { state: { ...pulled, snap: found && sign(found) }, effects: [effect] }
}

/** The last node's outgoing handle turned, by itself unless the node was given a kind. */
function turnedTo(
	sheet: Sheet,
	contour: string,
	node: string,
	to: Point,
	kind: NodeKind = 'cusp',
): Sheet {
	if (kind === 'corner') return leaveStraight(sheet, contour)
	if (kind === 'cusp') return moveHandle(sheet, node, 'out', to, true)
	return moveHandle(setKind(sheet, new Set([node]), kind), node, 'out', to)
}

/** A kind's key in the midst of a pull: the node that is pulled becomes of it. */
function makeKind(state: PenState, kind: NodeKind, sight: Sight): Turn<PenState> {
	const { press: held, pointer } = state
	if (!held || !pointer || sight.straightOnly()) return { state, unused: true }
	const given = { ...held, kindGiven: kind }
	// Nothing is pulled yet: it will be of that kind.
	if (!held.pulled) return { state: { ...state, press: given } }
	return pull(state, given, pointer, sight)
}

/** What placing the last node is called: pulling its handles is a part of it. */
function placing({ drawing }: PenState, sight: Sight): string {
	const drawn = drawnOutline(drawing, sight)
	return drawn && drawn.nodes.length > 1 ? 'Place a node' : 'Begin an outline'
}

function letGo(state: PenState, input: PointerInput, sight: Sight): Turn<PenState> {
	const { press: held } = state
	const straight = held?.kind === 'turn-last' && !held.pulled
	const target = aim(drawnOutline(state.drawing, sight), input, sight)
	return {
		state: { ...state, pointer: input, press: null, snap: null, target },
		effects: [
			...(straight ? [apply('Leave straight', (sheet) => leaveStraight(sheet, held.contour))] : []),
			SEAL,
		],
	}
}

/** Drawing goes on at the end of an outline that another tool was drawing. */
function goOn(state: PenState, contour: string, sight: Sight): Turn<PenState> {
	const last = lastNode(drawnOutline(contour, sight))
	if (!last) return { state }
	return {
		state: { ...state, drawing: contour, ended: null },
		effects: [select(selectContour(sight.sheet(), contour, [last.id]))],
	}
}

function heldAt(
	kind: Press['kind'],
	contour: string,
	node: string,
	start: Point,
	{ hold }: PointerInput,
): Press {
	return { kind, contour, node, start, pulled: false, kindGiven: isKind(hold) ? hold : null }
}

const POINTING: readonly Shortcut[] = [
	{ keys: 'Click, drag', does: 'Corner, smooth node' },
	{ keys: 'Shift', does: 'Multiples of 45°' },
	{ keys: 'Click the last node', does: 'Next segment leaves straight' },
	{ keys: 'Double-click', does: 'End the outline open' },
]

export function createPen(bench: Bench, nameNext: () => string): Tool {
	return runMachine(penMachine(nameNext), bench)
}

export const penTool: ToolDef = {
	id: 'pen',
	name: 'Pen',
	says: 'Click corners, drag smooth nodes, one after the other round the object',
	key: 'd',
	icon: EditRounded,
	about: 'outlines',
	draws: true,
	places: true,
	holds: ['insert', 'along', 'corner', 'smooth', 'symmetric', 'cusp'],
	kindsInDrag: true,
	Options: late(() => import('./PenOptions').then((m) => m.PenOptions)),
	shortcuts: [...POINTING, ...PEN_KEYS],
	create: ({ bench, open }) => createPen(bench, () => nextName(open.sheet())),
}
