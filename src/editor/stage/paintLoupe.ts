import { type Box, boxOf, growBox, type Point } from '@/core'
import { type Size, toSheet, type View, type Viewport } from '@/editor/session/view'
import { INKS } from './colours'

/** The loupe's radius, and how far its middle stands from the pointer, px on screen. */
const RADIUS_PX = 96
const AWAY_PX = 130
/** Screen px for a px of the sheet: at least this, and always closer than the canvas. */
const LOUPE_SCALE = 8
const CLOSER = 3
const CROSS_PX = 9

/**
 * A round lens beside the pointer that shows what is under it at 800 %, outlines and nodes
 * included. It keeps to the side that has room.
 * @param paint draws photo, pieces and marks for a view, of which only `within` will be seen
 */
export function paintLoupe(
	ctx: CanvasRenderingContext2D,
	pointer: Point,
	viewport: Viewport,
	paint: (viewport: Viewport, within: Box) => void,
): void {
	const middle = loupeMiddle(pointer, viewport.size)
	const view = loupeView(viewport.view, pointer, middle)
	const { ratio } = viewport
	const lens = new Path2D()
	lens.arc(middle[0], middle[1], RADIUS_PX, 0, 2 * Math.PI)
	const inScreenPx = () => ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.save()
	inScreenPx()
	ctx.clip(lens)
	const reach = RADIUS_PX / view.scale
	paint({ ...viewport, view }, growBox(boxOf([toSheet(view, middle)]), reach))
	ctx.restore()
	inScreenPx()
	ctx.strokeStyle = INKS.card
	ctx.lineWidth = 5
	ctx.stroke(lens)
	ctx.strokeStyle = INKS.ink
	ctx.lineWidth = 1.5
	ctx.stroke(lens)
	const cross = new Path2D()
	for (const [x, y] of [
		[1, 0],
		[0, 1],
	] as const)
		for (const way of [1, -1]) {
			cross.moveTo(middle[0] + x * way * 3, middle[1] + y * way * 3)
			cross.lineTo(middle[0] + x * way * CROSS_PX, middle[1] + y * way * CROSS_PX)
		}
	ctx.strokeStyle = INKS.card
	ctx.lineWidth = 3
	ctx.stroke(cross)
	ctx.strokeStyle = INKS.wrong
	ctx.lineWidth = 1
	ctx.stroke(cross)
}

/** Up and to the right of the pointer where there is room, else on the other side. */
export function loupeMiddle([x, y]: Point, { width, height }: Size): Point {
	const right = x + AWAY_PX + RADIUS_PX <= width
	const above = y - AWAY_PX - RADIUS_PX >= 0 || y + AWAY_PX + RADIUS_PX > height
	return [right ? x + AWAY_PX : x - AWAY_PX, above ? y - AWAY_PX : y + AWAY_PX]
}

/** The view under which the sheet's point at the pointer lies in the loupe's middle. */
export function loupeView(view: View, pointer: Point, middle: Point): View {
	const scale = Math.max(LOUPE_SCALE, CLOSER * view.scale)
	const [x, y] = toSheet(view, pointer)
	return { scale, x: middle[0] - x * scale, y: middle[1] - y * scale }
}
