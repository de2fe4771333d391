import {
	type Affine,
	boxCorners,
	distance,
	duplicatePieces,
	joinBoxes,
	type Point,
	removePieces,
	type Sheet,
	subtract,
	transformPieces,
	turnAbout,
} from '@/core'
import { chosenPieces, NOTHING, withPiece } from '@/store/selection'
import { boundsOf, isOpenToEdits, pieceUnder } from '../canvas/hitTest'
import { type Corner, cornerScaling, gripOf, knobAngle, moveBy } from './frame'
import { ARROWS, nudgeStep } from './nudge'
import { sign, snapped } from './snapped'
import {
	type Bench,
	DRAG_PX,
	type Frame,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from './tool'

/** A copy made by Alt or a key lies this far from its original, px on screen. */
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
	readonly frame: Frame
}

/** Arrange, where pieces are worked on: moves, scales, turns and copies whole pieces. */
export function createArrangePieces(bench: Bench): Tool {
	let held: Held | null = null
	let dragging = false
	let over: Grip | null = null
	let snap: ReturnType<typeof snapped> | null = null
	let run = 0
	/** A piece to be let go if the press does not become a drag. */
	let letGo: string | null = null

	const chosen = () => {
		const ids = chosenPieces(bench.selection())
		return new Set(
			bench
				.sheet()
				.pieces.filter((piece) => ids.has(piece.id) && isOpenToEdits(piece))
				.map((piece) => piece.id),
		)
	}
	const key = () => `arrange-pieces:${run}`

	/** The frame as last made: the same object while nothing moved, so that nothing is drawn anew. */
	let framed: { sheet: Sheet; ids: string; frame: Frame | null } | null = null
	const frameNow = (): Frame | null => {
		const [sheet, chosenIds] = [bench.sheet(), chosen()]
		const ids = [...chosenIds].join()
		if (framed?.sheet !== sheet || framed.ids !== ids)
			framed = { sheet, ids, frame: frameOf(sheet, chosenIds) }
		return framed.frame
	}

	const look = (input: PointerInput): Grip | null => {
		const frame = frameNow()
		const grip = frame && gripOf(frame, input)
		if (grip === 'knob') return { what: 'knob' }
		if (typeof grip === 'number') return { what: 'corner', corner: grip }
		const piece = pieceUnder(bench.sheet(), input.at)
		return piece && { what: 'piece', piece: piece.id }
	}

	/** A press on a piece chooses it; with Shift it joins those that are chosen. */
	const choose = (piece: string, shift: boolean) => {
		const selection = bench.selection()
		const has = chosenPieces(selection).has(piece)
		// One that is chosen is let go by a click, not by a drag that begins on it.
		letGo = shift && has ? piece : null
		if (has) return
		bench.select(shift ? withPiece(selection, piece) : { ...NOTHING, piece })
	}

	const transform = (label: string, { base }: Held, map: Affine) => {
		const ids = chosen()
		bench.apply(label, () => transformPieces(base, ids, map), key())
	}

	const drag = (input: PointerInput, grip: Held) => {
		const n = chosen().size
		const what = n === 1 ? 'a piece' : `${n} pieces`
		snap = null
		switch (grip.grip.what) {
			case 'piece': {
				const by = moveBy(subtract(input.at, grip.start), input)
				// What snaps is the frame's upper left corner: that is what one lines up.
				const corner = grip.frame.corners[0]
				snap = snapped(bench, [corner[0] + by[0], corner[1] + by[1]], input)
				const [dx, dy] = subtract(snap.at, corner)
				return transform(`Move ${what}`, grip, [1, 0, 0, 1, dx, dy])
			}
			case 'corner':
				return transform(`Scale ${what}`, grip, cornerScaling(grip.frame, grip.grip.corner, input))
			case 'knob': {
				const [a, , c] = grip.frame.corners
				const centre: Point = [(a[0] + c[0]) / 2, (a[1] + c[1]) / 2]
				return transform(
					`Turn ${what}`,
					grip,
					turnAbout(centre, knobAngle(centre, grip.start, input, 0)),
				)
			}
		}
	}

	const copy = (by: number) => {
		const ids = chosen()
		let copies: ReadonlySet<string> = new Set()
		bench.apply(ids.size === 1 ? 'Copy a piece' : `Copy ${ids.size} pieces`, (sheet) => {
			const made = duplicatePieces(sheet, ids, [by, by])
			copies = made.ids
			return made.sheet
		})
		bench.select({ ...NOTHING, piece: [...copies][0] ?? null, others: copies })
	}

	return {
		down: (input) => {
			run++
			dragging = false
			over = look(input)
			if (over?.what === 'piece') choose(over.piece, input.shift)
			if (!over && !input.shift) bench.select(NOTHING)
			const frame = frameNow()
			held = over && frame && { grip: over, start: input.at, base: bench.sheet(), frame }
		},

		move: (input) => {
			if (!held) {
				over = look(input)
				return
			}
			if (!dragging && distance(input.at, held.start) < DRAG_PX * input.pixel) return
			if (!dragging && input.alt && held.grip.what === 'piece') {
				copy(0)
				held = { ...held, base: bench.sheet() }
			}
			dragging = true
			drag(input, held)
		},

		up: (input) => {
			if (letGo && !dragging) bench.select(withPiece(bench.selection(), letGo))
			letGo = null
			held = null
			dragging = false
			snap = null
			bench.seal()
			over = look(input)
		},

		doubleClick: () => {},

		key: (input: KeyInput) => {
			const ids = chosen()
			if (input.mod && input.key === 'd' && ids.size > 0) {
				copy(COPY_PX)
				return true
			}
			if (input.mod && input.key === 'a') {
				const all = bench.sheet().pieces.filter(isOpenToEdits)
				const others = new Set(all.map((piece) => piece.id))
				bench.select({ ...NOTHING, piece: all.at(-1)?.id ?? null, others })
				return true
			}
			if (input.mod || ids.size === 0) return false
			if (input.key === 'delete' || input.key === 'backspace') {
				bench.apply(ids.size === 1 ? 'Delete a piece' : `Delete ${ids.size} pieces`, (sheet) =>
					removePieces(sheet, ids),
				)
				return true
			}
			const way = ARROWS[input.key]
			if (!way) return false
			const step = nudgeStep(input)
			bench.apply(
				ids.size === 1 ? 'Nudge a piece' : `Nudge ${ids.size} pieces`,
				(sheet) => transformPieces(sheet, ids, [1, 0, 0, 1, way[0] * step, way[1] * step]),
				`nudge-pieces:${[...ids].join()}`,
			)
			return true
		},

		rest: () => {
			held = null
			over = null
			snap = null
			dragging = false
		},

		hint: () => hintFor(dragging ? (held?.grip ?? null) : null, over, chosen().size),

		overlay: () => ({
			...NO_OVERLAY,
			frame: frameNow(),
			snapped: snap && sign(snap),
		}),

		cursor: () =>
			over?.what === 'corner'
				? 'nwse-resize'
				: over?.what === 'knob'
					? 'grab'
					: over
						? 'move'
						: 'default',
	}
}

/** The upright frame round some pieces. */
function frameOf(sheet: Sheet, ids: ReadonlySet<string>): Frame | null {
	const boxes = sheet.pieces
		.filter((piece) => ids.has(piece.id))
		.flatMap((piece) => piece.contours.map(boundsOf))
	if (boxes.length === 0) return null
	return { corners: boxCorners(boxes.reduce(joinBoxes)), locked: false }
}

function hintFor(held: Grip | null, over: Grip | null, chosen: number): string {
	switch (held?.what) {
		case 'corner':
			return 'Scaling in proportion. Alt: each side by itself.'
		case 'knob':
			return 'Turning about the middle. Shift: 15° steps.'
		case 'piece':
			return 'Moving. Shift: only across or only down. Hold G: snap to nothing.'
	}
	switch (over?.what) {
		case 'corner':
			return 'Drag: scale in proportion. Alt: each side by itself.'
		case 'knob':
			return 'Drag: turn about the middle. Shift: 15° steps.'
		case 'piece':
			return 'Click: choose the piece, Shift: one more. Drag: move. Alt-drag: move a copy.'
	}
	return chosen > 0
		? 'Arrows nudge 1 px, Shift 10, Alt 0.1. Ctrl D copies. Delete removes. Click beside: let go.'
		: 'Click a piece to choose it, Shift-click for several. Ctrl A: all.'
}
