import type { Shortcut } from '@/editor/session/definitions'
import type { Sight, Turn } from '@/editor/session/machine'
import type { KeyInput } from '@/editor/session/tool'
import { canClose, closedRun, isFixed, lessPin, readAnew, withoutPin } from './run'
import { accept, dropPin, type EdgePenState, isOnePin, type Own, stand } from './state'

interface EdgePenKey extends Shortcut {
	readonly taps: readonly string[]
	/** Not with Shift. */
	readonly shift?: false
	readonly press: (state: EdgePenState, sight: Sight, own: Own) => Turn<EdgePenState> | null
}

export const KEYS: readonly EdgePenKey[] = [
	{
		taps: ['enter'],
		shift: false,
		keys: 'Enter',
		does: 'Close along the edge; closed: done',
		press: (state, sight, own) => {
			const { run } = state
			if (!run) return null
			if (!canClose(run)) return accept(state, sight)
			const making = own.making(sight, state.pointer?.pixel ?? 1)
			const whole = closedRun(readAnew(run, making), making)
			return stand(state, whole, 'Close along the edge', sight, own)
		},
	},
	{
		taps: ['escape'],
		keys: 'Esc',
		does: 'Done: the outline stays as it is',
		press: (state, sight) => {
			if (state.press?.doing === 'hand') return { state: { ...state, press: null } }
			if (isOnePin(state) && state.parked) return { state: dropPin(state) }
			return state.run ? accept(state, sight) : null
		},
	},
	{
		taps: ['backspace'],
		keys: 'Backspace',
		does: 'Take the last pin back',
		press: (state, sight, own) => {
			const { run } = state
			if (!run) return null
			if (run.pins.length > 1) return stand(state, lessPin(run), 'Take a pin back', sight, own)
			return { state: dropPin(state) }
		},
	},
	{
		taps: ['delete'],
		keys: 'Delete over a pin',
		does: 'Take the pin away',
		press: (state, sight, own) => {
			const { run, over } = state
			if (!run || over.pin < 0 || over.what === 'way' || run.pins.length < 3) return null
			if (isFixed(run, over.pin)) return null
			const making = own.making(sight, state.pointer?.pixel ?? 1)
			return stand(state, withoutPin(run, over.pin, making), 'Take a pin away', sight, own, {
				inPart: true,
			})
		},
	},
]

export function pressKey(
	state: EdgePenState,
	{ key, mod, shift }: KeyInput,
	sight: Sight,
	own: Own,
): Turn<EdgePenState> {
	const known = mod
		? undefined
		: KEYS.find(({ taps, shift: wanted }) => taps.includes(key) && (wanted ?? shift) === shift)
	return known?.press(state, sight, own) ?? { state, unused: true }
}
