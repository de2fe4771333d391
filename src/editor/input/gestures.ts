import { boxOf, distance, mix, type NodeKind, type Point, subtract } from '@/core'
import { isTracing, toolInHand } from '@/editor/session/desk'
import { HIT_RADIUS_PX, TOUCH_RADIUS_PX } from '@/editor/session/hitTest'
import { pressHold } from '@/editor/session/holds'
import { NO_OVERLAY, type PointerInput, type Tool } from '@/editor/session/tool'
import { fitBox, panBy, RULER_PX, toScreen, toSheet, zoomAt } from '@/editor/session/view'
import type { Workbench } from '@/editor/workbench/workbench'
import type { History } from '@/store/history'
import type { Selection } from '@/store/selection'
import { bindWheel } from './wheel'

/** So long after a pen touched or hovered, fingers are taken for the hand that holds it, ms. */
const PALM_MS = 700
/** A box to zoom to that is smaller is a click, px on screen. */
const LEAST_BOX_PX = 4

/** What the pointers hold. */
type Grip =
	| { readonly does: 'pan'; last: Point }
	| { readonly does: 'zoom-box'; readonly start: Point }
	| { readonly does: 'pinch'; last: readonly [Point, Point] }
	| {
			readonly does: 'tool'
			readonly tool: Tool
			/** The pointer has moved since. */
			moved: boolean
			/** How all was before the press. */
			readonly history: History
			readonly selection: Selection
	  }

/** The hand over the canvas: where its pointers are and what they hold. */
interface Hand {
	readonly element: HTMLElement
	readonly workbench: Workbench
	readonly fingers: Map<number, Point>
	grip: Grip | null
	/** screen px */
	pointer: Point
	/** The pointer is over the canvas. */
	over: boolean
	/** Whether Shift was held when the pointer last moved, and whether that is a finger. */
	shift: boolean
	touch: boolean
	/** A tool that was lent and is not any more, once it has nothing in hand. */
	returned: Tool | null
	/** How often the pointer pressed and moved so far. */
	presses: number
	moves: number
	/** When a pen was last on the canvas, without end while it is down: a hand beside it does nothing. */
	penAt: number
}

/** What keys may know and ask of the pointers. */
export interface Gestures {
	/** Where the pointer last was, screen px. */
	pointer(): Point
	/** Whether the pointer is over the canvas. */
	isOver(): boolean
	/** Whether something is being dragged, drawn or pulled. */
	isBusy(): boolean
	/** Puts everything back as it was before the press. */
	callOff(): void
	/** What is dragged becomes of a kind. @returns whether it can */
	makeKind(kind: NodeKind): boolean
	/** How often pointers pressed and moved so far: by that a key knows whether it was made use of. */
	counts(): { readonly presses: number; readonly moves: number }
	/** The cross does as a pointer would: it comes to a place (screen px), presses, lets go. */
	readonly cross: {
		to(place: Point): void
		press(): void
		letGo(): void
	}
	unbind(): void
}

/**
 * Binds pointers and wheel on the canvas: panning, zooming and pinching are answered here, all
 * else goes to the tool at hand.
 */
export function bindGestures(element: HTMLElement, workbench: Workbench): Gestures {
	const hand: Hand = {
		element,
		workbench,
		fingers: new Map(),
		grip: null,
		pointer: [0, 0],
		over: false,
		shift: false,
		touch: false,
		returned: null,
		presses: 0,
		moves: 0,
		penAt: Number.NEGATIVE_INFINITY,
	}
	const bound = new AbortController()
	const on = <K extends keyof HTMLElementEventMap>(
		type: K,
		listener: (hand: Hand, event: HTMLElementEventMap[K]) => void,
	) =>
		element.addEventListener(
			type,
			(event) => {
				listener(hand, event)
				showCursor(hand)
			},
			{ signal: bound.signal },
		)
	on('pointerdown', press)
	on('pointermove', move)
	on('pointerup', letGo)
	on('pointercancel', drop)
	on('pointerenter', () => {
		hand.over = true
	})
	on('pointerleave', (_, event) => {
		hand.over = false
		leave(hand)
		if (!isPalm(hand, event)) tellLoupe(workbench, null)
	})
	on('dblclick', doubleClick)
	bindWheel(element, workbench.desk, bound.signal)
	const stopAiming = aimAfterChanges(hand)
	return {
		pointer: () => hand.pointer,
		isOver: () => hand.over,
		isBusy: () => hand.grip?.does === 'tool' || hand.grip?.does === 'zoom-box',
		callOff: () => callOff(hand),
		makeKind: (kind) => {
			const able = hand.grip?.does === 'tool' && (hand.grip.tool.makeKind?.(kind) ?? false)
			if (able && hand.grip?.does === 'tool') workbench.refresh(hand.grip.tool)
			return able
		},
		counts: () => hand,
		cross: {
			to: (place) => {
				hand.pointer = place
				hand.touch = false
				pointAt(hand)
			},
			press: () => {
				if (!hand.grip) grip(hand)
			},
			letGo: () => {
				if (hand.grip?.does === 'tool') release(hand, hand.grip)
			},
		},
		unbind: () => {
			bound.abort()
			stopAiming()
		},
	}
}

/**
 * What a click would do is another thing once something changed under a pointer that rests: the tool
 * looks again, and says so.
 */
function aimAfterChanges(hand: Hand): () => void {
	const { open, desk } = hand.workbench
	let waiting = false
	/** What is held changed. */
	let meaning = false
	const look = () => {
		waiting = false
		const { grip } = hand
		if (!grip) putReturned(hand)
		if (!isTracing(desk.getState())) return
		const { cross, view } = desk.getState()
		if (cross) hand.pointer = toScreen(view, cross)
		// Of a drag only what its keys mean can have changed.
		if (grip?.does === 'tool' && grip.moved && meaning) grip.tool.move(inputAt(hand))
		if (grip && grip.does !== 'tool') return
		const tool = grip?.tool ?? hand.workbench.toolAtHand()
		if (!grip && (hand.over || cross)) tool.move(inputAt(hand))
		meaning = false
		hand.workbench.refresh(tool)
		showCursor(hand)
	}
	const soon = () => {
		if (!waiting) queueMicrotask(look)
		waiting = true
	}
	const unsubscribe = [
		open.subscribe(({ history, selection }, before) => {
			const edited = history.present !== before.history.present
			if (edited || selection !== before.selection) soon()
		}),
		desk.subscribe(({ view, tool, lent, pass, holds, cross }, before) => {
			if (before.lent && lent !== before.lent && tool !== before.lent)
				hand.returned = hand.workbench.toolOf(before.lent)
			if (holds !== before.holds) meaning = true
			const another = tool !== before.tool || lent !== before.lent || pass !== before.pass
			const moved = view !== before.view || cross !== before.cross
			if (another || moved || holds !== before.holds) soon()
		}),
	]
	return () => {
		for (const stop of unsubscribe) stop()
	}
}

function press(hand: Hand, event: PointerEvent): void {
	const { element, workbench, fingers } = hand
	const { desk } = workbench
	const { holds } = desk.getState()
	notePen(hand, event)
	if (isPalm(hand, event)) return
	if (event.pointerType === 'pen') dropFingers(hand)
	hand.presses++
	putCrossAway(hand, event)
	// Of a press that is only shown there is nothing to capture, and the focus stays where it is.
	if (event.isTrusted) {
		element.focus({ preventScroll: true })
		element.setPointerCapture(event.pointerId)
	}
	hand.pointer = placeOf(element, event)
	if (event.pointerType === 'touch') fingers.set(event.pointerId, hand.pointer)
	const [first, second] = [...fingers.values()]
	if (first && second) {
		// The first finger was the beginning of a pinch: what it did is undone.
		if (hand.grip?.does === 'tool') takeBack(hand, hand.grip)
		hand.grip = { does: 'pinch', last: [first, second] }
		return
	}
	const main = event.button === 0
	if (event.button === 1 || holds.has('pan') || (main && !isTracing(desk.getState())))
		hand.grip = { does: 'pan', last: hand.pointer }
	else if (main && holds.has('zoom-box')) hand.grip = { does: 'zoom-box', start: hand.pointer }
	else if (main) {
		noteShift(hand, event)
		grip(hand)
	}
}

/** The tool takes hold of what is under the pointer. */
function grip(hand: Hand): void {
	const { workbench } = hand
	const { history, selection } = workbench.open.getState()
	const tool = workbench.toolAtHand()
	hand.grip = { does: 'tool', tool, moved: false, history, selection }
	tool.down(inputAt(hand))
	workbench.refresh(tool)
}

function release(hand: Hand, { tool }: Grip & { does: 'tool' }): void {
	tool.up(inputAt(hand))
	hand.workbench.refresh(tool)
	hand.grip = null
	putReturned(hand)
}

/** The tool goes on with what it holds, or looks at what the pointer is over. */
function pointAt(hand: Hand): void {
	const { workbench } = hand
	const held = hand.grip?.does === 'tool' ? hand.grip : null
	if (held) held.moved = true
	const tool = held?.tool ?? workbench.toolAtHand()
	tool.move(inputAt(hand))
	workbench.refresh(tool)
}

/** Nothing is under the pointer any more, unless it holds something. */
function leave({ grip, workbench }: Hand): void {
	if (grip || !isTracing(workbench.desk.getState())) return
	const tool = workbench.toolAtHand()
	tool.leave?.()
	workbench.refresh(tool)
}

/** A tool that was lent lets go of what it had begun. */
function putReturned(hand: Hand): void {
	const { returned, workbench } = hand
	hand.returned = null
	if (!returned || returned === workbench.toolAtHand()) return
	returned.rest()
	workbench.refresh()
}

/** Where a pointer is used, the keys' cross is not. */
function putCrossAway({ workbench: { desk } }: Hand, { pointerType }: PointerEvent): void {
	const { cross, touched } = desk.getState()
	const touches = pointerType === 'touch' || pointerType === 'pen'
	if (cross || touched !== touches) desk.setState({ cross: null, touched: touches })
}

function move(hand: Hand, event: PointerEvent): void {
	const { element, workbench, fingers, grip } = hand
	const { desk } = workbench
	notePen(hand, event)
	if (isPalm(hand, event)) return
	const [x, y] = hand.pointer
	hand.pointer = placeOf(element, event)
	if (hand.pointer[0] !== x || hand.pointer[1] !== y) {
		hand.moves++
		if (desk.getState().cross) desk.setState({ cross: null })
	}
	tellLoupe(workbench, hand.pointer)
	if (fingers.has(event.pointerId)) fingers.set(event.pointerId, hand.pointer)
	switch (grip?.does) {
		case 'pan': {
			const by = subtract(hand.pointer, grip.last)
			grip.last = hand.pointer
			desk.setState(({ view }) => ({ view: panBy(view, by) }))
			return
		}
		case 'pinch':
			grip.last = pinch(hand, grip.last)
			return
		case 'zoom-box':
			desk.setState({ overlay: { ...NO_OVERLAY, box: draggedBox(hand, grip.start) } })
			return
		default: {
			if (!isTracing(desk.getState())) return
			noteShift(hand, event)
			pointAt(hand)
		}
	}
}

function letGo(hand: Hand, event: PointerEvent): void {
	const { element, workbench, fingers, grip } = hand
	notePen(hand, event)
	if (isPalm(hand, event) && !fingers.has(event.pointerId)) return
	fingers.delete(event.pointerId)
	hand.pointer = placeOf(element, event)
	if (grip?.does === 'tool') {
		noteShift(hand, event)
		release(hand, grip)
	}
	if (grip?.does === 'zoom-box') {
		const { size } = workbench.desk.getState()
		const meant = distance(grip.start, hand.pointer) > LEAST_BOX_PX
		const view = meant && { view: fitBox(draggedBox(hand, grip.start), size) }
		workbench.desk.setState({ overlay: NO_OVERLAY, ...view })
	}
	if (fingers.size === 0) hand.grip = null
}

/** The system took the pointer away: what was being done with it is dropped. */
function drop(hand: Hand, event: PointerEvent): void {
	const { workbench, fingers, grip } = hand
	notePen(hand, event)
	if (isPalm(hand, event) && !fingers.has(event.pointerId)) return
	fingers.delete(event.pointerId)
	if (grip?.does === 'tool') takeBack(hand, grip)
	if (grip?.does === 'zoom-box') workbench.desk.setState({ overlay: NO_OVERLAY })
	if (fingers.size === 0) hand.grip = null
}

/** The hand that came down before its pen did nothing: what it began is undone. */
function dropFingers(hand: Hand): void {
	if (hand.fingers.size === 0) return
	if (hand.grip?.does === 'tool') takeBack(hand, hand.grip)
	hand.fingers.clear()
	hand.grip = null
}

function doubleClick(hand: Hand, event: MouseEvent): void {
	const { workbench } = hand
	const state = workbench.desk.getState()
	if (!isTracing(state) || state.holds.has('pan')) return
	hand.pointer = placeOf(hand.element, event)
	noteShift(hand, event)
	const tool = workbench.toolAtHand()
	tool.doubleClick(inputAt(hand))
	workbench.refresh(tool)
}

/** The press is called off while it lasts; what the button does until it is let go means nothing. */
function callOff(hand: Hand): void {
	const { grip, workbench } = hand
	hand.grip = null
	if (grip?.does === 'tool') takeBack(hand, grip)
	if (grip?.does === 'zoom-box') workbench.desk.setState({ overlay: NO_OVERLAY })
}

/** Undoes all that a press did: the tool lets go, and the sheet is as it was before. */
function takeBack(hand: Hand, grip: Grip & { does: 'tool' }): void {
	const { workbench } = hand
	const { tool, history, selection } = grip
	if (tool.cancel) tool.cancel()
	else tool.up(inputAt(hand))
	workbench.open.restore(history, selection)
	workbench.refresh()
}

function pinch(
	{ workbench, fingers }: Hand,
	last: readonly [Point, Point],
): readonly [Point, Point] {
	const [first, second] = [...fingers.values()]
	if (!first || !second) return last
	const from = mix(last[0], last[1], 0.5)
	const to = mix(first, second, 0.5)
	const factor = distance(first, second) / Math.max(1, distance(last[0], last[1]))
	workbench.desk.setState(({ view }) => ({
		view: zoomAt(panBy(view, subtract(to, from)), to, factor),
	}))
	return [first, second]
}

function placeOf(element: HTMLElement, event: MouseEvent): Point {
	const box = element.getBoundingClientRect()
	return [event.clientX - box.left, event.clientY - box.top]
}

function noteShift(hand: Hand, event: PointerEvent | MouseEvent): void {
	hand.shift = event.shiftKey
	hand.touch = 'pointerType' in event && event.pointerType === 'touch'
}

/** The pointer as it was last seen, under the view as it is now. */
function inputAt({ workbench, pointer, shift, touch }: Hand): PointerInput {
	const state = workbench.desk.getState()
	const { view, rulers, holds } = state
	const [x, y] = pointer
	return {
		shift: shift || holds.has('shift'),
		hold: pressHold(holds, toolInHand(state)),
		at: toSheet(view, pointer),
		reach: (touch ? TOUCH_RADIUS_PX : HIT_RADIUS_PX) / view.scale,
		pixel: 1 / view.scale,
		overRuler: !rulers ? undefined : x < RULER_PX ? 'x' : y < RULER_PX ? 'y' : undefined,
	}
}

function draggedBox({ workbench, pointer }: Hand, start: Point) {
	const { view } = workbench.desk.getState()
	return boxOf([toSheet(view, start), toSheet(view, pointer)])
}

function notePen(hand: Hand, { pointerType, buttons, timeStamp }: PointerEvent): void {
	if (pointerType === 'pen') hand.penAt = buttons > 0 ? Number.POSITIVE_INFINITY : timeStamp
}

function isPalm({ penAt }: Hand, { pointerType, timeStamp }: PointerEvent): boolean {
	return pointerType === 'touch' && timeStamp - penAt < PALM_MS
}

/** The loupe follows the pointer; without it nobody needs to know where the pointer is. */
function tellLoupe({ desk }: Workbench, at: Point | null): void {
	const { loupe, holds } = desk.getState()
	if (loupe || holds.has('loupe')) desk.setState({ pointer: at })
}

function showCursor({ element, workbench, grip }: Hand): void {
	const state = workbench.desk.getState()
	const { holds } = state
	const passive = !isTracing(state)
	if (holds.has('pan') || passive || grip?.does === 'pan')
		element.style.cursor = grip ? 'grabbing' : 'grab'
	else if (holds.has('zoom-box')) element.style.cursor = 'zoom-in'
	else element.style.cursor = workbench.toolAtHand().cursor()
}
