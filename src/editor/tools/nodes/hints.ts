import { type HandleSide, NODE_KINDS, type NodePlace, type Sheet } from '@/core'
import type { Hit } from '@/editor/session/hitTest'
import { heldKey, isKind, keyOf, type PressHold } from '@/editor/session/holds'
import { stopAt } from '@/editor/session/walk'
import type { Held } from './held'

/** What Nodes says in the hint line. */

const KIND_KEYS = NODE_KINDS.map(keyOf).join(' ')

/** While a key is held: what a press would do here. */
export function holdHint(hold: PressHold, hover: Hit | null): string {
	if (isKind(hold))
		return hover?.kind === 'node'
			? `Click: make the node ${hold}. Drag over nodes: make them all ${hold}.`
			: `Click a node to make it ${hold}; drag over several.`
	if (hold === 'lasso') return 'Drag: a lasso round nodes. Shift adds to the selection.'
	if (hold === 'insert')
		return hover?.kind === 'segment'
			? 'Click: insert a node here; the shape stays.'
			: 'Click a segment to insert a node.'
	return hover?.kind === 'node'
		? 'Drag: pull a handle out of the node.'
		: 'Drag a node to pull a handle out of it.'
}

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
	return `${name} handle: arrows move it 1 px, Shift 10. Delete takes it away. Esc: back to the node.`
}

/** While something is dragged. */
export function heldHint(what: Held['what'], joins = false): string {
	switch (what) {
		case 'nodes':
			if (joins)
				return `Let go: the two ends are joined. ${heldKey('finely')}: they stay apart. Esc: call it off.`
			return `Moving. Shift: 45° steps. ${heldKey('finely')}: snap to nothing. ${KIND_KEYS}: its kind. Esc: call it off.`
		case 'handle':
			return `${keyOf('cusp')}: free of the other. ${keyOf('smooth')}: in line. Shift: 45° steps. Drop it on its node: it goes. Esc: call it off.`
		case 'segment':
			return 'Bending: the grabbed point follows the pointer.'
		case 'pull':
			return `Pulling a handle out. ${KIND_KEYS}: the node’s kind. Esc: call it off.`
		case 'kind':
			return 'Every node under the pointer becomes of this kind.'
		case 'box':
		case 'lasso':
			return 'Selecting the nodes inside. Shift adds to the selection.'
	}
}

/** While nothing is: what a click and a drag would do here, or what keys do with the selection. */
export function hoverHint(
	hover: Hit | null,
	hold: PressHold | null,
	selected: number,
	where: string,
): string {
	if (hold) return holdHint(hold, hover)
	switch (hover?.kind) {
		case 'node':
			return `Click: select; Shift: add. Drag: move. ${heldKey('pull')} and drag: pull a handle out. ${KIND_KEYS} and click: its kind.`
		case 'handle':
			return `Drag: shape the curve; ${keyOf('cusp')} on the way: free of the other. Drop it on its node: it goes.`
		case 'segment':
			return `Drag: bend. Click: select both nodes. ${heldKey('insert')} and click: insert a node. Double-click: the outline.`
	}
	return selected > 0
		? `${where}Arrows nudge. ${KIND_KEYS}: kind. I O: a handle. ${keyOf('insert')}: insert. N: walk on.`
		: `Click a node, a segment or a piece. Drag: a box round nodes; ${heldKey('lasso')}: a lasso. N: walk from node to node.`
}
