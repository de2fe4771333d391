import type { Brush } from '@/editor/session/tool'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from './colours'
import { addRing, cased } from './strokes'

const STROKE_STRENGTH = 0.45

/** Strokes of a brush: what belongs to the object, and what does not; and the brush's own ring. */
export function paintBrush(
	ctx: CanvasRenderingContext2D,
	{ dabs, at: brush }: Brush,
	{ view }: Viewport,
): void {
	for (const { side, points, radius } of dabs) {
		const path = new Path2D()
		for (const [n, p] of points.entries()) {
			const on = toScreen(view, p)
			if (n === 0) path.moveTo(...on)
			path.lineTo(...on)
		}
		ctx.globalAlpha = STROKE_STRENGTH
		ctx.strokeStyle = side === 'inside' ? INKS.active : INKS.wrong
		ctx.lineWidth = 2 * radius * view.scale
		ctx.stroke(path)
		ctx.globalAlpha = 1
	}
	if (!brush) return
	const ring = new Path2D()
	addRing(ring, toScreen(view, brush.at), brush.radius * view.scale)
	cased(ctx, ring, INKS.ink, 1.25)
}
