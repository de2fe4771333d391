import type { HandleSide, NodePlace, Sheet } from '@/core'
import type { Hit } from '@/editor/bench/hitTest'
import { stopAt } from '@/editor/bench/walk'

/** What Nodes says in the hint line. */

/** Which node of which outline is selected, and what it is: for those who cannot see it. */
export function whereHint(place: NodePlace | undefined, sheet: Sheet): string {
	if (!place) return ''
	const { contour, index, node } = place
	const stop = stopAt(sheet.pieces, node.id)
	const outline =
		stop && stop.outlines > 1 ? `Outline ${stop.outline} of ${stop.outlines}, node` : 'Node'
	return `${outline} ${stop?.node ?? index + 1} of ${contour.nodes.length}, ${node.kind}. `
}

export function armHint(side: HandleSide): string {
	const name = side === 'in' ? 'Incoming' : 'Outgoing'
	return `${name} handle: arrows move it 1 px, Shift 10, Alt 0.1. Delete takes it away. Esc: back to the node.`
}

/** While something is dragged. */
export function heldHint(what: 'nodes' | 'handle' | 'segment' | 'pull' | 'box' | 'lasso'): string {
	switch (what) {
		case 'nodes':
			return 'Moving. Shift: keep to 45° steps. Hold G: snap to nothing.'
		case 'handle':
			return 'Alt: break the handle free, for a cusp. Shift: 45° steps. Hold G: snap to nothing. Drop it on its node to take it away.'
		case 'segment':
			return 'Bending: the grabbed point follows the pointer.'
		case 'pull':
			return 'Pulling a handle out of the node.'
		case 'box':
		case 'lasso':
			return 'Selecting the nodes inside. Shift adds to the selection.'
	}
}

/** While nothing is: what a click and a drag would do here, or what keys do with the selection. */
export function hoverHint(hover: Hit | null, selected: number, where: string): string {
	switch (hover?.kind) {
		case 'node':
			return 'Click: select the node. Shift: add it. Drag: move it. Alt-click: corner to smooth and back. Alt-drag: pull a handle out.'
		case 'handle':
			return 'Drag: shape the curve. Alt: break the handle free. Drop it on its node to take it away.'
		case 'segment':
			return 'Drag: bend the segment. Click: select its two nodes. Alt-click: insert a node. Double-click: select the outline.'
	}
	return selected > 0
		? `${where}Arrows nudge (Shift 10, Alt 0.1 px). C S Y X: kind. I, O: a handle. A: add. N: walk on. Delete: remove.`
		: 'Click a node, a segment or a piece. Drag: a box round nodes; with Alt a lasso. N: walk from node to node.'
}
