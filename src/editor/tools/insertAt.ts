import { insertNode, type Sheet } from '@/core'
import { apply, type Effect, select } from '@/editor/session/machine'
import { selectContour } from '@/store/selection'

/** Inserts a node on a segment, the shape unchanged, and selects it. */
export function insertingAt(
	sheet: Sheet,
	contour: string,
	index: number,
	t: number,
): readonly Effect[] {
	const made = insertNode(sheet, contour, index, t)
	return [
		apply('Insert a node', () => made.sheet),
		select(selectContour(made.sheet, contour, [made.id])),
	]
}
