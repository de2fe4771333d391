import type { Box } from '../../geometry/box'

/** So much round the hint is looked at, as a share of its longer side, and at least, px. */
const ROUND = 0.15
const LEAST_ROUND_PX = 12

/** The model sees a copy of so many pixels at most at first, … */
export const FIRST_PX = 36_000
/** … and then a larger one. */
export const MODEL_PX = 144_000

/** The part of a photo that is looked at for what a box holds: it and some of what is round it. */
export function roundAbout(box: Box, width: number, height: number) {
	const round = Math.max(LEAST_ROUND_PX, ROUND * Math.max(box.maxX - box.minX, box.maxY - box.minY))
	const left = Math.max(0, Math.floor(box.minX - round))
	const top = Math.max(0, Math.floor(box.minY - round))
	const right = Math.min(width, Math.ceil(box.maxX + round))
	const bottom = Math.min(height, Math.ceil(box.maxY + round))
	return { left, top, width: right - left, height: bottom - top }
}
