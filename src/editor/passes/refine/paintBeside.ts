import { findPiece, type Sheet } from '@/core'
import type { Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { addContour, cased, inScreenPx } from '@/editor/stage/strokes'
import type { Selection } from '@/store/selection'
import { type RefineState, shiftOnto } from './refineSlice'

const GHOST = 'rgba(166, 61, 47, 0.22)'

/** A letter that is done, laid over the one at work on the lines that both stand on. */
export function paintBeside(
	ctx: CanvasRenderingContext2D,
	{ view, ...viewport }: Viewport,
	{
		sheet,
		selection,
		beside,
	}: {
		readonly sheet: Sheet
		readonly selection: Selection
		readonly beside: NonNullable<RefineState['beside']>
	},
): void {
	const letter = findPiece(sheet, beside.piece)
	const at = selection.piece === null ? undefined : findPiece(sheet, selection.piece)
	if (!letter || !at || letter === at) return
	inScreenPx(ctx, { ...viewport, view })
	const moved = { ...view, x: view.x + view.scale * shiftOnto(letter, at, beside.by) }
	const path = new Path2D()
	for (const contour of letter.contours) addContour(path, contour, moved)
	ctx.fillStyle = GHOST
	ctx.fill(path, letter.fillRule)
	ctx.setLineDash([6, 4])
	cased(ctx, path, INKS.wrong, 1.5)
	ctx.setLineDash([])
}
