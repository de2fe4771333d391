import type { KeyInput } from '@/editor/session/tool'
import { ARROWS } from '@/editor/tools/nudge'
import type { Workbench } from '@/editor/workbench/workbench'
import { withPart } from '@/kit/tryAgain'
import { BENCH_KEYS, type KeyContext } from './benchKeys'
import { type Cross, createCross } from './cross'
import type { Gestures } from './gestures'
import type { HeldKeys } from './heldKeys'
import { belongsToField, keyInput } from './keyboard'
import { tapInTool, tapKey } from './tapKey'

/**
 * Binds the bench's keys on the window. Keys typed into fields are left alone; what the bench
 * does not use goes to the tool at hand.
 */
export function bindKeys(workbench: Workbench, held: HeldKeys, gestures: Gestures): () => void {
	const { desk } = workbench
	const cross = createCross(workbench, gestures)
	const context: KeyContext = { workbench, pointer: gestures.pointer }
	let sealing: ReturnType<typeof setTimeout> | undefined
	/** What a pointer last clicked; keys click, too, but count no clicks. */
	let clicked: Node | null = null
	const onClick = ({ detail, target }: MouseEvent) => {
		clicked = detail > 0 && target instanceof Node ? target : null
	}
	const onDown = (event: KeyboardEvent) => {
		// What is typed into the search is none of the bench's, even before its field is there.
		if (event.isComposing || desk.getState().searching) return
		const input = keyInput(event, desk.getState().holds.has('finely'))
		if (gestures.isBusy()) {
			keyInDrag(context, { held, cross }, input, event, gestures)
			event.preventDefault()
			return
		}
		// By Tab another element is reached than the one clicked.
		if (event.key === 'Tab') clicked = null
		if (belongsToField(event, gestures.isOver() ? clicked : null)) return
		if (input.key in ARROWS) clearTimeout(sealing)
		if (isModifier(event.key)) return
		if (!event.altKey && keyAtRest(context, { held, cross }, input, event)) event.preventDefault()
		else if (leavesPage(event)) event.preventDefault()
	}
	const onUp = (event: KeyboardEvent) => {
		const { key } = keyInput(event, false)
		cross.up(key)
		held.up(placeOf(event))
		if (!(key in ARROWS) || belongsToField(event)) return
		clearTimeout(sealing)
		sealing = setTimeout(workbench.open.seal, NUDGES_IN_A_ROW_MS)
	}
	const bound = new AbortController()
	const { signal } = bound
	window.addEventListener('keydown', onDown, { signal })
	window.addEventListener('keyup', onUp, { signal })
	// A key let go while another window had the focus is let go all the same.
	window.addEventListener('blur', held.letGo, { signal })
	window.addEventListener('click', onClick, { signal, capture: true })
	return () => {
		bound.abort()
		held.letGo()
		clearTimeout(sealing)
	}
}

/** Nudges no further apart than this are one step, ms. */
const NUDGES_IN_A_ROW_MS = 1000

/** The key's place: what it types may change while it is down. */
const placeOf = ({ code, key }: KeyboardEvent) => code || key

const isModifier = (key: string) => /^(?:Shift|Control|Alt|AltGraph|Meta|CapsLock)$/.test(key)

/** What keys hold, and the cross that they move. */
interface Hands {
	readonly held: HeldKeys
	readonly cross: Cross
}

/** @returns whether the key meant something */
function keyAtRest(
	context: KeyContext,
	{ held, cross }: Hands,
	input: KeyInput,
	event: KeyboardEvent,
): boolean {
	const { workbench } = context
	if (event.repeat && held.isDown(placeOf(event))) return true
	if (input.mod)
		return (
			historyKey(workbench, input) ||
			searchKey(workbench, input) ||
			saveKey(workbench, input) ||
			tapInTool(workbench, input)
		)
	if (cross.down(input)) return true
	const tap = () => benchKey(context, input, false) || tapKey(workbench, input)
	if (held.down(input.key, placeOf(event), tap)) return true
	held.rollOver()
	return benchKey(context, input, event.repeat) || tapKey(workbench, input)
}

/**
 * While a drag is on no key changes the sheet but those of the drag: Esc calls it off, kinds are of
 * what is dragged, held keys mean what they mean, others only show or hide.
 */
function keyInDrag(
	context: KeyContext,
	{ held, cross }: Hands,
	input: KeyInput,
	event: KeyboardEvent,
	gestures: Gestures,
): void {
	if (input.key === 'escape') gestures.callOff()
	if (input.mod || event.altKey || event.repeat) {
		if (event.repeat && !input.mod) cross.down(input)
		return
	}
	if (cross.down(input)) return
	if (held.down(input.key, placeOf(event))) return
	const own = BENCH_KEYS.find(({ taps, shows }) => shows && taps.includes(input.key))
	own?.act(context)
}

/** Keys by which browsers leave a page. */
function leavesPage({ altKey, key }: KeyboardEvent): boolean {
	return altKey && (key === 'ArrowLeft' || key === 'ArrowRight')
}

function historyKey({ step }: Workbench, { key, shift }: KeyInput): boolean {
	if (key !== 'z' && key !== 'y') return false
	step(key === 'y' || shift ? 'redo' : 'undo')
	return true
}

/** Ctrl S saves the sheet as a file; what writes it comes with the first. */
function saveKey(workbench: Workbench, { key }: KeyInput): boolean {
	if (key !== 's') return false
	withPart(
		() => import('@/editor/passes/export/saveSheet'),
		({ saveSheet }) => saveSheet(workbench),
	)
	return true
}

function searchKey({ desk }: Workbench, { key }: KeyInput): boolean {
	if (key === 'k') desk.setState({ searching: true })
	return key === 'k'
}

function benchKey(context: KeyContext, { key, shift }: KeyInput, repeat: boolean): boolean {
	const own = BENCH_KEYS.find(
		(one) => one.taps.includes(key) && (one.shift === undefined || one.shift === shift),
	)
	if (!own || (repeat && !own.repeats)) return own !== undefined
	return own.act(context)
}
