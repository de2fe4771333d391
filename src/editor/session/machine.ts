import type { Edit, NodeKind } from '@/core'
import type { Selection } from '@/store/selection'
import {
	type Bench,
	type KeyInput,
	NO_STEPS,
	type Overlay,
	type PointerInput,
	type Tool,
	type ToolSteps,
} from './tool'

/** What happens to a tool. */
export type ToolEvent =
	| { readonly on: 'down' | 'move' | 'up' | 'double-click'; readonly input: PointerInput }
	| { readonly on: 'key'; readonly input: KeyInput }
	/** What is dragged is to be of a kind. */
	| { readonly on: 'kind'; readonly kind: NodeKind }
	/** An open outline that another tool was drawing is gone on with. */
	| { readonly on: 'go-on'; readonly contour: string }
	/** The pointer is gone. */
	| { readonly on: 'leave' }
	/** What is being drawn is dropped in place of letting go. */
	| { readonly on: 'cancel' }
	/** What it is wished to do is wished otherwise. */
	| { readonly on: 'wish' }
	/** What was done last is to be taken back, or done again, before any step of the sheet's. */
	| { readonly on: 'undo' }
	| { readonly on: 'redo' }
	/** It is put down. */
	| { readonly on: 'rest' }

/** What a tool asks for beside changing its own state, in order. */
export type Effect =
	| { readonly do: 'apply'; readonly label: string; readonly edit: Edit; readonly key?: string }
	| { readonly do: 'select'; readonly selection: Selection }
	/** Ends a run of edits that share a key. */
	| { readonly do: 'seal' }
	/** An edit that takes back what the last step did: both are none. */
	| { readonly do: 'take-back'; readonly label: string; readonly edit: Edit }
	/** What goes on beside the tool is told something. */
	| { readonly do: 'tell'; readonly tell: () => void }

/** What a tool may look at. */
export type Sight = Pick<Bench, 'sheet' | 'selection' | 'snapping' | 'straightOnly' | 'edges'>

/** What comes of an event. */
export interface Turn<S> {
	readonly state: S
	readonly effects?: readonly Effect[]
	/** A key that meant nothing. */
	readonly unused?: boolean
}

/** A tool as a machine: an event in a state gives the next state and what is to be done. */
export interface Machine<S> {
	readonly start: S
	/** It drops by itself what is being drawn; else letting go is taken back. */
	readonly drops?: boolean
	step(state: S, event: ToolEvent, sight: Sight): Turn<S>
	/** What a click and a drag would do now, and which key changes it. */
	hint(state: S, sight: Sight): string
	/** The open outline that is being drawn. */
	inHand?(state: S, sight: Sight): string | null
	/** What undo and redo mean before they mean the sheet. */
	steps?(state: S, sight: Sight): ToolSteps
	overlay(state: S, sight: Sight): Overlay
	cursor(state: S, sight: Sight): string
}

/** What a machine does at each kind of event; what is left out means nothing to it. */
export interface Handlers<S> {
	down(state: S, input: PointerInput, sight: Sight): Turn<S>
	move(state: S, input: PointerInput, sight: Sight): Turn<S>
	up(state: S, input: PointerInput, sight: Sight): Turn<S>
	leave?(state: S): Turn<S>
	cancel?(state: S, sight: Sight): Turn<S>
	doubleClick?(state: S, input: PointerInput, sight: Sight): Turn<S>
	key(state: S, input: KeyInput, sight: Sight): Turn<S>
	makeKind?(state: S, kind: NodeKind, sight: Sight): Turn<S>
	goOn?(state: S, contour: string, sight: Sight): Turn<S>
	wish?(state: S, sight: Sight): Turn<S>
	undo?(state: S, sight: Sight): Turn<S>
	redo?(state: S, sight: Sight): Turn<S>
	rest(state: S, sight: Sight): Turn<S>
}

/** A machine's step, from what it does at each kind of event. */
export function stepBy<S>(handlers: Handlers<S>): Machine<S>['step'] {
	return (state, event, sight) => {
		switch (event.on) {
			case 'rest':
				return handlers.rest(state, sight)
			case 'key':
				return handlers.key(state, event.input, sight)
			case 'leave':
				return handlers.leave?.(state) ?? { state }
			case 'cancel':
				return handlers.cancel?.(state, sight) ?? { state }
			case 'wish':
				return handlers.wish?.(state, sight) ?? { state }
			case 'undo':
			case 'redo':
				return handlers[event.on]?.(state, sight) ?? { state, unused: true }
			case 'go-on':
				return handlers.goOn?.(state, event.contour, sight) ?? { state }
			case 'kind':
				return handlers.makeKind?.(state, event.kind, sight) ?? { state, unused: true }
			case 'double-click':
				return handlers.doubleClick?.(state, event.input, sight) ?? { state }
			default:
				return handlers[event.on](state, event.input, sight)
		}
	}
}

/** A machine at work on a bench. */
export function runMachine<S>(machine: Machine<S>, bench: Bench): Tool {
	let state = machine.start
	const take = (event: ToolEvent): boolean => {
		const { state: next, effects = [], unused = false } = machine.step(state, event, bench)
		state = next
		for (const effect of effects) perform(bench, effect)
		return !unused
	}
	return {
		down: (input) => void take({ on: 'down', input }),
		move: (input) => void take({ on: 'move', input }),
		up: (input) => void take({ on: 'up', input }),
		leave: () => void take({ on: 'leave' }),
		...(machine.drops && { cancel: () => void take({ on: 'cancel' }) }),
		doubleClick: (input) => void take({ on: 'double-click', input }),
		key: (input) => take({ on: 'key', input }),
		makeKind: (kind) => take({ on: 'kind', kind }),
		inHand: () => machine.inHand?.(state, bench) ?? null,
		goOn: (contour) => void take({ on: 'go-on', contour }),
		wished: () => void take({ on: 'wish' }),
		undo: () => take({ on: 'undo' }),
		redo: () => take({ on: 'redo' }),
		steps: () => machine.steps?.(state, bench) ?? NO_STEPS,
		rest: () => void take({ on: 'rest' }),
		hint: () => machine.hint(state, bench),
		overlay: () => machine.overlay(state, bench),
		cursor: () => machine.cursor(state, bench),
	}
}

function perform(bench: Bench, effect: Effect): void {
	switch (effect.do) {
		case 'apply':
			bench.apply(effect.label, effect.edit, effect.key)
			break
		case 'select':
			bench.select(effect.selection)
			break
		case 'take-back':
			bench.takeBack(effect.label, effect.edit)
			break
		case 'tell':
			effect.tell()
			break
		case 'seal':
			bench.seal()
	}
}

export const apply = (label: string, edit: Edit, key?: string): Effect =>
	key === undefined ? { do: 'apply', label, edit } : { do: 'apply', label, edit, key }

export const select = (selection: Selection): Effect => ({ do: 'select', selection })

export const takeBack = (label: string, edit: Edit): Effect => ({ do: 'take-back', label, edit })

export const tell = (told: () => void): Effect => ({ do: 'tell', tell: told })

export const SEAL: Effect = { do: 'seal' }
