import { findContour, type Point } from '@/core'
import { apply, type Effect, SEAL, type Sight, select, type Turn } from '@/editor/session/machine'
import type { PointerInput } from '@/editor/session/tool'
import { NOTHING, selectContour } from '@/store/selection'
import { OVER_NOTHING, type Target } from './aim'
import type { EdgePenWish } from './edgePenSlice'
import { type Fit, type Making, madeOf, type Pin, put, type Run } from './run'

export interface Press {
	readonly doing: 'place' | 'hand' | 'move' | 'insert'
	/** The pin that moves. */
	readonly pin: number
	readonly start: Point
	readonly moved: boolean
	readonly points: readonly Point[]
	readonly by: Pin['by']
}

export interface EdgePenState {
	readonly run: Run | null
	/** The run as it stood after each of its steps: undo and redo find it there. */
	readonly stood: readonly Run[]
	readonly press: Press | null
	readonly pointer: PointerInput | null
	/** The way to the pointer. */
	readonly live: Float64Array | null
	/** So much of the way has stayed as it was for so many moves, in points. */
	readonly steady: { readonly points: number; readonly moves: number }
	readonly over: Target
	/** A closed run beside which the one at hand was begun: it comes back if that is taken back. */
	readonly parked: Standing | null
	/** The first pin of a run, taken back: it can be had again. */
	readonly dropped: Standing | null
	readonly turn: number
}

/** A run, and as it stood before. */
interface Standing {
	readonly run: Run
	readonly stood: readonly Run[]
}

export const UNSTEADY: EdgePenState['steady'] = { points: 0, moves: 0 }

export interface EdgePenNeeds {
	readonly nameNext: () => string
	/** `null` while it has not come. */
	readonly fit: () => Fit | null
	readonly wish: () => EdgePenWish
}

export type Own = {
	readonly needs: EdgePenNeeds
	readonly making: (sight: Sight, pixel: number) => Making
}

export const IDLE: Omit<EdgePenState, 'turn'> = {
	run: null,
	stood: [],
	press: null,
	pointer: null,
	live: null,
	steady: UNSTEADY,
	over: OVER_NOTHING,
	parked: null,
	dropped: null,
}

/** The run's only pin is taken back: what was closed before it is at hand again. */
export function dropPin(state: EdgePenState): EdgePenState {
	const { run, stood, parked, pointer } = state
	return {
		...state,
		...IDLE,
		pointer,
		...parked,
		dropped: run && { run, stood },
	}
}

/** Whether the run has but one pin, which has left nothing on the sheet yet. */
export const isOnePin = ({ run }: EdgePenState): boolean =>
	run !== null && run.pins.length === 1 && run.outcome === null

/** The state that belongs to the sheet as it stands: steps may have been undone, or outlines changed. */
export function inStep(state: EdgePenState, sight: Sight): EdgePenState {
	const { run } = state
	if (!run || standsAs(run, sight)) return state
	const known = state.stood.findLast((one) => standsAs(one, sight))
	return { ...state, run: known ?? null, press: null, live: null, over: OVER_NOTHING }
}

/** Whether the sheet has the outline just as the run left it. */
function standsAs({ contour, outcome, base }: Run, sight: Sight): boolean {
	const there = findContour(sight.sheet(), contour)?.contour
	const left = outcome ?? base
	if (!there || !left) return !there && !left
	return (
		there.closed === left.closed &&
		there.nodes.length === left.nodes.length &&
		there.nodes.every(({ id, at }, k) => {
			const own = left.nodes[k]
			return own?.id === id && own.at[0] === at[0] && own.at[1] === at[1]
		})
	)
}

/**
 * The run as it came to stand, and what that does to the sheet.
 * @param o.inPart what did not change of its ways keeps its nodes
 * @param o.wished it is another wish that changes it
 */
export function stand(
	state: EdgePenState,
	run: Run,
	label: string,
	sight: Sight,
	{ needs, making }: Own,
	{ inPart = false, wished = false }: { readonly inPart?: boolean; readonly wished?: boolean } = {},
): Turn<EdgePenState> {
	const pixel = state.pointer?.pixel ?? 1
	const next = madeOf(run, making(sight, pixel), inPart)
	const sheet = put(sight.sheet(), next, needs.nameNext())
	// Wishes in a row are one step.
	const turn = wished ? state.turn : state.turn + 1
	const effects: Effect[] =
		sheet === sight.sheet()
			? []
			: [
					apply(label, () => sheet, wished ? `edge-pen-wish:${turn}` : `edge-pen:${turn}`),
					select(next.outcome ? selectContour(sheet, next.contour) : NOTHING),
					...(wished ? [] : [SEAL]),
				]
	return {
		state: {
			...state,
			turn,
			run: next,
			stood: [...state.stood, next],
			live: null,
			steady: UNSTEADY,
			press: null,
		},
		effects,
	}
}

/** The run is done: its outline stays, its pins go. A single pin has left nothing. */
export function accept(state: EdgePenState, sight: Sight): Turn<EdgePenState> {
	const { run } = state
	const idle = { ...state, ...IDLE, pointer: state.pointer }
	if (!run) return { state: idle }
	// What a drag had not let go of yet is as it stood before.
	const stood = state.stood.findLast((one) => standsAs(one, sight)) ?? run
	const there = findContour(sight.sheet(), stood.contour)
	return {
		state: idle,
		effects: there ? [select(selectContour(sight.sheet(), stood.contour))] : [],
	}
}
