import type { Point } from '@/core'

/** An element of the page, as far as gestures know one, and the pointers over it. */
export class FakeCanvas extends EventTarget {
	readonly style = { cursor: '' }
	private time = 0

	getBoundingClientRect() {
		return { left: 0, top: 0 }
	}
	focus() {}
	setPointerCapture() {}

	readonly wait = (ms: number) => {
		this.time += ms
	}

	/** A pointer event at a place, screen px: a mouse's main button unless `more` says otherwise. */
	readonly send = (type: string, [clientX, clientY]: Point, more: object = {}) => {
		const event = Object.assign(new Event(type, { cancelable: true }), {
			clientX,
			clientY,
			pointerId: 1,
			pointerType: 'mouse',
			button: 0,
			buttons: type === 'pointerup' || type === 'pointercancel' ? 0 : 1,
			...more,
		})
		this.time += 10
		Object.defineProperty(event, 'timeStamp', { value: this.time })
		this.dispatchEvent(event)
	}
}
