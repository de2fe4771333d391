import type { KeyInput } from './tools/tool'

/**
 * The key's name as the shortcuts know it, on any layout: the Latin letter that it types, or,
 * where it types none, the letter in that place of a Latin keyboard. Digits go by place.
 */
export function keyName(event: Pick<KeyboardEvent, 'key' | 'code'>): string {
	const digit = /^(?:Digit|Numpad)(\d)$/.exec(event.code)
	if (digit?.[1]) return digit[1]
	if (event.key === ' ') return 'space'
	if (/^[\x21-\x7e]$/.test(event.key)) return event.key.toLowerCase()
	const letter = /^Key([A-Z])$/.exec(event.code)
	return letter?.[1] && event.key.length <= 2 ? letter[1].toLowerCase() : event.key.toLowerCase()
}

export function keyInput(event: KeyboardEvent): KeyInput {
	const { shiftKey: shift, altKey: alt } = event
	return { key: keyName(event), shift, alt, mod: event.ctrlKey || event.metaKey }
}

/** Keys by which a slider is set. */
const SLIDER_KEYS = /^(?:Arrow\w+|Home|End|Page\w+)$/

/**
 * Whether a key belongs to the element that has the focus rather than to the bench. A slider or a
 * switch that was just used takes only the keys that set it.
 */
export function belongsToField(event: KeyboardEvent): boolean {
	const target = event.target
	if (!(target instanceof HTMLElement)) return false
	if (target.closest('[role="dialog"], [role="menu"], [role="listbox"]')) return true
	const input = target.closest('input')
	if (input?.type === 'range') return SLIDER_KEYS.test(event.key)
	if (input?.type === 'checkbox') return event.key === ' '
	if (target.closest('input, textarea, select, [contenteditable="true"]')) return true
	const presses = event.key === 'Enter' || event.key === ' '
	return presses && target.closest('button, a, [role="button"], [role="tab"]') !== null
}

export interface Shortcut {
	readonly keys: string
	readonly does: string
}

/** All keys, as the key list shows them. */
export const SHORTCUTS: readonly { readonly group: string; readonly keys: readonly Shortcut[] }[] =
	[
		{
			group: 'Passes and tools',
			keys: [
				{ keys: '1 2 3 4 5 7 8', does: 'Photo, Rough, Refine, Thin, Cut, Proof, Export' },
				{ keys: 'D', does: 'Pen' },
				{ keys: 'Q', does: 'Pencil: draw freehand' },
				{ keys: 'E', does: 'Nodes' },
				{ keys: 'M', does: 'Arrange: move, scale and turn the photo' },
				{ keys: 'Ctrl in the Pen', does: 'Nodes for the moment' },
			],
		},
		{
			group: 'Pen',
			keys: [
				{ keys: 'Click, drag', does: 'Corner, smooth node' },
				{ keys: 'Alt while dragging', does: 'Outgoing handle alone: a cusp' },
				{ keys: 'Shift', does: 'Multiples of 45°' },
				{ keys: 'Click the last node', does: 'Next segment leaves straight' },
				{ keys: 'Backspace', does: 'Take the last node back' },
				{ keys: 'Enter, double-click', does: 'End the outline open; Enter again: close it' },
				{ keys: 'Esc', does: 'Let go' },
			],
		},
		{
			group: 'Nodes',
			keys: [
				{ keys: 'C S Y X', does: 'Corner, smooth, symmetric, cusp' },
				{ keys: 'Arrows', does: 'Nudge 1 px; Shift 10, Alt 0.1' },
				{ keys: 'Alt-click a segment', does: 'Insert a node' },
				{ keys: 'Alt-click a node', does: 'Corner to smooth and back' },
				{ keys: 'Alt-drag a handle', does: 'Break it free' },
				{ keys: 'Alt-drag a node', does: 'Pull a missing handle out' },
				{ keys: 'Alt-drag beside', does: 'Lasso round nodes' },
				{ keys: 'N, Shift N', does: 'Walk to the next node, or back' },
				{ keys: 'T', does: 'Take the suggestion shown' },
				{ keys: 'I, O', does: 'Incoming, outgoing handle: arrows move it' },
				{ keys: 'A', does: 'Insert in the middle' },
				{ keys: 'Delete', does: 'Remove nodes, keep the outline whole' },
				{ keys: 'Shift Delete', does: 'Remove and leave open' },
				{ keys: 'Ctrl A', does: 'Select all nodes of the piece' },
				{ keys: 'Esc', does: 'Select nothing' },
			],
		},
		{
			group: 'Photo',
			keys: [
				{ keys: 'Drag a corner', does: 'Scale in proportion; Alt: each side by itself' },
				{ keys: 'Drag the knob', does: 'Turn; Shift: 15° steps' },
				{ keys: 'Arrows', does: 'Nudge 1 px; Shift 10, Alt 0.1' },
				{ keys: 'Drag from a ruler', does: 'Lay a guide; back onto it: remove it' },
			],
		},
		{
			group: 'Seeing',
			keys: [
				{ keys: 'Hold H, J, K', does: 'Hide the photo, hide the artwork, silhouette' },
				{ keys: 'Hold V', does: 'Loupe: 8 × at the pointer' },
				{ keys: 'Hold G', does: 'Snap to nothing' },
				{ keys: 'Hold Space', does: 'Drag to pan' },
				{ keys: 'Hold Z', does: 'Drag a box to zoom to it' },
				{ keys: '0, + −', does: 'Fit; zoom at the pointer' },
				{ keys: 'Wheel, Ctrl wheel', does: 'Scroll; zoom' },
			],
		},
		{
			group: 'Everywhere',
			keys: [
				{ keys: 'Ctrl Z, Ctrl Shift Z', does: 'Undo, redo' },
				{ keys: 'Alt and arrows on a piece', does: 'Change the order of pieces' },
				{ keys: '?', does: 'This list' },
			],
		},
	]
