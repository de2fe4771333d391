import type { WordsShown } from '@/editor/session/tool'
import { toScreen, type View } from '@/editor/session/view'
import { INKS } from './colours'
import { addLine, cased } from './strokes'

/** Sizes on screen, px. */
const CARET_PX = 2
const GRIP_PX = 6

/** The caret of words that are typed, what is chosen of them, and their handles. */
export function paintWords(
	ctx: CanvasRenderingContext2D,
	{ caret, bands, grips }: WordsShown,
	view: View,
): void {
	const chosen = new Path2D()
	for (const band of bands) {
		for (const p of band) chosen.lineTo(...(toScreen(view, p) as [number, number]))
		chosen.closePath()
	}
	ctx.save()
	ctx.globalAlpha = 0.35
	ctx.fillStyle = INKS.selected
	ctx.fill(chosen)
	ctx.restore()
	if (caret) {
		const path = new Path2D()
		addLine(path, toScreen(view, caret[0]), toScreen(view, caret[1]))
		cased(ctx, path, INKS.active, CARET_PX)
	}
	const [start, offset] = grips.map(({ at }) => toScreen(view, at))
	if (!start || !offset) return
	const stem = new Path2D()
	addLine(stem, start, offset)
	cased(ctx, stem, INKS.active, 1)
	const marks = new Path2D()
	// A diamond slides along, a dot lifts off.
	marks.moveTo(start[0] - GRIP_PX, start[1])
	marks.lineTo(start[0], start[1] - GRIP_PX)
	marks.lineTo(start[0] + GRIP_PX, start[1])
	marks.lineTo(start[0], start[1] + GRIP_PX)
	marks.closePath()
	marks.moveTo(offset[0] + GRIP_PX, offset[1])
	marks.arc(offset[0], offset[1], GRIP_PX, 0, 2 * Math.PI)
	ctx.fillStyle = INKS.card
	ctx.fill(marks)
	cased(ctx, marks, INKS.active, 1.5)
}
