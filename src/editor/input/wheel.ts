import type { Point } from '@/core'
import type { Desk } from '@/editor/session/desk'
import { panBy, zoomAt } from '@/editor/session/view'

/** Zoom of one px of a wheel, and of one px of a pinch. */
const WHEEL_ZOOM_PER_PX = 0.0022
const PINCH_ZOOM_PER_PX = 0.01
/** A pinch on a trackpad arrives as Ctrl and small wheel steps. */
const PINCH_STEP_PX = 40
/** A wheel that counts in lines scrolls this far a line, px. */
const LINE_PX = 18

/** Scrolls the view by the wheel; with Ctrl or Cmd, or by a trackpad's pinch, zooms at the pointer. */
export function bindWheel(element: HTMLElement, desk: Desk, signal: AbortSignal): void {
	const onWheel = (event: WheelEvent) => {
		event.preventDefault()
		const unit = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? LINE_PX : 1
		const [dx, dy] = [event.deltaX * unit, event.deltaY * unit]
		if (event.ctrlKey || event.metaKey) {
			const box = element.getBoundingClientRect()
			const at: Point = [event.clientX - box.left, event.clientY - box.top]
			const rate = Math.abs(dy) < PINCH_STEP_PX ? PINCH_ZOOM_PER_PX : WHEEL_ZOOM_PER_PX
			desk.setState(({ view }) => ({ view: zoomAt(view, at, Math.exp(-dy * rate)) }))
		} else {
			const by: Point = event.shiftKey && dx === 0 ? [-dy, 0] : [-dx, -dy]
			desk.setState(({ view }) => ({ view: panBy(view, by) }))
		}
	}
	element.addEventListener('wheel', onWheel, { passive: false, signal })
}
