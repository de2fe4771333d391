import type { Box, Point } from '@/core'
import type { Desk } from './desk'
import { centredOn, fitBox } from './view'

/** Near enough to judge a fraction of a px. */
const LOOK_SCALE = 4

/** Brings a place of the sheet into the middle of the window, large enough to be judged. */
export function lookAt(at: Point, desk: Desk): void {
	desk.setState(({ view, size }) => ({
		view: centredOn(at, Math.max(view.scale, LOOK_SCALE), size),
	}))
}

/** Fits a box of the sheet into the window. */
export function lookAtBox(box: Box, desk: Desk): void {
	desk.setState(({ size }) => ({ view: fitBox(box, size) }))
}
