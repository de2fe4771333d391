import { TOOLS } from '@/editor/passes/passes'
import type { DeskState, ToolDef } from '@/editor/session/definitions'
import { hasTool, hold, isTracing, toolInHand } from '@/editor/session/desk'
import { HOLDS, type Hold, isBenchHold, isKind } from '@/editor/session/holds'
import type { Workbench } from '@/editor/workbench/workbench'
import type { Gestures } from './gestures'

/** Held longer than this while the pointer moved, a key was held to look, not tapped; ms. */
const TAP_MS = 500

/**
 * Keys with two lives, and their buttons at the canvas's edge: held they make something else of the
 * pointer or of what is seen; tapped, some of them act. A key was tapped if nothing was done with it.
 */
export interface HeldKeys {
	/**
	 * A key goes down.
	 * @param by what tells this press from others: the key's place, or a button
	 * @param tap what the key does if it is but tapped
	 * @returns whether it is a key that is held
	 */
	down(key: string, by: string, tap?: () => void): boolean
	up(by: string): void
	isDown(by: string): boolean
	/** Another key goes down: those that are down and did nothing yet were tapped. */
	rollOver(): void
	/** All are let go, and none of them acts. */
	letGo(): void
}

interface Down {
	readonly end: () => void
	readonly tap: (() => void) | undefined
	readonly since: number
	readonly presses: number
	readonly moves: number
	spent: boolean
}

export function createHeldKeys(
	workbench: Workbench,
	gestures: Pick<Gestures, 'counts' | 'isBusy' | 'makeKind' | 'pointer'>,
): HeldKeys {
	const { desk } = workbench
	const keys = new Map<string, Down>()

	const wasTapped = ({ since, presses, moves, spent }: Down) => {
		const now = gestures.counts()
		const looked = performance.now() - since > TAP_MS && now.moves > moves
		return !spent && now.presses === presses && !looked
	}
	const tapIfMeant = (one: Down) => {
		const tapped = wasTapped(one)
		one.spent = true
		if (tapped) one.tap?.()
	}
	const take = (by: string, end: () => void, tap?: () => void) => {
		const { presses, moves } = gestures.counts()
		keys.set(by, { end, tap, since: performance.now(), presses, moves, spent: false })
		return true
	}

	return {
		down: (key, by, tap) => {
			if (keys.has(by)) return true
			const busy = gestures.isBusy()
			const held = HOLDS.find((one) => one.key === key && hasMeaning(one.hold, workbench))?.hold
			if (held !== undefined) {
				if (busy && isKind(held)) return gestures.makeKind(held)
				if (held === 'loupe') desk.setState({ pointer: gestures.pointer() })
				hold(desk, held, true)
				return take(by, () => hold(desk, held, false), busy ? undefined : tap)
			}
			const tool = busy ? undefined : toolFor(key, desk.getState())
			if (!tool) return false
			workbench.lend(tool)
			const end = () => {
				if (desk.getState().lent === tool) workbench.lend(null)
			}
			return take(by, end, () => workbench.takeTool(tool))
		},
		up: (by) => {
			const one = keys.get(by)
			keys.delete(by)
			one?.end()
			if (one) tapIfMeant(one)
		},
		isDown: (by) => keys.has(by),
		rollOver: () => {
			for (const one of keys.values()) if (one.tap) tapIfMeant(one)
		},
		letGo: () => {
			for (const { end } of keys.values()) end()
			keys.clear()
		},
	}
}

/** Whether a held key changes anything as the bench stands. */
export function hasMeaning(held: Hold, { desk }: Pick<Workbench, 'desk'>): boolean {
	const state = desk.getState()
	if (isBenchHold(held)) return true
	const { holds = [] } = toolInHand(state)
	return isTracing(state) && (holds as readonly Hold[]).includes(held)
}

/** The tool that a key takes: the pass's own, or one of another pass; photos are laid in theirs alone. */
export function toolFor(
	key: string,
	{ pass, only }: Pick<DeskState, 'pass' | 'only'>,
): ToolDef | undefined {
	const there = (tool: ToolDef) => tool.key === key && hasTool({ only }, tool)
	return pass.tools.find(there) ?? TOOLS.find((tool) => there(tool) && tool.about !== 'photos')
}
