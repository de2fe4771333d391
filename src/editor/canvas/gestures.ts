import { boxOf, distance, mix, type Point, subtract } from '@/core'
import type { Selection } from '@/store/selection'
import type { DeskState } from '../desk'
import { NO_OVERLAY, type PointerInput, type Tool } from '../tools/tool'
import type { Workbench } from '../workbench'
import { HIT_RADIUS_PX, TOUCH_RADIUS_PX } from './hitTest'
import { fitBox, panBy, toSheet, zoomAt } from './view'

/** Zoom of one wheel notch (100 px) and of one press of a key. */
const WHEEL_ZOOM_PER_PX = 0.0022
const PINCH_ZOOM_PER_PX = 0.01
/** A pinch on a trackpad arrives as Ctrl and small wheel steps. */
const PINCH_STEP_PX = 40
/** A wheel that counts in lines scrolls this far a line, px. */
const LINE_PX = 18

/** So long after a pen touched or hovered, fingers are taken for the hand that holds it, ms. */
const PALM_MS = 700

/** Keys that change what a drag means while they are held. */
export interface HeldKeys {
	pan: boolean
	zoomBox: boolean
}

type Grip =
	| { readonly does: 'pan'; last: Point }
	| { readonly does: 'zoom-box'; readonly start: Point }
	| { readonly does: 'pinch'; last: readonly [Point, Point] }
	| {
			readonly does: 'tool'
			readonly tool: Tool
			/** How many steps there were before the press, and what was selected. */
			readonly steps: number
			readonly selection: Selection
	  }

/**
 * Binds pointers and wheel on the canvas: panning, zooming and pinching are answered here, all
 * else goes to the tool at hand.
 * @returns what unbinds them, and where the pointer last was (screen px)
 */
export function bindGestures(
	element: HTMLElement,
	workbench: Workbench,
	keys: HeldKeys,
): { unbind: () => void; pointer: () => Point } {
	const { desk, open } = workbench
	const fingers = new Map<number, Point>()
	let grip: Grip | null = null
	let pointer: Point = [0, 0]
	let mod = false
	/** When a pen was last on the canvas: a hand that rests beside it does nothing. */
	let penAt = Number.NEGATIVE_INFINITY
	const isPalm = ({ pointerType, timeStamp }: PointerEvent) =>
		pointerType === 'touch' && timeStamp - penAt < PALM_MS

	const place = (event: MouseEvent): Point => {
		const box = element.getBoundingClientRect()
		return [event.clientX - box.left, event.clientY - box.top]
	}
	const input = (event: PointerEvent | MouseEvent): PointerInput => {
		const { view } = desk.getState()
		const touch = 'pointerType' in event && event.pointerType === 'touch'
		return {
			at: toSheet(view, place(event)),
			shift: event.shiftKey,
			alt: event.altKey,
			mod: event.ctrlKey || event.metaKey,
			reach: (touch ? TOUCH_RADIUS_PX : HIT_RADIUS_PX) / view.scale,
			pixel: 1 / view.scale,
		}
	}
	/** Ctrl or Cmd held in the Pen gives Nodes for the moment. */
	const toolFor = (given: PointerInput): Tool => {
		const { tools } = workbench
		return given.mod && desk.getState().tool === 'pen' ? tools.nodes : workbench.toolAtHand()
	}
	const toolsWork = ({ pass }: DeskState) => pass !== 'proof' && pass !== 'export'

	/** A second finger came: the first was the beginning of a pinch, and what it did is undone. */
	const takeBack = ({ tool, steps, selection }: Grip & { does: 'tool' }, event: PointerEvent) => {
		if (tool.cancel) tool.cancel()
		else tool.up(input(event))
		open.jump(steps - open.getState().history.past.length)
		open.select(selection)
		workbench.refresh()
	}

	const onDown = (event: PointerEvent) => {
		if (event.pointerType === 'pen') penAt = event.timeStamp
		if (isPalm(event)) return
		element.focus({ preventScroll: true })
		element.setPointerCapture(event.pointerId)
		pointer = place(event)
		if (event.pointerType === 'touch') fingers.set(event.pointerId, pointer)
		const [first, second] = [...fingers.values()]
		if (first && second) {
			if (grip?.does === 'tool') takeBack(grip, event)
			grip = { does: 'pinch', last: [first, second] }
		} else if (
			event.button === 1 ||
			keys.pan ||
			(!toolsWork(desk.getState()) && event.button === 0)
		) {
			grip = { does: 'pan', last: pointer }
		} else if (event.button === 0 && keys.zoomBox) {
			grip = { does: 'zoom-box', start: pointer }
		} else if (event.button === 0) {
			const given = input(event)
			const { history, selection } = open.getState()
			grip = { does: 'tool', tool: toolFor(given), steps: history.past.length, selection }
			grip.tool.down(given)
			workbench.refresh(grip.tool)
		}
		showCursor()
	}

	/** The loupe follows the pointer; without it nobody needs to know where the pointer is. */
	const tellLoupe = (at: Point | null) => {
		const { loupe, holds } = desk.getState()
		if (loupe || holds.has('loupe')) desk.setState({ pointer: at })
	}

	const onMove = (event: PointerEvent) => {
		if (event.pointerType === 'pen') penAt = event.timeStamp
		if (isPalm(event)) return
		pointer = place(event)
		tellLoupe(pointer)
		if (fingers.has(event.pointerId)) fingers.set(event.pointerId, pointer)
		switch (grip?.does) {
			case 'pan': {
				const by = subtract(pointer, grip.last)
				grip.last = pointer
				desk.setState(({ view }) => ({ view: panBy(view, by) }))
				break
			}
			case 'pinch':
				grip.last = pinch(grip.last)
				break
			case 'zoom-box': {
				const { view } = desk.getState()
				const box = boxOf([toSheet(view, grip.start), toSheet(view, pointer)])
				desk.setState({ overlay: { ...NO_OVERLAY, box } })
				break
			}
			default: {
				if (!toolsWork(desk.getState())) break
				const given = input(event)
				mod = given.mod
				const tool = grip?.tool ?? toolFor(given)
				tool.move(given)
				workbench.refresh(tool)
			}
		}
		showCursor()
	}

	const pinch = (last: readonly [Point, Point]): readonly [Point, Point] => {
		const [first, second] = [...fingers.values()]
		if (!first || !second) return last
		const from = mix(last[0], last[1], 0.5)
		const to = mix(first, second, 0.5)
		const factor = distance(first, second) / Math.max(1, distance(last[0], last[1]))
		desk.setState(({ view }) => ({ view: zoomAt(panBy(view, subtract(to, from)), to, factor) }))
		return [first, second]
	}

	const onUp = (event: PointerEvent) => {
		if (isPalm(event) && !fingers.has(event.pointerId)) return
		fingers.delete(event.pointerId)
		if (grip?.does === 'tool') {
			grip.tool.up(input(event))
			workbench.refresh(grip.tool)
		}
		if (grip?.does === 'zoom-box') {
			const { view, size } = desk.getState()
			const box = boxOf([toSheet(view, grip.start), toSheet(view, place(event))])
			const dragged = distance(grip.start, place(event)) > 4
			desk.setState({ overlay: NO_OVERLAY, ...(dragged && { view: fitBox(box, size) }) })
		}
		if (fingers.size === 0) grip = null
		showCursor()
	}

	const onWheel = (event: WheelEvent) => {
		event.preventDefault()
		const unit = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? LINE_PX : 1
		const [dx, dy] = [event.deltaX * unit, event.deltaY * unit]
		if (event.ctrlKey || event.metaKey) {
			const rate = Math.abs(dy) < PINCH_STEP_PX ? PINCH_ZOOM_PER_PX : WHEEL_ZOOM_PER_PX
			desk.setState(({ view }) => ({ view: zoomAt(view, place(event), Math.exp(-dy * rate)) }))
		} else {
			const by: Point = event.shiftKey && dx === 0 ? [-dy, 0] : [-dx, -dy]
			desk.setState(({ view }) => ({ view: panBy(view, by) }))
		}
	}

	const onDoubleClick = (event: MouseEvent) => {
		if (!toolsWork(desk.getState()) || keys.pan) return
		const given = input(event)
		const tool = toolFor(given)
		tool.doubleClick(given)
		workbench.refresh(tool)
	}

	const showCursor = () => {
		const passive = !toolsWork(desk.getState())
		if (keys.pan || passive || grip?.does === 'pan')
			element.style.cursor = grip ? 'grabbing' : 'grab'
		else if (keys.zoomBox) element.style.cursor = 'zoom-in'
		else {
			const pen = desk.getState().tool === 'pen'
			element.style.cursor = (mod && pen ? workbench.tools.nodes : workbench.toolAtHand()).cursor()
		}
	}

	const listeners: [string, (event: never) => void, AddEventListenerOptions?][] = [
		['pointerdown', onDown],
		['pointermove', onMove],
		['pointerup', onUp],
		['pointercancel', onUp],
		['pointerleave', () => tellLoupe(null)],
		['wheel', onWheel, { passive: false }],
		['dblclick', onDoubleClick],
	]
	for (const [type, listener, options] of listeners)
		element.addEventListener(type, listener as EventListener, options)
	return {
		pointer: () => pointer,
		unbind: () => {
			for (const [type, listener] of listeners)
				element.removeEventListener(type, listener as EventListener)
		},
	}
}
