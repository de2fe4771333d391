import { closeOutline, dropLoneNode, findContour, takeBackNode } from '@/core'
import type { Shortcut } from '@/editor/session/definitions'
import { apply, type Sight, select, type Turn, takeBack } from '@/editor/session/machine'
import type { KeyInput } from '@/editor/session/tool'
import { selectContour } from '@/store/selection'
import { drawnOutline, lastNode } from './aim'
import type { PenState } from './state'

/** Ends the outline that is being drawn, open; a single node is dropped. */
export function endOpen(state: PenState, sight: Sight): Turn<PenState> {
	const drawn = drawnOutline(state.drawing, sight)
	const rested: PenState = { ...state, drawing: null, press: null }
	if (!drawn) return { state: rested }
	const { id, nodes } = drawn
	if (nodes.length < 2)
		return {
			state: rested,
			effects: [takeBack('Drop a single node', (sheet) => dropLoneNode(sheet, id))],
		}
	return {
		state: { ...rested, ended: id },
		effects: [select(selectContour(sight.sheet(), id))],
	}
}

/** A key of the Pen; it answers where `press` gives a turn. */
interface PenKey extends Shortcut {
	readonly taps: readonly string[]
	/** Not with Shift. */
	readonly shift?: false
	readonly press: (state: PenState, sight: Sight) => Turn<PenState> | null
}

export const PEN_KEYS: readonly PenKey[] = [
	{
		taps: ['enter'],
		shift: false,
		keys: 'Enter',
		does: 'End the outline open; again: close it',
		press: (state, sight) => {
			if (drawnOutline(state.drawing, sight)) return endOpen(state, sight)
			const { ended } = state
			if (ended === null) return null
			const closing = apply('Close the outline', (sheet) => closeOutline(sheet, ended))
			return { state: { ...state, ended: null }, effects: [closing] }
		},
	},
	{
		taps: ['escape'],
		keys: 'Esc',
		does: 'Let go',
		press: (state, sight) => (drawnOutline(state.drawing, sight) ? endOpen(state, sight) : null),
	},
	{
		taps: ['backspace', 'delete'],
		keys: 'Backspace',
		does: 'Take the last node back',
		press: (state, sight) => {
			const drawn = drawnOutline(state.drawing, sight)
			if (!drawn) return null
			const less = takeBackNode(sight.sheet(), drawn.id)
			const last = lastNode(findContour(less, drawn.id)?.contour ?? null)
			return {
				state,
				effects: [
					apply('Take the last node back', () => less),
					select(selectContour(less, drawn.id, last ? [last.id] : [])),
				],
			}
		},
	},
]

export function pressKey(
	state: PenState,
	{ key, mod, shift }: KeyInput,
	sight: Sight,
): Turn<PenState> {
	const own = mod
		? undefined
		: PEN_KEYS.find(({ taps, shift: wanted }) => taps.includes(key) && (wanted ?? shift) === shift)
	return own?.press(state, sight) ?? { state, unused: true }
}
