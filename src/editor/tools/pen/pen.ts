import EditRounded from '@mui/icons-material/EditRounded'
import {
	add,
	appendNode,
	beginOutline,
	type Contour,
	type Cubic,
	closeOutline,
	distance,
	dropLoneNode,
	findContour,
	findNode,
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
	scale,
	setKind,
	snapAngle,
	subtract,
	takeBackNode,
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
	takeBack,
} from '@/editor/session/machine'
import { nextName } from '@/editor/session/nextName'
import {
	ANGLE_STEP,
	type Bench,
	DRAG_PX,
	type KeyInput,
	NO_OVERLAY,
	type Overlay,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { late } from '@/kit/late'
import { selectContour } from '@/store/selection'
import { givingKind } from '../giveKind'
import { insertingAt } from '../insertAt'
import { sign, snapped } from '../snapped'
import { aim, drawnOutline, lastNode, type Target } from './aim'
import { aimHint, pressHint } from './hints'

interface Press {
	readonly kind: 'place' | 'close' | 'turn-last' | 'pick-up'
	readonly contour: string
	readonly node: string
	readonly start: Point
	readonly pulled: boolean
	/** The kind that the node was given by a key. */
	readonly kindGiven: NodeKind | null
}

/** Which outline is being drawn, and the press that is under way; all else is in the sheet. */
interface PenState {
	readonly drawing: string | null
	/** The outline that was ended open last: Enter closes it. */
	readonly ended: string | null
	readonly press: Press | null
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
	readonly pointer: PointerInput | null
	readonly target: Target
	readonly snap: Snapped | null
}

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

/** Ends the outline that is being drawn, open; a single node is dropped. */
function endOpen(state: PenState, sight: Sight): Turn<PenState> {
	const drawn = drawnOutline(state.drawing, sight)
	const rested: PenState = { ...state, drawing: null, press: null }
	if (!drawn) return { state: rested }
	const { id, nodes } = drawn
	if (nodes.length < 2)
		return {
			state: rested,
			effects: [takeBack('Drop a single node', (sheet) => dropLoneNode(sheet, id))],
		}
	return {
		state: { ...rested, ended: id },
		effects: [select(selectContour(sight.sheet(), id))],
	}
}

/** A key of the Pen; it answers where `press` gives a turn. */
interface PenKey extends Shortcut {
	readonly taps: readonly string[]
	/** Not with Shift. */
	readonly shift?: false
	readonly press: (state: PenState, sight: Sight) => Turn<PenState> | null
}

const PEN_KEYS: readonly PenKey[] = [
	{
		taps: ['enter'],
		shift: false,
		keys: 'Enter',
		does: 'End the outline open; again: close it',
		press: (state, sight) => {
			if (drawnOutline(state.drawing, sight)) return endOpen(state, sight)
			const { ended } = state
			if (ended === null) return null
			const closing = apply('Close the outline', (sheet) => closeOutline(sheet, ended))
			return { state: { ...state, ended: null }, effects: [closing] }
		},
	},
	{
		taps: ['escape'],
		keys: 'Esc',
		does: 'Let go',
		press: (state, sight) => (drawnOutline(state.drawing, sight) ? endOpen(state, sight) : null),
	},
	{
		taps: ['backspace', 'delete'],
		keys: 'Backspace',
		does: 'Take the last node back',
		press: (state, sight) => {
			const drawn = drawnOutline(state.drawing, sight)
			if (!drawn) return null
			const less = takeBackNode(sight.sheet(), drawn.id)
			const last = lastNode(findContour(less, drawn.id)?.contour ?? null)
			return {
				state,
				effects: [
					apply('Take the last node back', () => less),
					select(selectContour(less, drawn.id, last ? [last.id] : [])),
				],
			}
		},
	},
]

function pressKey(state: PenState, { key, mod, shift }: KeyInput, sight: Sight): Turn<PenState> {
	const own = mod
		? undefined
		: PEN_KEYS.find(({ taps, shift: wanted }) => taps.includes(key) && (wanted ?? shift) === shift)
	return own?.press(state, sight) ?? { state, unused: true }
}

/** The next segment as it would become, the inside as it would fill, what a point snapped to. */
function overlay(state: PenState, sight: Sight): Overlay {
	const { press: held, pointer, target, snap } = state
	if (held) return { ...NO_OVERLAY, snapped: snap }
	const drawn = drawnOutline(state.drawing, sight)
	const last = lastNode(drawn)
	const first = drawn?.nodes[0]
	if (!pointer) return NO_OVERLAY
	if (target.do === 'close' && first && drawn && last)
		return { ...NO_OVERLAY, preview: segmentTo(last, first.at, first.in), filled: drawn.id }
	if (target.do !== 'place') return NO_OVERLAY
	const placed = placeAt(pointer, last, sight)
	const preview = last ? segmentTo(last, placed.at, undefined) : null
	return { ...NO_OVERLAY, preview, snapped: placed.snap }
}

/** Where a click would place a node: with Shift, in a kept direction from the last one. */
function placeAt(
	input: PointerInput,
	last: PathNode | undefined,
	sight: Sight,
): { at: Point; snap: Snapped | null } {
	if (input.shift && last) return { at: snapAngle(last.at, input.at, ANGLE_STEP), snap: null }
	const found = snapped(sight, input.at, input)
	return { at: found.at, snap: sign(found) }
}

function segmentTo(from: PathNode, to: Point, into: Point | undefined): Cubic {
	if (!from.out && !into)
		return [from.at, add(from.at, scale(subtract(to, from.at), 1 / 3)), to, to]
	return [from.at, from.out ?? from.at, into ?? to, to]
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

const keyOf = ({ run }: PenState) => `pen:${run}`

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
	key: 'd',
	icon: EditRounded,
	about: 'outlines',
	draws: true,
	places: true,
	holds: ['insert', 'corner', 'smooth', 'symmetric', 'cusp'],
	kindsInDrag: true,
	Options: late(() => import('./PenOptions').then((m) => m.PenOptions)),
	shortcuts: [...POINTING, ...PEN_KEYS],
	create: ({ bench, open }) => createPen(bench, () => nextName(open.sheet())),
}
