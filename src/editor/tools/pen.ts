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
	leaveStraight,
	moveHandle,
	type PathNode,
	type Point,
	pickUpOutline,
	placeNode,
	pullClosingHandle,
	pullHandles,
	type Snapped,
	scale,
	snapAngle,
	subtract,
	takeBackNode,
} from '@/core'
import { selectContour } from '@/store/selection'
import { type Hit, hitTest } from '../canvas/hitTest'
import { insertAt } from './insertAt'
import { sign, snapped } from './snapped'
import { toggleKind } from './toggleKind'
import {
	ANGLE_STEP,
	type Bench,
	DRAG_PX,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from './tool'

/** What a press where the pointer is would do. */
type Target =
	| { readonly do: 'place' }
	| { readonly do: 'close' }
	| { readonly do: 'turn-last' }
	| { readonly do: 'pick-up'; readonly contour: string; readonly node: string }
	| { readonly do: 'insert'; readonly contour: string; readonly index: number; readonly t: number }
	| { readonly do: 'toggle-kind'; readonly node: string }

interface Press {
	readonly kind: 'place' | 'close' | 'turn-last'
	readonly contour: string
	readonly node: string
	readonly start: Point
	pulled: boolean
}

/**
 * The Pen places nodes one by one: a click a corner, a press and drag a smooth node. It holds
 * which outline is being drawn, and the press that is under way; all else is in the sheet.
 */
export function createPen(bench: Bench, nameNext: () => string): Tool {
	let drawing: string | null = null
	let justEnded: string | null = null
	let press: Press | null = null
	/** Counts presses: all that one press does is one step of undo. */
	let run = 0
	let pointer: PointerInput | null = null
	let target: Target = { do: 'place' }
	let snap: Snapped | null = null

	/** The outline being drawn, if it still stands: undo may have taken it. */
	const drawn = (): Contour | null => {
		const contour = drawing === null ? undefined : findContour(bench.sheet(), drawing)?.contour
		if (contour && !contour.closed) return contour
		drawing = null
		return null
	}
	const lastNode = (): PathNode | undefined => drawn()?.nodes.at(-1)

	const aim = (input: PointerInput): Target => {
		const contour = drawn()
		const hit = hitTest(bench.sheet(), bench.selection(), input.at, input.reach)
		if (!hit || hit.kind === 'handle') return { do: 'place' }
		if (hit.kind === 'node') return aimAtNode(hit, contour, input)
		// While drawing, placing wins: two edges of a thin thing lie within one reach of each other.
		if (contour) return { do: 'place' }
		return { do: 'insert', contour: hit.contour.id, index: hit.index, t: hit.t }
	}

	const aimAtNode = (
		hit: Hit & { kind: 'node' },
		contour: Contour | null,
		input: PointerInput,
	): Target => {
		if (input.alt && !contour) return { do: 'toggle-kind', node: hit.id }
		const end = hit.index === 0 || hit.index === hit.contour.nodes.length - 1
		if (contour && hit.contour.id === contour.id) {
			if (hit.index === contour.nodes.length - 1) return { do: 'turn-last' }
			return hit.index === 0 && contour.nodes.length > 1 ? { do: 'close' } : { do: 'place' }
		}
		if (!contour && end && !hit.contour.closed)
			return { do: 'pick-up', contour: hit.contour.id, node: hit.id }
		return { do: 'place' }
	}

	/** Where a click would place a node: with Shift, in a kept direction from the last one. */
	const placeAt = (input: PointerInput): Point => {
		const last = lastNode()
		snap = null
		return input.shift && last ? snapAngle(last.at, input.at, ANGLE_STEP) : caught(input)
	}

	/** Where the pointer comes to lie under the snapping in force; what caught it is shown. */
	const caught = (input: PointerInput, levelWith?: Point): Point => {
		const found = snapped(bench, input.at, input, { levelWith })
		snap = sign(found)
		return found.at
	}

	const key = () => `pen:${run}`

	const follow = (contour: string, node?: string) => {
		drawing = contour
		bench.select(selectContour(bench.sheet(), contour, node ? [node] : []))
	}

	const begin = (kind: Press['kind'], contour: string, node: string, start: Point): void => {
		press = { kind, contour, node, start, pulled: false }
	}

	const place = (input: PointerInput) => {
		const contour = drawn()
		const at = placeAt(input)
		let placed = { contourId: '', nodeId: '' }
		bench.apply(
			contour ? 'Place a node' : 'Begin an outline',
			(sheet) => {
				const next = contour
					? appendNode(sheet, contour.id, at)
					: beginOutline(sheet, at, nameNext())
				placed = next
				return next.sheet
			},
			key(),
		)
		follow(placed.contourId, placed.nodeId)
		begin('place', placed.contourId, placed.nodeId, at)
	}

	const close = (contour: Contour) => {
		const first = contour.nodes[0]
		if (!first) return
		bench.apply('Close the outline', (sheet) => closeOutline(sheet, contour.id), key())
		bench.select(selectContour(bench.sheet(), contour.id))
		begin('close', contour.id, first.id, first.at)
		drawing = null
	}

	const endOpen = () => {
		const contour = drawn()
		drawing = null
		press = null
		if (!contour) return
		if (contour.nodes.length < 2) {
			bench.apply('Drop a single node', (sheet) => dropLoneNode(sheet, contour.id))
			return
		}
		justEnded = contour.id
		bench.select(selectContour(bench.sheet(), contour.id))
	}

	const pull = (input: PointerInput, held: Press) => {
		if (!held.pulled && distance(input.at, held.start) < DRAG_PX * input.pixel) return
		held.pulled = true
		snap = null
		// With straight segments alone a drag carries the corner just placed.
		if (held.kind === 'place' && bench.straightOnly()) {
			const to = caught(input)
			return bench.apply('Place a node', (sheet) => placeNode(sheet, held.node, to), key())
		}
		if (bench.straightOnly()) return
		const to = input.shift ? snapAngle(held.start, input.at, ANGLE_STEP) : caught(input, held.start)
		switch (held.kind) {
			case 'place':
				// The placing itself is the step: pulling goes on with it.
				bench.apply(
					'Pull handles',
					(sheet) => pullHandles(sheet, held.contour, held.node, to, input.alt),
					key(),
				)
				break
			case 'close':
				bench.apply(
					'Close the outline',
					(sheet) => pullClosingHandle(sheet, held.contour, to, input.alt),
					key(),
				)
				break
			case 'turn-last':
				bench.apply(
					'Turn a handle',
					(sheet) => moveHandle(sheet, held.node, 'out', to, true),
					key(),
				)
		}
	}

	return {
		down: (input) => {
			run++
			pointer = input
			justEnded = null
			target = aim(input)
			const contour = drawn()
			switch (target.do) {
				case 'place':
					return place(input)
				case 'close':
					return contour ? close(contour) : undefined
				case 'turn-last': {
					const last = lastNode()
					if (contour && last) begin('turn-last', contour.id, last.id, last.at)
					return
				}
				case 'pick-up': {
					const { contour: id, node } = target
					bench.apply('Pick up an outline', (sheet) => pickUpOutline(sheet, id, node))
					return follow(id, node)
				}
				case 'insert':
					return insertAt(bench, target.contour, target.index, target.t)
				case 'toggle-kind':
					return toggleKind(bench, target.node)
			}
		},

		move: (input) => {
			pointer = input
			if (press) pull(input, press)
			else target = aim(input)
		},

		up: (input) => {
			pointer = input
			if (press?.kind === 'turn-last' && !press.pulled) {
				const id = press.contour
				bench.apply('Leave straight', (sheet) => leaveStraight(sheet, id))
			}
			press = null
			bench.seal()
			target = aim(input)
		},

		doubleClick: endOpen,

		key: ({ key, mod }: KeyInput) => {
			const contour = drawn()
			if (mod) return false
			if (key === 'enter') {
				if (contour) endOpen()
				else if (justEnded) {
					const id = justEnded
					justEnded = null
					bench.apply('Close the outline', (sheet) => closeOutline(sheet, id))
				} else return false
				return true
			}
			if (key === 'escape' && contour) {
				endOpen()
				return true
			}
			if ((key === 'backspace' || key === 'delete') && contour) {
				bench.apply('Take the last node back', (sheet) => takeBackNode(sheet, contour.id))
				const last = lastNode()
				bench.select(selectContour(bench.sheet(), contour.id, last ? [last.id] : []))
				return true
			}
			return false
		},

		rest: () => {
			endOpen()
			justEnded = null
			pointer = null
		},

		hint: () => {
			const straight = bench.straightOnly()
			return press
				? pressHint(press, straight)
				: aimHint(target, drawn() !== null, justEnded !== null, straight)
		},

		overlay: () => {
			const last = lastNode()
			if (press) return { ...NO_OVERLAY, snapped: snap }
			if (!pointer || (target.do !== 'place' && !last)) return NO_OVERLAY
			const contour = drawn()
			const first = contour?.nodes[0]
			if (target.do === 'close' && first && contour && last)
				return {
					...NO_OVERLAY,
					preview: segmentTo(last, first.at, first.in),
					filled: contour.id,
				}
			if (target.do !== 'place') return NO_OVERLAY
			const at = placeAt(pointer)
			const preview = last ? segmentTo(last, at, undefined) : null
			return { ...NO_OVERLAY, preview, snapped: snap }
		},

		cursor: () => (target.do === 'place' ? 'crosshair' : 'pointer'),
	}
}

function segmentTo(from: PathNode, to: Point, into: Point | undefined): Cubic {
	if (!from.out && !into)
		return [from.at, add(from.at, scale(subtract(to, from.at), 1 / 3)), to, to]
	return [from.at, from.out ?? from.at, into ?? to, to]
}

function pressHint({ kind, pulled }: Press, straight: boolean): string {
	if (straight) return 'Release: the corner stands here. Drag: carry it.'
	if (kind === 'turn-last') {
		return pulled
			? 'Turning the outgoing handle alone.'
			: 'Release: the next segment leaves straight. Drag: turn its handle.'
	}
	return pulled
		? 'Pulling both handles. Alt: only the outgoing one, for a cusp. Shift: 45° steps.'
		: 'Release for a corner. Drag to pull handles for a smooth node.'
}

function aimHint(target: Target, drawing: boolean, ended: boolean, straight: boolean): string {
	switch (target.do) {
		case 'close':
			return 'Click: close the outline here. Drag: close it with a smooth node.'
		case 'turn-last':
			return 'Click: take the outgoing handle away, so that the next segment leaves straight. Drag: turn that handle alone.'
		case 'pick-up':
			return 'Click: pick this open outline up and go on from here.'
		case 'insert':
			return 'Click: insert a node here; the shape stays.'
		case 'toggle-kind':
			return 'Click: turn a corner into a smooth node, or back.'
		default:
			if (straight && drawing)
				return 'Click: corner. First node: close. Enter or double-click: end open. Backspace: one node back.'
			if (drawing)
				return 'Click: corner. Drag: smooth node. First node: close. Enter or double-click: end open. Backspace: one node back.'
			if (ended) return 'Ended open. Enter again: close it. Click: begin a new outline.'
			return 'Click: begin an outline with a corner. Drag: begin with a smooth node. Click an end node to go on from it.'
	}
}
