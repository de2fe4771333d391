import type { Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { addContour, cased, inScreenPx } from '@/editor/stage/strokes'
import type { AgainState } from './againSlice'

const LAID = 'rgba(217, 142, 4, 0.28)'

/** What was found once more: filled where it is to be laid, dashed where it is left out. */
export function paintAgain(
	ctx: CanvasRenderingContext2D,
	{ found, out }: Pick<AgainState, 'found' | 'out'>,
	viewport: Viewport,
): void {
	if (found.length === 0) return
	inScreenPx(ctx, viewport)
	const { view, line } = viewport
	for (const one of found) {
		const path = new Path2D()
		for (const contour of one.contours) addContour(path, contour, view)
		const left = out.has(one)
		if (left) ctx.setLineDash([5, 5])
		else {
			ctx.fillStyle = LAID
			ctx.fill(path, 'evenodd')
		}
		cased(ctx, path, left ? INKS.idle : INKS.selected, line.width)
		ctx.setLineDash([])
	}
}
