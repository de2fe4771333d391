import OpenWithRounded from '@mui/icons-material/OpenWithRounded'
import {
	type Affine,
	boundsOf,
	boxCorners,
	distance,
	duplicatePieces,
	joinBoxes,
	type Point,
	removePieces,
	type Sheet,
	type Snapped,
	subtract,
	transformPieces,
	turnAbout,
} from '@/core'
import type { ToolDef } from '@/editor/bench/definitions'
import {
	type Corner,
	cornerScaling,
	FRAME_HINTS,
	FRAME_SHORTCUTS,
	gripOf,
	knobAngle,
	moveBy,
} from '@/editor/bench/frame'
import { isOpenToEdits, pieceUnder } from '@/editor/bench/hitTest'
import { heldKey } from '@/editor/bench/holds'
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
} from '@/editor/bench/machine'
import {
	type Bench,
	DRAG_PX,
	type Frame,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/bench/tool'
import { chosenPieces, NOTHING, type Selection, withPiece } from '@/store/selection'
import { ARROWS, NUDGES, nudgeStep } from './nudge'
import { sign, snapped } from './snapped'

/** A copy made by a key lies this far from its original, px on screen. */
const COPY_PX = 12

type Grip =
	| { readonly what: 'corner'; readonly corner: Corner }
	| { readonly what: 'knob' }
	| { readonly what: 'piece'; readonly piece: string }

/** What the button holds, and how things lay when it took hold. */
interface Held {
	readonly grip: Grip
	readonly start: Point
	readonly base: Sheet
	readonly ids: ReadonlySet<string>
	readonly frame: Frame
}

interface ArrangeState {
	readonly held: Held | null
	readonly dragging: boolean
	readonly over: Grip | null
	readonly snap: Snapped | null
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
	/** A piece to be let go if the press does not become a drag. */
	readonly letGo: string | null
}

const AT_REST = { held: null, dragging: false, snap: null, letGo: null } as const

/** Arrange, where pieces are worked on: moves, scales, turns and copies whole pieces. */
export const arrangePiecesMachine: Machine<ArrangeState> = {
	start: { ...AT_REST, over: null, run: 0 },
	step: stepBy({
		down: press,
		move,
		up: letGo,
		leave: (state) => ({ state: { ...state, over: null } }),
		key: (state, input, sight) => {
			const effects = pressKey(input, sight)
			return effects ? { state, effects } : { state, unused: true }
		},
		rest: (state) => ({ state: { ...state, ...AT_REST, over: null } }),
	}),
	hint: ({ held, dragging, over }, sight) =>
		hintFor(dragging ? (held?.grip ?? null) : null, over, chosenIn(sight.sheet(), sight).size),
	overlay: ({ snap }, sight) => ({
		...NO_OVERLAY,
		frame: frameOf(sight.sheet(), chosenIn(sight.sheet(), sight)),
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

/** The pieces chosen that can be changed. */
function chosenIn(
	{ pieces }: Sheet,
	sight: Sight,
	selection: Selection = sight.selection(),
): Set<string> {
	const ids = chosenPieces(selection)
	return new Set(pieces.filter((p) => ids.has(p.id) && isOpenToEdits(p)).map((p) => p.id))
}

function look(input: PointerInput, sight: Sight): Grip | null {
	const sheet = sight.sheet()
	const frame = frameOf(sheet, chosenIn(sheet, sight))
	const grip = frame && gripOf(frame, input)
	if (grip === 'knob') return { what: 'knob' }
	if (typeof grip === 'number') return { what: 'corner', corner: grip }
	const piece = pieceUnder(sheet, input.at)
	return piece && { what: 'piece', piece: piece.id }
}

function press(before: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const sheet = sight.sheet()
	const over = look(input, sight)
	const selection = sight.selection()
	const chosen = selectionAfter(over, input.shift, selection)
	const ids = chosenIn(sheet, sight, chosen)
	const frame = frameOf(sheet, ids)
	// One that is chosen is let go by a click, not by a drag that begins on it.
	const again = input.shift && over?.what === 'piece' && chosenPieces(selection).has(over.piece)
	return {
		state: {
			...before,
			...AT_REST,
			run: before.run + 1,
			over,
			letGo: again ? over.piece : null,
			held: over && frame && { grip: over, start: input.at, base: sheet, ids, frame },
		},
		effects: chosen === selection ? [] : [select(chosen)],
	}
}

/** A press on a piece chooses it; with Shift it joins those that are chosen; beside all it lets go. */
function selectionAfter(over: Grip | null, shift: boolean, selection: Selection): Selection {
	if (!over) return shift ? selection : NOTHING
	if (over.what !== 'piece' || chosenPieces(selection).has(over.piece)) return selection
	return shift ? withPiece(selection, over.piece) : { ...NOTHING, piece: over.piece }
}

function move(state: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const { held, dragging } = state
	if (!held) return { state: { ...state, over: look(input, sight) } }
	if (!dragging && distance(input.at, held.start) < DRAG_PX * input.pixel) return { state }
	const copies = !dragging && input.hold === 'copy' && held.grip.what === 'piece'
	const copied = copies ? copying(held.base, held.ids, 0) : null
	const now = copied ? { ...held, base: copied.sheet, ids: copied.ids } : held
	const { effect, snap = null } = drag(now, input, `arrange-pieces:${state.run}`, sight)
	return {
		state: { ...state, held: now, dragging: true, snap },
		effects: [...(copied?.effects ?? []), effect],
	}
}

function drag(
	{ grip, start, base, ids, frame }: Held,
	input: PointerInput,
	key: string,
	sight: Sight,
): { effect: Effect; snap?: Snapped | null } {
	const what = ids.size === 1 ? 'a piece' : `${ids.size} pieces`
	const lay = (label: string, map: Affine) =>
		apply(`${label} ${what}`, () => transformPieces(base, ids, map), key)
	switch (grip.what) {
		case 'piece': {
			const by = moveBy(subtract(input.at, start), input)
			// What snaps is the frame's upper left corner: that is what one lines up.
			const corner = frame.corners[0]
			const found = snapped(sight, [corner[0] + by[0], corner[1] + by[1]], input)
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
	const leaves = state.letGo !== null && !state.dragging
	const left = leaves ? [select(withPiece(sight.selection(), state.letGo ?? ''))] : []
	return {
		state: { ...state, ...AT_REST, over: look(input, sight) },
		effects: [...left, SEAL],
	}
}

/** Copies pieces, and chooses the copies. */
function copying(sheet: Sheet, ids: ReadonlySet<string>, by: number) {
	const made = duplicatePieces(sheet, ids, [by, by])
	const label = ids.size === 1 ? 'Copy a piece' : `Copy ${ids.size} pieces`
	const [first] = made.ids
	return {
		...made,
		effects: [
			apply(label, () => made.sheet),
			select({ ...NOTHING, piece: first ?? null, others: made.ids }),
		],
	}
}

/** @returns what a key does; `null` where it means nothing */
function pressKey(input: KeyInput, sight: Sight): readonly Effect[] | null {
	const sheet = sight.sheet()
	const ids = chosenIn(sheet, sight)
	if (input.mod && input.key === 'd' && ids.size > 0) return copying(sheet, ids, COPY_PX).effects
	if (input.mod && input.key === 'a') {
		const all = sheet.pieces.filter(isOpenToEdits)
		const others = new Set(all.map((piece) => piece.id))
		return [select({ ...NOTHING, piece: all.at(-1)?.id ?? null, others })]
	}
	if (input.mod || ids.size === 0) return null
	if (input.key === 'delete' || input.key === 'backspace') {
		const label = ids.size === 1 ? 'Delete a piece' : `Delete ${ids.size} pieces`
		return [apply(label, (now) => removePieces(now, ids))]
	}
	const way = ARROWS[input.key]
	if (!way) return null
	const step = nudgeStep(input)
	const map: Affine = [1, 0, 0, 1, way[0] * step, way[1] * step]
	const label = ids.size === 1 ? 'Nudge a piece' : `Nudge ${ids.size} pieces`
	const run = `nudge-pieces:${[...ids].join()}`
	return [apply(label, (now) => transformPieces(now, ids, map), run)]
}

const frames = new WeakMap<Sheet, { readonly ids: string; readonly frame: Frame | null }>()

/** The upright frame round some pieces: the same object while nothing moved, so that nothing is drawn anew. */
function frameOf(sheet: Sheet, chosen: ReadonlySet<string>): Frame | null {
	const ids = [...chosen].join()
	const kept = frames.get(sheet)
	if (kept?.ids === ids) return kept.frame
	const boxes = sheet.pieces
		.filter((piece) => chosen.has(piece.id))
		.flatMap((piece) => piece.contours.map(boundsOf))
	const frame =
		boxes.length > 0 ? { corners: boxCorners(boxes.reduce(joinBoxes)), locked: false } : null
	frames.set(sheet, { ids, frame })
	return frame
}

function hintFor(held: Grip | null, over: Grip | null, chosen: number): string {
	switch (held?.what) {
		case 'corner':
		case 'knob':
			return FRAME_HINTS[held.what].held
		case 'piece':
			return `Moving. Shift: only across or only down. ${heldKey('finely')}: snap to nothing.`
	}
	switch (over?.what) {
		case 'corner':
		case 'knob':
			return FRAME_HINTS[over.what].over
		case 'piece':
			return `Click: choose the piece, Shift: one more. Drag: move. ${heldKey('copy')}: move a copy.`
	}
	return chosen > 0
		? 'Arrows nudge 1 px, Shift 10. Ctrl D copies. Delete removes. Click beside: let go.'
		: 'Click a piece to choose it, Shift-click for several. Ctrl A: all.'
}

export const arrangePiecesTool: ToolDef = {
	id: 'arrange',
	name: 'Arrange',
	key: 'm',
	icon: OpenWithRounded,
	about: 'pieces',
	holds: ['copy', 'apart'],
	shortcuts: [
		...FRAME_SHORTCUTS,
		{ keys: 'Shift-click', does: 'Choose one more' },
		{ keys: 'Ctrl D', does: 'Copy' },
		{ keys: 'Arrows', does: NUDGES, taps: Object.keys(ARROWS) },
		{ keys: 'Delete', does: 'Remove what is chosen', taps: ['delete', 'backspace'] },
		{ keys: 'Ctrl A', does: 'Choose all' },
	],
	create: ({ bench }) => createArrangePieces(bench),
}
