import { findNode, type Point } from '@/core'
import { type Desk, type DeskState, isTracing, toolInHand } from '@/editor/session/desk'
import type { KeyInput } from '@/editor/session/tool'
import { panBy, toScreen, toSheet } from '@/editor/session/view'
import { ARROWS, nudgeStep } from '@/editor/tools/nudge'
import type { Workbench } from '@/editor/workbench/workbench'
import type { Gestures } from './gestures'

/** The cross keeps this far from the canvas's edges: the view goes with it, px on screen. */
const MARGIN_PX = 40

/** The key that presses at the cross for as long as it is held: handles and lines are pulled by it. */
export const CROSS_PRESS = 'p'

/**
 * The cross by which nodes are placed and lines drawn without a pointer: arrows move it, Enter is a
 * click, P a press: held while the cross moves, or until it is struck again.
 */
export interface Cross {
	/** @returns whether the key meant something to it */
	down(input: KeyInput): boolean
	/** @returns whether the key was its press */
	up(key: string): boolean
}

export function createCross(
	{ desk }: Pick<Workbench, 'desk'>,
	{ cross: hand, isBusy }: Pick<Gestures, 'cross' | 'isBusy'>,
): Cross {
	/** Where it pressed; it stays pressed where the key was let go without a move. */
	let pressed: Point | null = null

	const put = (at: Point) => {
		putCross(desk, at)
		hand.to(toScreen(desk.getState().view, at))
	}
	const letGo = () => {
		pressed = null
		hand.letGo()
		return true
	}
	return {
		down: (input) => {
			const { cross } = desk.getState()
			if (!cross || !canCross(desk.getState()) || input.mod) return false
			const way = ARROWS[input.key]
			if (way) {
				const step = nudgeStep(input)
				put([tidy(cross[0] + way[0] * step), tidy(cross[1] + way[1] * step)])
				return true
			}
			const enter = input.key === 'enter' && !input.shift
			if (input.key !== CROSS_PRESS && !enter) return false
			if (pressed && isBusy()) return letGo()
			if (isBusy()) return false
			hand.press()
			pressed = cross
			return enter ? letGo() : true
		},
		up: (key) => {
			if (key !== CROSS_PRESS || !pressed || desk.getState().cross === pressed) return false
			return letGo()
		},
	}
}

/**
 * Brings the cross out for a tool that places by it, at the one node chosen or in the middle of what
 * is seen; or puts it away.
 */
export function toggleCross({ desk, open }: Pick<Workbench, 'desk' | 'open'>): boolean {
	const { view, size, cross } = desk.getState()
	if (cross) desk.setState({ cross: null })
	if (cross || !canCross(desk.getState())) return cross !== null
	const [id, more] = open.getState().selection.nodes
	const node = id !== undefined && more === undefined && findNode(open.sheet(), id)?.node
	const [x, y] = node ? node.at : toSheet(view, [size.width / 2, size.height / 2])
	putCross(desk, [Math.round(x), Math.round(y)])
	return true
}

function canCross(state: DeskState): boolean {
	return isTracing(state) && toolInHand(state).places === true
}

/** The view comes along where the cross would leave it. */
function putCross(desk: Desk, cross: Point): void {
	const { view, size } = desk.getState()
	const [x, y] = toScreen(view, cross)
	const inside = (v: number, max: number) =>
		Math.min(Math.max(v, MARGIN_PX), Math.max(MARGIN_PX, max - MARGIN_PX)) - v
	const by: Point = [inside(x, size.width), inside(y, size.height)]
	desk.setState({ cross, ...((by[0] !== 0 || by[1] !== 0) && { view: panBy(view, by) }) })
}

/** Tenths stay tenths. */
const tidy = (v: number) => Number(v.toFixed(1))
