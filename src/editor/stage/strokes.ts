import type { Point } from '@/core'
import type { Viewport } from '@/editor/bench/view'
import { INKS } from './colours'

/** What follows is drawn in CSS px of the screen. */
export function inScreenPx(ctx: CanvasRenderingContext2D, { ratio }: Viewport): void {
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
}

/** A path drawn twice, a light casing under its colour, so that it shows on any photo. */
export function cased(
	ctx: CanvasRenderingContext2D,
	path: Path2D,
	colour: string,
	width: number,
): void {
	ctx.strokeStyle = INKS.casing
	ctx.lineWidth = width + 2.5
	ctx.stroke(path)
	ctx.strokeStyle = colour
	ctx.lineWidth = width
	ctx.stroke(path)
}

export function addRing(path: Path2D, [x, y]: Point, r: number): void {
	path.moveTo(x + r, y)
	path.arc(x, y, r, 0, 2 * Math.PI)
}

export function addLine(path: Path2D, from: Point, to: Point): void {
	path.moveTo(from[0], from[1])
	path.lineTo(to[0], to[1])
}
