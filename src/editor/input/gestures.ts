import { boxOf, distance, mix, type Point, subtract } from '@/core'
import { isTracing } from '@/editor/bench/desk'
import { HIT_RADIUS_PX, TOUCH_RADIUS_PX } from '@/editor/bench/hitTest'
import { NO_OVERLAY, type PointerInput, type Tool } from '@/editor/bench/tool'
import { fitBox, panBy, RULER_PX, toSheet, zoomAt } from '@/editor/bench/view'
import type { Workbench } from '@/editor/workbench/workbench'
import type { History } from '@/store/history'
import type { Selection } from '@/store/selection'
import { bindWheel } from './wheel'

/** So long after a pen touched or hovered, fingers are taken for the hand that holds it, ms. */
const PALM_MS = 700
/** A box to zoom to that is smaller is a click, px on screen. */
const LEAST_BOX_PX = 4

/** Keys that change what a drag means while they are held. */
export interface HeldKeys {
	pan: boolean
	zoomBox: boolean
}

/** What the pointers hold. */
type Grip =
	| { readonly does: 'pan'; last: Point }
	| { readonly does: 'zoom-box'; readonly start: Point }
	| { readonly does: 'pinch'; last: readonly [Point, Point] }
	| {
			readonly does: 'tool'
			readonly tool: Tool
			/** How all was before the press. */
			readonly history: History
			readonly selection: Selection
	  }

/** The hand over the canvas: where its pointers are and what they hold. */
interface Hand {
	readonly element: HTMLElement
	readonly workbench: Workbench
	readonly keys: HeldKeys
	readonly fingers: Map<number, Point>
	grip: Grip | null
	/** screen px */
	pointer: Point
	/** The pointer is over the canvas. */
	over: boolean
	/** What was held when the pointer last moved, and what it is. */
	held: Pick<PointerInput, 'shift' | 'alt' | 'mod'>
	touch: boolean
	/** When a pen was last on the canvas, without end while it is down: a hand beside it does nothing. */
	penAt: number
}

const NOTHING_HELD = { shift: false, alt: false, mod: false }

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
	unbind(): void
}

/**
 * Binds pointers and wheel on the canvas: panning, zooming and pinching are answered here, all
 * else goes to the tool at hand.
 */
export function bindGestures(element: HTMLElement, workbench: Workbench, keys: HeldKeys): Gestures {
	const hand: Hand = {
		element,
		workbench,
		keys,
		fingers: new Map(),
		grip: null,
		pointer: [0, 0],
		over: false,
		held: NOTHING_HELD,
		touch: false,
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
	const look = () => {
		waiting = false
		if (hand.grip || !isTracing(desk.getState())) return
		const tool = toolFor(hand.workbench, hand.held.mod)
		if (hand.over) tool.move(inputAt(hand))
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
		desk.subscribe(({ view, tool, pass }, before) => {
			if (view !== before.view || tool !== before.tool || pass !== before.pass) soon()
		}),
	]
	return () => {
		for (const stop of unsubscribe) stop()
	}
}

function press(hand: Hand, event: PointerEvent): void {
	const { element, workbench, keys, fingers } = hand
	const { desk, open } = workbench
	notePen(hand, event)
	if (isPalm(hand, event)) return
	if (event.pointerType === 'pen') dropFingers(hand)
	element.focus({ preventScroll: true })
	element.setPointerCapture(event.pointerId)
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
	if (event.button === 1 || keys.pan || (main && !isTracing(desk.getState())))
		hand.grip = { does: 'pan', last: hand.pointer }
	else if (main && keys.zoomBox) hand.grip = { does: 'zoom-box', start: hand.pointer }
	else if (main) {
		const input = inputOf(hand, event)
		const { history, selection } = open.getState()
		const tool = toolFor(workbench, input.mod)
		hand.grip = { does: 'tool', tool, history, selection }
		tool.down(input)
		workbench.refresh(tool)
	}
}

function move(hand: Hand, event: PointerEvent): void {
	const { element, workbench, fingers, grip } = hand
	const { desk } = workbench
	notePen(hand, event)
	if (isPalm(hand, event)) return
	hand.pointer = placeOf(element, event)
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
			const input = inputOf(hand, event)
			const tool = grip?.tool ?? toolFor(workbench, input.mod)
			tool.move(input)
			workbench.refresh(tool)
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
		grip.tool.up(inputOf(hand, event))
		workbench.refresh(grip.tool)
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
	const { workbench, keys } = hand
	if (!isTracing(workbench.desk.getState()) || keys.pan) return
	const input = inputOf(hand, event)
	const tool = toolFor(workbench, input.mod)
	tool.doubleClick(input)
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

function inputOf(hand: Hand, event: PointerEvent | MouseEvent): PointerInput {
	const { shiftKey: shift, altKey: alt, ctrlKey, metaKey } = event
	hand.pointer = placeOf(hand.element, event)
	hand.held = { shift, alt, mod: ctrlKey || metaKey }
	hand.touch = 'pointerType' in event && event.pointerType === 'touch'
	return inputAt(hand)
}

/** The pointer as it was last seen, under the view as it is now. */
function inputAt({ workbench, pointer, held, touch }: Hand): PointerInput {
	const { view, rulers } = workbench.desk.getState()
	const [x, y] = pointer
	return {
		...held,
		at: toSheet(view, pointer),
		reach: (touch ? TOUCH_RADIUS_PX : HIT_RADIUS_PX) / view.scale,
		pixel: 1 / view.scale,
		overRuler: !rulers ? undefined : x < RULER_PX ? 'x' : y < RULER_PX ? 'y' : undefined,
	}
}

/** The tool at hand, or the one that it lends while Ctrl or Cmd is held. */
function toolFor({ desk, toolOf }: Workbench, mod: boolean): Tool {
	const { tool } = desk.getState()
	return toolOf(mod && tool.lends ? tool.lends : tool)
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

function showCursor({ element, workbench, keys, grip, held }: Hand): void {
	const passive = !isTracing(workbench.desk.getState())
	if (keys.pan || passive || grip?.does === 'pan') element.style.cursor = grip ? 'grabbing' : 'grab'
	else if (keys.zoomBox) element.style.cursor = 'zoom-in'
	else element.style.cursor = toolFor(workbench, held.mod).cursor()
}
