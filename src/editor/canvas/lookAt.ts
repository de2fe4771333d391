import type { Point } from '@/core'
import type { Desk } from '../desk'

/** Near enough to judge a fraction of a px. */
const LOOK_SCALE = 4

/** Brings a place of the sheet into the middle of the window, large enough to be judged. */
export function lookAt([x, y]: Point, desk: Desk): void {
	desk.setState(({ view, size }) => {
		const scale = Math.max(view.scale, LOOK_SCALE)
		return { view: { scale, x: size.width / 2 - x * scale, y: size.height / 2 - y * scale } }
	})
}
