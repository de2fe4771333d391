import type { Point } from '../geometry/point'
import type { Contour, PathNode } from './model'

/** How far from the sheet's corner anything may lie, px: beyond it numbers lose their thousandths. */
export const SHEET_REACH_PX = 1e7

/** Whether a number is one that a sheet can hold as a place or length, px. */
export function isSound(value: number): boolean {
	return value >= -SHEET_REACH_PX && value <= SHEET_REACH_PX
}

/** Whether a node and its handles lie where a sheet can hold them. */
export function isSoundNode({ at, in: into, out }: PathNode): boolean {
	return isSoundPoint(at) && (!into || isSoundPoint(into)) && (!out || isSoundPoint(out))
}

function isSoundPoint([x, y]: Point): boolean {
	return isSound(x) && isSound(y)
}

/** Beyond this nothing is worked out: a hundred times what a sheet can hold, px. */
const WORKABLE_PX = 100 * SHEET_REACH_PX

/** Whether outlines can be worked with at all: their numbers are numbers, and near any sheet. */
export function areWorkable(contours: readonly Contour[]): boolean {
	return contours.every(({ nodes }) =>
		nodes.every(
			({ at, in: into = at, out = at }) =>
				isWorkablePoint(at) && isWorkablePoint(into) && isWorkablePoint(out),
		),
	)
}

function isWorkablePoint([x, y]: Point): boolean {
	return Math.abs(x) <= WORKABLE_PX && Math.abs(y) <= WORKABLE_PX
}

/** @throws {RangeError} where outlines cannot be worked with */
export function assertWorkable(contours: readonly Contour[]): void {
	if (!areWorkable(contours))
		throw new RangeError(
			'Outlines can only be worked with where all their coordinates are numbers, none beyond 10⁹.',
		)
}

export function isSoundContour({ nodes }: Contour): boolean {
	return nodes.every(isSoundNode)
}
