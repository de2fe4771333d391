import { findNode, type NodeKind, type Sheet, setKind } from '@/core'
import { apply, type Effect, select } from '@/editor/session/machine'
import { selectContour } from '@/store/selection'

/** A kind's key is held: the node that is clicked becomes of that kind, and is selected. */
export function givingKind(
	sheet: Sheet,
	id: string,
	kind: NodeKind,
	key?: string,
): readonly Effect[] {
	const place = findNode(sheet, id)
	if (!place) return []
	return [
		apply(`Make ${kind}`, (now) => setKind(now, new Set([id]), kind), key),
		select(selectContour(sheet, place.contour.id, [id])),
	]
}
