import type { Page } from '@playwright/test'
import { percentile } from '../scripts/served'

/**
 * How long our own work takes for each pointer event, measured in the page: from the event's
 * capture to the end of its handlers and of what they queue, plus the frame callbacks that draw.
 * Two callbacks enclose those of the application, since frame callbacks run in order.
 */
export async function measureFrames(
	page: Page,
	type: 'pointermove' | 'wheel' | 'keydown',
	act: () => Promise<void>,
) {
	await page.evaluate((kind) => {
		const frames: { work: number; toPicture: number }[] = []
		let handled = 0
		let drawn = 0
		let begun = 0
		let waiting = false
		const onCapture = () => {
			begun = performance.now()
			if (!waiting)
				requestAnimationFrame(() => {
					drawn = performance.now()
				})
		}
		const onBubble = (event: Event) => {
			const { timeStamp } = event
			queueMicrotask(() => {
				handled += performance.now() - begun
				if (waiting) return
				waiting = true
				requestAnimationFrame(() => {
					const now = performance.now()
					frames.push({ work: handled + now - drawn, toPicture: now - timeStamp })
					handled = 0
					waiting = false
				})
			})
		}
		window.addEventListener(kind, onCapture, { capture: true, passive: true })
		window.addEventListener(kind, onBubble, { passive: true })
		Object.assign(window, {
			endFrames: () => {
				window.removeEventListener(kind, onCapture, { capture: true })
				window.removeEventListener(kind, onBubble)
				return frames
			},
		})
	}, type)
	await act()
	return page.evaluate(() =>
		(window as unknown as { endFrames(): { work: number; toPicture: number }[] }).endFrames(),
	)
}

export type Frames = Awaited<ReturnType<typeof measureFrames>>

export function reportHead(): void {
	console.log(
		'what                         frames   work p50   work p95   event to picture p95 (ms)',
	)
}

/** A line of figures of some frames. */
export function report(what: string, frames: Frames): void {
	const work = frames.map((f) => f.work)
	const late = frames.map((f) => f.toPicture)
	const cells = [percentile(work, 0.5), percentile(work, 0.95), percentile(late, 0.95)].map((v) =>
		v.toFixed(1).padStart(9),
	)
	console.log(`${what.padEnd(26)} ${String(frames.length).padStart(8)} ${cells.join('  ')}`)
}
