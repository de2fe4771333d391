import { type Contour, isStraight, type Point, segments } from '@/core'
import { toScreen, type View, type Viewport } from '@/editor/session/view'
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

/** An outline's segments as a path on screen. */
export function addContour(path: Path2D, contour: Contour, view: View): void {
	const first = contour.nodes[0]
	if (!first) return
	path.moveTo(...(toScreen(view, first.at) as [number, number]))
	for (const { from, to } of segments(contour)) {
		const [x, y] = toScreen(view, to.at)
		if (isStraight(from, to)) path.lineTo(x, y)
		else {
			const [a, b] = [toScreen(view, from.out ?? from.at), toScreen(view, to.in ?? to.at)]
			path.bezierCurveTo(a[0], a[1], b[0], b[1], x, y)
		}
	}
	if (contour.closed) path.closePath()
}
