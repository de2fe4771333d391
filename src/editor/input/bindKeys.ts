import type { PassDef, ToolDef } from '@/editor/bench/definitions'
import { hold, isTracing } from '@/editor/bench/desk'
import type { KeyInput } from '@/editor/bench/tool'
import { PASSES, TOOLS } from '@/editor/passes/passes'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { ARROWS } from '@/editor/tools/nudge'
import type { Workbench } from '@/editor/workbench/workbench'
import { BENCH_KEYS, HOLD_KEYS, type KeyContext } from './benchKeys'
import type { Gestures, HeldKeys } from './gestures'
import { belongsToField, keyInput, keyName } from './keyboard'

/**
 * Binds the bench's keys on the window. Keys typed into fields are left alone; what the bench
 * does not use goes to the tool at hand.
 */
export function bindKeys(workbench: Workbench, held: HeldKeys, gestures: Gestures): () => void {
	const context: KeyContext = { workbench, held, pointer: gestures.pointer }
	let sealing: ReturnType<typeof setTimeout> | undefined
	/** What a pointer last clicked; keys click, too, but count no clicks. */
	let clicked: Node | null = null
	const onClick = ({ detail, target }: MouseEvent) => {
		clicked = detail > 0 && target instanceof Node ? target : null
	}
	const onDown = (event: KeyboardEvent) => {
		// What is typed into the search is none of the bench's, even before its field is there.
		if (event.isComposing || workbench.desk.getState().searching) return
		if (gestures.isBusy()) {
			keyWhileBusy(context, keyInput(event), gestures)
			event.preventDefault()
			return
		}
		// By Tab another element is reached than the one clicked.
		if (event.key === 'Tab') clicked = null
		if (belongsToField(event, gestures.isOver() ? clicked : null)) return
		const input = keyInput(event)
		if (input.key in ARROWS) clearTimeout(sealing)
		const taken = input.mod
			? historyKey(workbench, input) || searchKey(workbench, input) || saveKey(workbench, input)
			: searchKey(workbench, input) ||
				passKey(workbench, input) ||
				benchKey(context, input, event.repeat)
		if (taken || toolKey(workbench, input) || leavesPage(event)) event.preventDefault()
	}
	const onUp = (event: KeyboardEvent) => {
		const key = keyName(event)
		for (const one of HOLD_KEYS) if (one.key === key) hold(workbench.desk, one.hold, false)
		for (const one of BENCH_KEYS) if (one.press.includes(key)) one.end?.(context)
		if (!(key in ARROWS) || belongsToField(event)) return
		clearTimeout(sealing)
		sealing = setTimeout(workbench.open.seal, NUDGES_IN_A_ROW_MS)
	}
	/** A key let go while another window had the focus is let go all the same. */
	const letGo = () => {
		for (const one of HOLD_KEYS) hold(workbench.desk, one.hold, false)
		for (const one of BENCH_KEYS) one.end?.(context)
	}
	const bound = new AbortController()
	const { signal } = bound
	window.addEventListener('keydown', onDown, { signal })
	window.addEventListener('keyup', onUp, { signal })
	window.addEventListener('blur', letGo, { signal })
	window.addEventListener('click', onClick, { signal, capture: true })
	return () => {
		bound.abort()
		clearTimeout(sealing)
	}
}

/** Nudges no further apart than this are one step, ms. */
const NUDGES_IN_A_ROW_MS = 1000

/** While a drag is on no key changes the sheet: Esc calls it off, others only show or hide. */
function keyWhileBusy(context: KeyContext, { key }: KeyInput, gestures: Gestures): void {
	if (key === 'escape') gestures.callOff()
	const holds = HOLD_KEYS.find((one) => one.key === key)
	if (holds) hold(context.workbench.desk, holds.hold, true)
	const seeing = BENCH_KEYS.find(({ press }) => press.includes(key))
	if (seeing?.repeats) seeing.act(context)
}

/** Keys by which browsers leave a page. */
function leavesPage({ altKey, key }: KeyboardEvent): boolean {
	return altKey && (key === 'ArrowLeft' || key === 'ArrowRight')
}

function historyKey({ open, refresh }: Workbench, { key, shift }: KeyInput): boolean {
	if (key !== 'z' && key !== 'y') return false
	if (key === 'y' || shift) open.redo()
	else open.undo()
	refresh()
	return true
}

/** Ctrl S saves a file; what writes it comes with the first. */
function saveKey({ open }: Workbench, { key }: KeyInput): boolean {
	if (key !== 's') return false
	void import('@/editor/workbench/saveAs').then(({ saveAs }) => saveAs(open))
	return true
}

/** Ctrl K, or a stroke by itself. */
function searchKey({ desk }: Workbench, { key, mod }: KeyInput): boolean {
	const asks = mod ? key === 'k' : key === '/'
	if (asks) desk.setState({ searching: true })
	return asks
}

/** Goes to a pass, or does what the pass one is in has a key for. */
function passKey(workbench: Workbench, { key }: KeyInput): boolean {
	const to = PASSES.find(({ number }) => String(number) === key)
	if (to) {
		workbench.goTo(to)
		return true
	}
	const { pass } = workbench.desk.getState()
	return pass.keys?.find((one) => one.key === key)?.press(workbench) ?? false
}

function benchKey(context: KeyContext, { key, shift }: KeyInput, repeat: boolean): boolean {
	const { workbench, pointer } = context
	if (key === 'n') return walk(workbench, shift ? -1 : 1)
	const holds = HOLD_KEYS.find((one) => one.key === key)
	if (holds) {
		if (holds.hold === 'loupe') workbench.desk.setState({ pointer: pointer() })
		hold(workbench.desk, holds.hold, true)
		return true
	}
	const own = BENCH_KEYS.find(({ press }) => press.includes(key))
	if (own && (!repeat || own.repeats)) own.act(context)
	if (own) return true
	const tool = toolFor(key, workbench.desk.getState().pass)
	if (tool && !repeat) workbench.takeTool(tool)
	return tool !== undefined
}

/** The tool that a key takes: the pass's own, or one of another pass; photos are laid in theirs alone. */
function toolFor(key: string, { tools }: PassDef): ToolDef | undefined {
	const own = tools.find((tool) => tool.key === key)
	return own ?? TOOLS.find((tool) => tool.key === key && tool.about !== 'photos')
}

/** The walk is Nodes' own: whatever tool is at hand is put down for it. */
function walk(workbench: Workbench, by: 1 | -1): boolean {
	if (!isTracing(workbench.desk.getState())) return false
	workbench.takeTool(nodesTool)
	const went = workbench.walk.step(by)
	workbench.refresh()
	return went
}

/** What a tool for outlines has no use for, such as nudging the node just placed, Nodes answers. */
function toolKey(workbench: Workbench, input: KeyInput): boolean {
	const { desk, toolOf, refresh } = workbench
	if (!isTracing(desk.getState())) return false
	const { tool } = desk.getState()
	const taken =
		toolOf(tool).key(input) || (tool.about === 'outlines' && toolOf(nodesTool).key(input))
	if (taken) refresh()
	return taken
}
