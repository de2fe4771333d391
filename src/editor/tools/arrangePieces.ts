import OpenWithRounded from '@mui/icons-material/OpenWithRounded'
import {
	type Affine,
	boxCorners,
	distance,
	type Point,
	type Sheet,
	type Snapped,
	subtract,
	turnAbout,
} from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import {
	type Corner,
	cornerScaling,
	FRAME_HINTS,
	FRAME_SHORTCUTS,
	gripOf,
	knobAngle,
	moveBy,
} from '@/editor/session/frame'
import { isOpenToEdits } from '@/editor/session/hitTest'
import { heldKey } from '@/editor/session/holds'
import {
	apply,
	type Effect,
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
	type Frame,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { chosenPieces, NOTHING, type Selection, withPieces } from '@/store/selection'
import {
	type Arranged,
	arrangedBy,
	bodyUnder,
	boxOfArranged,
	copyArranged,
	layArranged,
	removeArranged,
	saysArranged,
	selectionWithin,
} from './arranged'
import { ARROWS, NUDGES, nudgeStep } from './nudge'
import { offEdges, sign, snapped } from './snapped'

/** A copy made by a key lies this far from its original, px on screen. */
const COPY_PX = 12

type Grip =
	| { readonly what: 'corner'; readonly corner: Corner }
	| { readonly what: 'knob' }
	/** What moves as a whole: a piece, its group, or one outline of it. */
	| { readonly what: 'body'; readonly body: Arranged }

/** What the button holds, and how things lay when it took hold. */
interface Held {
	readonly grip: Grip
	readonly start: Point
	readonly base: Sheet
	readonly what: Arranged
	readonly frame: Frame
}

interface ArrangeState {
	readonly held: Held | null
	readonly dragging: boolean
	readonly over: Grip | null
	readonly snap: Snapped | null
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
	/** Pieces to be let go if the press does not become a drag. */
	readonly letGo: ReadonlySet<string> | null
}

const AT_REST = { held: null, dragging: false, snap: null, letGo: null } as const

/** Arrange, where pieces are worked on: moves, scales, turns and copies them whole. */
export const arrangePiecesMachine: Machine<ArrangeState> = {
	start: { ...AT_REST, over: null, run: 0 },
	step: stepBy({
		down: press,
		move,
		up: letGo,
		doubleClick: (state, { at }, sight) => {
			const inside = selectionWithin(sight.sheet(), at)
			return { state, effects: inside ? [select(inside)] : [] }
		},
		leave: (state) => ({ state: { ...state, over: null } }),
		key: (state, input, sight) => {
			const effects = pressKey(input, sight)
			return effects ? { state, effects } : { state, unused: true }
		},
		rest: (state) => ({ state: { ...state, ...AT_REST, over: null } }),
	}),
	hint: ({ held, dragging, over }, sight) =>
		hintFor(dragging ? (held?.grip ?? null) : null, over, atHand(sight)),
	overlay: ({ snap }, sight) => ({
		...NO_OVERLAY,
		frame: frameOf(sight.sheet(), atHand(sight)),
		snapped: snap,
	}),
	cursor: ({ over }) =>
		over?.what === 'corner'
			? 'nwse-resize'
			: over?.what === 'knob'
				? 'grab'
				: over
					? 'move'
					: 'default',
}

export function createArrangePieces(bench: Bench): Tool {
	return runMachine(arrangePiecesMachine, bench)
}

function atHand(sight: Sight): Arranged {
	return arrangedBy(sight.sheet(), sight.selection())
}

function look(input: PointerInput, sight: Sight): Grip | null {
	const sheet = sight.sheet()
	const now = atHand(sight)
	const frame = frameOf(sheet, now)
	const grip = frame && gripOf(frame, input)
	if (grip === 'knob') return { what: 'knob' }
	if (typeof grip === 'number') return { what: 'corner', corner: grip }
	const body = bodyUnder(sheet, now, input.at)
	return body && { what: 'body', body }
}

function press(before: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const sheet = sight.sheet()
	const over = look(input, sight)
	const selection = sight.selection()
	const chosen = selectionAfter(over, input.shift, selection)
	const what = arrangedBy(sheet, chosen)
	const frame = frameOf(sheet, what)
	// What is chosen is let go by a click, not by a drag that begins on it.
	const again =
		input.shift && over?.what === 'body' && !over.body.nodes && isChosen(over.body, selection)
	return {
		state: {
			...before,
			...AT_REST,
			run: before.run + 1,
			over,
			letGo: again ? over.body.pieces : null,
			held: over && frame && { grip: over, start: input.at, base: sheet, what, frame },
		},
		effects: chosen === selection ? [] : [select(chosen)],
	}
}

/** A press on a piece chooses it; with Shift it joins those that are chosen; beside all it lets go. */
function selectionAfter(over: Grip | null, shift: boolean, selection: Selection): Selection {
	if (!over) return shift ? selection : NOTHING
	if (over.what !== 'body' || isChosen(over.body, selection)) return selection
	const before = shift ? chosenPieces(selection) : []
	return withPieces([...before, ...over.body.pieces])
}

function isChosen({ pieces, outline, nodes }: Arranged, selection: Selection): boolean {
	const chosen = chosenPieces(selection)
	return outline !== undefined || nodes !== undefined || [...pieces].every((id) => chosen.has(id))
}

function move(state: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const { held, dragging } = state
	if (!held) return { state: { ...state, over: look(input, sight) } }
	if (!dragging && distance(input.at, held.start) < DRAG_PX * input.pixel) return { state }
	const copies = !dragging && input.hold === 'copy' && held.grip.what === 'body'
	const copied = copies ? copying(held.base, held.what, 0) : null
	const now = copied ? { ...held, base: copied.sheet, what: copied.what } : held
	const { effect, snap = null } = drag(now, input, `arrange-pieces:${state.run}`, sight)
	return {
		state: { ...state, held: now, dragging: true, snap },
		effects: [...(copied?.effects ?? []), effect],
	}
}

function drag(
	{ grip, start, base, what, frame }: Held,
	input: PointerInput,
	key: string,
	sight: Sight,
): { effect: Effect; snap?: Snapped | null } {
	const lay = (label: string, map: Affine) =>
		apply(`${label} ${saysArranged(what)}`, () => layArranged(base, what, map), key)
	switch (grip.what) {
		case 'body': {
			const by = moveBy(subtract(input.at, start), input)
			// What snaps is the frame's upper left corner: that is what one lines up.
			const corner = frame.corners[0]
			const found = snapped(offEdges(sight), [corner[0] + by[0], corner[1] + by[1]], input)
			const [dx, dy] = subtract(found.at, corner)
			return { effect: lay('Move', [1, 0, 0, 1, dx, dy]), snap: sign(found) }
		}
		case 'corner':
			return { effect: lay('Scale', cornerScaling(frame, grip.corner, input)) }
		case 'knob': {
			const [a, , c] = frame.corners
			const centre: Point = [(a[0] + c[0]) / 2, (a[1] + c[1]) / 2]
			return { effect: lay('Turn', turnAbout(centre, knobAngle(centre, start, input, 0))) }
		}
	}
}

function letGo(state: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const left = state.dragging ? null : state.letGo
	const rest = [...chosenPieces(sight.selection())].filter((id) => !left?.has(id))
	return {
		state: { ...state, ...AT_REST, over: look(input, sight) },
		effects: [...(left ? [select(withPieces(rest))] : []), SEAL],
	}
}

/** Copies what is at hand, and chooses the copies. */
function copying(sheet: Sheet, what: Arranged, by: number) {
	const made = copyArranged(sheet, what, [by, by])
	return {
		...made,
		effects: [apply(`Copy ${saysArranged(what)}`, () => made.sheet), select(made.selection)],
	}
}

/** @returns what a key does; `null` where it means nothing */
function pressKey(input: KeyInput, sight: Sight): readonly Effect[] | null {
	const sheet = sight.sheet()
	const what = atHand(sight)
	const nothing = what.pieces.size === 0
	if (input.mod && input.key === 'd' && !nothing) return copying(sheet, what, COPY_PX).effects
	if (input.mod && input.key === 'a')
		return [select(withPieces(sheet.pieces.filter(isOpenToEdits).map(({ id }) => id)))]
	if (input.mod || nothing) return null
	// First the nodes, then their piece.
	if (input.key === 'escape')
		return [select(what.nodes ? { ...sight.selection(), nodes: new Set() } : NOTHING)]
	if (input.key === 'delete' || input.key === 'backspace')
		return [apply(`Delete ${saysArranged(what)}`, (now) => removeArranged(now, what))]
	const way = ARROWS[input.key]
	if (!way) return null
	const step = nudgeStep(input)
	const map: Affine = [1, 0, 0, 1, way[0] * step, way[1] * step]
	const run = `nudge-pieces:${keyOf(what)}`
	return [apply(`Nudge ${saysArranged(what)}`, (now) => layArranged(now, what, map), run)]
}

const keyOf = ({ outline, nodes, pieces }: Arranged) => outline ?? [...(nodes ?? pieces)].join()

const frames = new WeakMap<Sheet, { readonly key: string; readonly frame: Frame | null }>()

/** The upright frame round what is at hand: the same object while nothing moved, so that nothing is drawn anew. */
function frameOf(sheet: Sheet, what: Arranged): Frame | null {
	const key = keyOf(what)
	const kept = frames.get(sheet)
	if (kept?.key === key) return kept.frame
	const box = boxOfArranged(sheet, what)
	const frame = box && { corners: boxCorners(box), locked: false }
	frames.set(sheet, { key, frame })
	return frame
}

function hintFor(
	held: Grip | null,
	over: Grip | null,
	{ pieces, outline, nodes }: Arranged,
): string {
	switch (held?.what) {
		case 'corner':
		case 'knob':
			return FRAME_HINTS[held.what].held
		case 'body':
			return `Moving. Shift: only across or only down. ${heldKey('finely')}: snap to nothing.`
	}
	switch (over?.what) {
		case 'corner':
		case 'knob':
			return FRAME_HINTS[over.what].over
		case 'body':
			if (over.body.nodes)
				return `Drag: move the ${over.body.nodes.size} chosen nodes. Corners scale them, the knob turns them. Esc: the whole piece.`
			return over.body.pieces.size > 1
				? `Click: choose the group, double-click: this piece. Drag: move. ${heldKey('copy')}: move a copy.`
				: `Click: choose it, Shift: one more, double-click: an opening. Drag: move. ${heldKey('copy')}: a copy.`
	}
	if (nodes)
		return `The frame is about ${nodes.size} nodes: corners scale them, the knob turns them, arrows nudge. Esc: the whole piece.`
	if (outline)
		return 'Drag the opening. Arrows nudge it 1 px, Shift 10. Ctrl D copies it. Click beside: let go.'
	return pieces.size > 0
		? 'Arrows nudge 1 px, Shift 10. Ctrl D copies. Delete removes. Click beside: let go.'
		: 'Click a piece to choose it, Shift-click for several. Ctrl A: all.'
}

export const arrangePiecesTool: ToolDef = {
	id: 'arrange',
	name: 'Arrange',
	says: 'Move, scale and turn whole pieces, or the chosen nodes, by their frame',
	key: 'm',
	icon: OpenWithRounded,
	about: 'pieces',
	holds: ['copy', 'apart'],
	shortcuts: [
		...FRAME_SHORTCUTS,
		{ keys: 'Shift-click', does: 'Choose one more' },
		{ keys: 'Double-click', does: 'Choose one piece of a group, or an opening' },
		{ keys: 'Ctrl D', does: 'Copy' },
		{ keys: 'Arrows', does: NUDGES, taps: Object.keys(ARROWS) },
		{ keys: 'Delete', does: 'Remove what is chosen', taps: ['delete', 'backspace'] },
		{ keys: 'Esc', does: 'Let go: of nodes first', taps: ['escape'] },
		{ keys: 'Ctrl A', does: 'Choose all' },
	],
	create: ({ bench }) => createArrangePieces(bench),
}
