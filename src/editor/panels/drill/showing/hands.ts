import type { Point } from '@/core'
import { toScreen } from '@/editor/session/view'
import type { Workbench } from '@/editor/workbench/workbench'
import { isAtWork } from '@/jobs/endpoint'

/** The hands by which something is shown: they do to the bench what a pointer and keys do. */
export interface Hands {
	/** Where a place of the sheet is on screen, px of the window. */
	onScreen(at: Point): Point
	/** A pointer event on the canvas. @param at px of the window */
	pointer(what: 'move' | 'down' | 'up' | 'cancel', at: Point, shift?: boolean): void
	/** A key, by the name that the bench has for it. */
	key(what: 'down' | 'up', name: string, shift?: boolean): void
	/** Where a button or switch is whose name begins so, once it is there and can be used. @throws {NotThere} */
	find(name: string, signal: AbortSignal): Promise<Target>
	/** Waits until what was asked for has come: nothing runs, and nothing has changed for a moment. */
	settled(signal: AbortSignal): Promise<void>
}

export interface Target {
	/** Its middle, px of the window. */
	readonly at: Point
	press(): void
}

/** What is to be pressed did not come. */
export class NotThere extends Error {
	constructor(name: string) {
		super(`“${name}” is not there to be pressed.`)
		this.name = 'NotThere'
	}
}

/** So long a button may take to come, or what was asked for to be there, ms. */
const PATIENCE_MS = 20_000
const LOOK_MS = 60
/** Nothing changed for so long: what was asked for is there, ms. */
const STILL_MS = 500

/** Hands on the page, over a canvas. */
export function handsOn(canvas: HTMLElement, workbench: Workbench): Hands {
	const { desk } = workbench
	return {
		onScreen: (at) => {
			const { left, top } = canvas.getBoundingClientRect()
			const [x, y] = toScreen(desk.getState().view, at)
			return [x + left, y + top]
		},
		pointer: (what, [clientX, clientY], shiftKey = false) => {
			const event = new PointerEvent(`pointer${what}`, {
				clientX,
				clientY,
				shiftKey,
				pointerId: 1,
				pointerType: 'mouse',
				isPrimary: true,
				button: what === 'move' ? -1 : 0,
				buttons: what === 'down' ? 1 : 0,
				bubbles: true,
				cancelable: true,
			})
			canvas.dispatchEvent(event)
		},
		key: (what, name, shiftKey = false) => {
			const event = new KeyboardEvent(`key${what}`, {
				key: KEY_NAMES[name] ?? name,
				code: codeOf(name),
				shiftKey,
				cancelable: true,
			})
			window.dispatchEvent(event)
		},
		find: async (name, signal) => {
			for (let waited = 0; waited < PATIENCE_MS; waited += LOOK_MS) {
				const button = buttonNamed(name)
				if (button) return targetOf(button)
				await pause(LOOK_MS, signal)
			}
			throw new NotThere(name)
		},
		settled: (signal) => stillness(workbench, signal),
	}
}

const KEY_NAMES: Readonly<Record<string, string>> = {
	escape: 'Escape',
	enter: 'Enter',
	backspace: 'Backspace',
	delete: 'Delete',
	arrowleft: 'ArrowLeft',
	arrowright: 'ArrowRight',
	arrowup: 'ArrowUp',
	arrowdown: 'ArrowDown',
}

function codeOf(name: string): string {
	if (/^\d$/.test(name)) return `Digit${name}`
	return /^[a-z]$/.test(name) ? `Key${name.toUpperCase()}` : (KEY_NAMES[name] ?? '')
}

function buttonNamed(name: string): HTMLElement | undefined {
	const all = document.querySelectorAll<HTMLElement>('main button, main [role="switch"]')
	return [...all].find(
		(one) =>
			(one.getAttribute('aria-label') ?? one.textContent ?? '').trim().startsWith(name) &&
			!one.matches(':disabled, [aria-disabled="true"]') &&
			one.getClientRects().length > 0,
	)
}

function targetOf(button: HTMLElement): Target {
	button.scrollIntoView({ block: 'nearest' })
	const { left, top, width, height } = button.getBoundingClientRect()
	return { at: [left + width / 2, top + height / 2], press: () => button.click() }
}

/** @throws {DOMException} once it is called off */
export function pause(ms: number, signal: AbortSignal): Promise<void> {
	return new Promise((resolve, reject) => {
		signal.throwIfAborted()
		const stop = () => {
			clearTimeout(timer)
			reject(signal.reason)
		}
		const timer = setTimeout(() => {
			signal.removeEventListener('abort', stop)
			resolve()
		}, ms)
		signal.addEventListener('abort', stop, { once: true })
	})
}

async function stillness({ open, slices }: Workbench, signal: AbortSignal): Promise<void> {
	const now = () => [open.getState().history.present, slices.version()]
	let before = now()
	let still = 0
	for (let waited = 0; waited < PATIENCE_MS && still < STILL_MS; waited += LOOK_MS) {
		await pause(LOOK_MS, signal)
		const seen = now()
		const same = seen.every((one, k) => one === before[k])
		still = same && !isAtWork() ? still + LOOK_MS : 0
		before = seen
	}
}
