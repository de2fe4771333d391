import {
	findNode,
	type HandleSide,
	neighbours,
	type PathNode,
	type Point,
	type Sheet,
} from '@/core'
import type { Selection } from '@/store/selection'

/** A handle that is shown, and so can be taken hold of. */
export interface ShownHandle {
	readonly node: PathNode
	readonly side: HandleSide
	readonly at: Point
	/** Whether its node is selected; the others face a selected node across a segment. */
	readonly own: boolean
}

/** With more nodes selected than this their handles would only be clutter. */
const MOST_NODES = 24

/** The handles of the selected nodes, and those that face them across their segments. */
export function shownHandles(sheet: Sheet, selection: Selection): ShownHandle[] {
	if (selection.nodes.size === 0 || selection.nodes.size > MOST_NODES) return []
	const shown = new Map<string, ShownHandle>()
	const show = (node: PathNode | undefined, side: HandleSide, own: boolean) => {
		const at = node?.[side]
		if (node && at && (own || !selection.nodes.has(node.id)))
			shown.set(`${node.id}:${side}`, { node, side, at, own })
	}
	for (const id of selection.nodes) {
		const place = findNode(sheet, id)
		if (!place) continue
		const { before, after } = neighbours(place.contour, place.index)
		show(place.node, 'in', true)
		show(place.node, 'out', true)
		show(before, 'out', false)
		show(after, 'in', false)
	}
	return [...shown.values()]
}
