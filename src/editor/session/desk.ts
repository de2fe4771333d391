import { createStore } from 'zustand/vanilla'
import { type Desk, type DeskState, onlyLooks, type PassDef, type ToolDef } from './definitions'
import type { Hold } from './holds'
import { NO_OVERLAY, NO_STEPS, type Snapping } from './tool'

export type { Desk, DeskState } from './definitions'

/** Neighbours share edges, and outlines lie on the photo's: points go there unless a key or a switch frees them. */
export const FIRST_SNAPPING: Snapping = { guides: true, nodes: true, level: true, edges: true }

export function createDesk(
	start: Pick<DeskState, 'pass' | 'tool'> &
		Partial<
			Pick<
				DeskState,
				'rulers' | 'snaps' | 'snapping' | 'straightOnly' | 'surround' | 'only' | 'shown'
			>
		>,
): Desk {
	return createStore<DeskState>(() => ({
		rulers: true,
		surround: 'bench',
		snaps: true,
		snapping: FIRST_SNAPPING,
		straightOnly: false,
		only: null,
		shown: false,
		...start,
		lent: null,
		view: { scale: 1, x: 0, y: 0 },
		size: { width: 0, height: 0 },
		holds: new Set(),
		scheme: 'light',
		overlay: NO_OVERLAY,
		hint: '',
		steps: NO_STEPS,
		said: null,
		searching: false,
		versions: false,
		asked: null,
		loupe: false,
		full: false,
		lastTools: {},
		cross: null,
		touched: false,
		pointer: null,
	}))
}

/** Goes to a pass: the tool that one had there comes to hand, its first one where one had none. */
export function goToPass(desk: Desk, to: PassDef): void {
	desk.setState(({ tool, pass, lastTools }) => {
		const had = { ...lastTools, [pass.id]: tool }
		const kept = pass === to ? tool : had[to.id]
		const next = kept && to.tools.includes(kept) ? kept : (to.tools[0] ?? tool)
		return { pass: to, tool: next, lastTools: had }
	})
}

/** The tool that a press would go to. */
export function toolInHand({ lent, tool }: Pick<DeskState, 'lent' | 'tool'>): ToolDef {
	return lent ?? tool
}

/** Whether a pass is one of those that there are. */
export function hasPass({ only }: Pick<DeskState, 'only'>, { id }: PassDef): boolean {
	return only?.passes.includes(id) ?? true
}

/** The same for a tool. */
export function hasTool({ only }: Pick<DeskState, 'only'>, { id }: ToolDef): boolean {
	return only?.tools.includes(id) ?? true
}

/** Whether outlines can be changed on the canvas as the desk stands. */
export function isTracing({ pass }: Pick<DeskState, 'pass'>): boolean {
	return !onlyLooks(pass)
}

export function hold(desk: Desk, what: Hold, held: boolean): void {
	desk.setState(({ holds }) => {
		if (holds.has(what) === held) return {}
		const next = new Set(holds)
		if (held) next.add(what)
		else next.delete(what)
		return { holds: next }
	})
}
