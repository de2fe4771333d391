import { type Contour, isStraight, type Point, segments } from '@/core'
import { toScreen, type View, type Viewport } from '@/editor/session/view'
import { INKS } from './colours'

/** What lines are cased in on a canvas that one draws on in px of the screen. */
const casings = new WeakMap<CanvasRenderingContext2D, (colour: string) => string | CanvasPattern>()

/** What follows is drawn in CSS px of the screen, its lines cased so that they show on what lies beneath. */
export function inScreenPx(
	ctx: CanvasRenderingContext2D,
	{ ratio, view, casing }: Pick<Viewport, 'ratio' | 'view' | 'casing'>,
): void {
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
	casings.set(ctx, (colour) => casing?.(colour, view) ?? INKS.casing)
}

/** Where lines are drawn in px of the sheet, what they are cased in. */
export function casingOnSheet({ casing }: Viewport, colour: string): string | CanvasPattern {
	return casing?.(colour, ON_SHEET) ?? INKS.casing
}

const ON_SHEET: View = { scale: 1, x: 0, y: 0 }

/** How much wider than a line its casing is, px. */
const CASING_PX = 2.5

/** A path drawn twice, its casing under its colour, so that it shows on any photo. */
export function cased(
	ctx: CanvasRenderingContext2D,
	path: Path2D,
	colour: string,
	width: number,
	casing = CASING_PX,
): void {
	ctx.strokeStyle = casings.get(ctx)?.(colour) ?? INKS.casing
	ctx.lineWidth = width + casing
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
