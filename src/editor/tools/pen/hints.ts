import { heldKey, keyOf } from '@/editor/session/holds'
import type { Target } from './aim'

/** While the button is down. */
export function pressHint(
	{
		kind,
		pulled,
	}: { readonly kind: 'place' | 'close' | 'turn-last' | 'pick-up'; readonly pulled: boolean },
	straight: boolean,
): string {
	if (straight) return 'Release: the corner stands here. Drag: carry it.'
	if (kind === 'pick-up')
		return pulled
			? 'Pulling the handle that leaves the node.'
			: 'Release: draw on from this node. Drag: pull its handle out.'
	if (kind === 'turn-last')
		return pulled
			? 'Turning the outgoing handle alone.'
			: 'Release: the next segment leaves straight. Drag: turn its handle.'
	return pulled
		? `Pulling both handles. ${keyOf('cusp')}: only the outgoing one, for a cusp. ${keyOf('corner')}: none. Shift: 45° steps.`
		: 'Release for a corner. Drag to pull handles for a smooth node.'
}

/** What a click and a drag would do here. */
export function aimHint(
	target: Target,
	{ drawing, ended, straight }: { drawing: boolean; ended: boolean; straight: boolean },
): string {
	switch (target.do) {
		case 'close':
			return 'Click: close the outline here. Drag: close it with a smooth node.'
		case 'turn-last':
			return 'Click: the next segment leaves straight. Drag: turn the outgoing handle alone.'
		case 'pick-up':
			return 'Click: pick this open outline up and go on from here.'
		case 'join':
			return `Click: end here, and join both outlines into one. ${heldKey('finely')}: end here, apart.`
		case 'on-edge':
			return drawing
				? 'Click: a node just on this edge. On the same edge again: go along it.'
				: 'Click: begin just on this edge; nothing of it changes.'
		case 'along':
			return 'Click: go along this edge to here, without a gap. Shift: the other way round.'
		case 'insert':
			return `Click: insert a node here; the shape stays. ${heldKey('along')}: begin on this edge.`
		case 'give-kind':
			return `Click: make the node ${target.kind}.`
		case 'place':
			if (straight && drawing)
				return 'Click: corner, straight only. First node: close. Enter or double-click: end open. Backspace: one node back.'
			if (drawing)
				return 'Click: corner. Drag: smooth node. First node: close. Enter or double-click: end open. Backspace: one node back.'
			if (straight && !ended)
				return 'Click: begin with a corner; straight segments only, as set at the Pen. End node: go on.'
			if (ended) return 'Ended open. Enter again: close it. Click: begin a new outline.'
			return `Click: begin with a corner. Drag: with a smooth node. End node: go on. ${heldKey('smooth')}: give nodes that kind.`
	}
}
