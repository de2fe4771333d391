import type { Point } from '@/core'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from './colours'
import { addLine, cased, inScreenPx } from './strokes'

/** Half the size of the bracket, px on screen. */
const PLACE_PX = 11
/** How far the arms of the cross reach, px on screen. */
const CROSS_PX = 18

/** Four corners about a place that is to be looked at. */
export function paintPlace(ctx: CanvasRenderingContext2D, at: Point, viewport: Viewport): void {
	inScreenPx(ctx, viewport)
	const [x, y] = toScreen(viewport.view, at)
	const path = new Path2D()
	for (const [dx, dy] of [
		[-1, -1],
		[1, -1],
		[1, 1],
		[-1, 1],
	] as const) {
		const corner: Point = [x + dx * PLACE_PX, y + dy * PLACE_PX]
		addLine(path, corner, [corner[0] - dx * 6, corner[1]])
		addLine(path, corner, [corner[0], corner[1] - dy * 6])
	}
	cased(ctx, path, INKS.wrong, 2)
}

/** The keys' cross: open in the middle, so that the place itself is seen. */
export function paintCross(ctx: CanvasRenderingContext2D, at: Point, viewport: Viewport): void {
	inScreenPx(ctx, viewport)
	const [x, y] = toScreen(viewport.view, at)
	const path = new Path2D()
	for (const [dx, dy] of [
		[1, 0],
		[-1, 0],
		[0, 1],
		[0, -1],
	] as const)
		addLine(path, [x + dx * 4, y + dy * 4], [x + dx * CROSS_PX, y + dy * CROSS_PX])
	cased(ctx, path, INKS.active, 2)
}
