import type { EdgesThere } from '@/editor/session/edgeReading'
import { heldKey } from '@/editor/session/holds'

/** What the pointer is over. */
export type Over = 'nothing' | 'start' | 'first' | 'pin' | 'last' | 'way' | 'end'

/** What a click and a drag would do, as the run and the photo stand. */
export function runHint(
	{ over, running, closed }: { over: Over; running: boolean; closed: boolean },
	there: EdgesThere,
): string {
	if (over === 'first' && !closed)
		return 'Click: close the outline along the edge. Drag: move the pin.'
	if (over === 'start') return 'Click: close the outline along the edge.'
	if (over === 'last') return 'Double-click: end open. Drag: move the pin. Backspace: take it back.'
	if (closed && (over === 'first' || over === 'pin'))
		return 'Drag: move the pin. Click: take it away.'
	if (over === 'pin') return 'Drag: move the pin. Delete: take it away. Click: next pin.'
	if (over === 'way') return 'Press here and drag: one more pin, where the way went astray.'
	if (over === 'end') return 'Click: go on from the end of this outline, along the edge.'
	const why = WHY[there]
	if (why) return why
	if (closed)
		return 'Closed. Drag pins and ways until it fits; Enter: done. Click elsewhere: the next outline.'
	return running
		? `Click: next pin. Draw: by hand. ${heldKey('corner')}: straight. ${heldKey('insert')}: pin on the way. Enter: close.`
		: 'Click on an edge: the first pin. End node of an outline: go on from there.'
}

const WHY: Readonly<Record<EdgesThere, string | null>> = {
	known: null,
	coming: 'The photo’s edges are being read here; the way is straight until they are.',
	failed:
		'The photo’s edges could not be read; the way is straight. Move the pointer to try again.',
	hidden: 'The photo is hidden here: show it, and its edges can be followed.',
	'no photo': 'There is no photo here whose edge could be followed; the way is straight.',
}

export function pressedHint(doing: 'place' | 'hand' | 'move' | 'insert'): string {
	return {
		place: 'Release: the pin stands here. Draw on: this stretch by hand.',
		hand: 'Release: the stretch stays as you drew it. Esc: drop it.',
		move: 'Release: the ways on either side follow the edge to here.',
		insert: 'Release: the way leads through here.',
	}[doing]
}
