import { findNode, type Sheet, setKind } from '@/core'
import { apply, type Effect, select } from '@/editor/bench/machine'
import { selectContour } from '@/store/selection'

/** Alt-click: a corner becomes smooth, anything else a corner. */
export function togglingKind(sheet: Sheet, id: string): readonly Effect[] {
	const place = findNode(sheet, id)
	if (!place) return []
	const kind = place.node.kind === 'corner' ? 'smooth' : 'corner'
	return [
		apply(`Make ${kind}`, (now) => setKind(now, new Set([id]), kind)),
		select(selectContour(sheet, place.contour.id, [id])),
	]
}
