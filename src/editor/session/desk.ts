import { createStore } from 'zustand/vanilla'
import { type Desk, type DeskState, onlyLooks, type PassDef, type ToolDef } from './definitions'
import type { Hold } from './holds'
import { NO_OVERLAY, NO_STEPS, type Snapping } from './tool'

export type { Desk, DeskState } from './definitions'

/** Nodes lie close to each other where a thing is thin: snapping to them is for those who ask. */
export const FIRST_SNAPPING: Snapping = { guides: true, nodes: false, level: true, edges: false }

export function createDesk(
	start: Pick<DeskState, 'pass' | 'tool'> &
		Partial<Pick<DeskState, 'rulers' | 'snapping' | 'straightOnly'>>,
): Desk {
	return createStore<DeskState>(() => ({
		rulers: true,
		snapping: FIRST_SNAPPING,
		straightOnly: false,
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
		cross: null,
		touched: false,
		pointer: null,
	}))
}

/** Goes to a pass: its first tool comes to hand; gone to again, the one at hand stays. */
export function goToPass(desk: Desk, to: PassDef): void {
	desk.setState(({ tool, pass }) => ({
		pass: to,
		tool: pass === to && to.tools.includes(tool) ? tool : (to.tools[0] ?? tool),
	}))
}

/** The tool that a press would go to. */
export function toolInHand({ lent, tool }: Pick<DeskState, 'lent' | 'tool'>): ToolDef {
	return lent ?? tool
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
