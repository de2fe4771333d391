import { findNode, setKind } from '@/core'
import { selectContour } from '@/store/selection'
import type { Bench } from './tool'

/** Alt-click: a corner becomes smooth, anything else a corner. */
export function toggleKind(bench: Bench, id: string): void {
	const place = findNode(bench.sheet(), id)
	if (!place) return
	const kind = place.node.kind === 'corner' ? 'smooth' : 'corner'
	bench.apply(`Make ${kind}`, (sheet) => setKind(sheet, new Set([id]), kind))
	bench.select(selectContour(bench.sheet(), place.contour.id, [id]))
}
