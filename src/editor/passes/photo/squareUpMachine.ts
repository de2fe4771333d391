import { type Contour, distance, type Point } from '@/core'
import type { ToolContext } from '@/editor/session/definitions'
import {
	type Effect,
	type Machine,
	runMachine,
	type Sight,
	stepBy,
	type Turn,
	tell,
} from '@/editor/session/machine'
import { NO_OVERLAY, type PointerInput, type Tool } from '@/editor/session/tool'
import { squareUpSlice } from './squareUpSlice'

interface Held {
	/** The corner that the pointer holds, and the one that it is over. */
	readonly held: number | null
	readonly over: number | null
}

/** Where the corners are kept: what is set about them stands on the card. */
interface Corners {
	now(): readonly Point[] | null
	set(corners: readonly Point[]): void
}

/** Square up: four corners are laid on those of something flat. */
export function squareUpMachine(corners: Corners): Machine<Held> {
	const at = ({ at: p, reach }: PointerInput): number | null => {
		const all = corners.now() ?? []
		const away = all.map((corner) => distance(corner, p))
		const nearest = away.indexOf(Math.min(...away))
		return nearest >= 0 && (away[nearest] ?? 0) <= 2 * reach ? nearest : null
	}
	const move = (state: Held, input: PointerInput): Turn<Held> => {
		const { held } = state
		const all = corners.now()
		if (held === null || !all) return { state: { ...state, over: at(input) } }
		const effect: Effect = tell(() => corners.set(all.with(held, input.at)))
		return { state: { held, over: held }, effects: [effect] }
	}
	return {
		start: { held: null, over: null },
		step: stepBy({
			down: (_, input) => ({ state: { held: at(input), over: at(input) } }),
			move,
			up: (state) => ({ state: { ...state, held: null } }),
			key: (state) => ({ state, unused: true }),
			leave: (state) => ({ state: { ...state, over: null } }),
			rest: () => ({ state: { held: null, over: null } }),
		}),
		hint: ({ held, over }, sight) => hintOf(held, over, corners, sight),
		overlay: ({ over }) => {
			const all = corners.now()
			if (!all) return NO_OVERLAY
			return { ...NO_OVERLAY, run: { pins: all, over, live: ringOf(all), ways: [] } }
		},
		cursor: ({ over }) => (over === null ? 'default' : 'move'),
	}
}

function hintOf(held: number | null, over: number | null, corners: Corners, sight: Sight): string {
	if (!corners.now() || sight.sheet().photos.length === 0)
		return 'There is no photo to lay square: it is hidden or locked.'
	if (held !== null) return 'Release: the corner lies here. Hold V: look closely.'
	return over === null
		? 'Drag each of the four pins onto a corner of something flat; then lay it square on the card.'
		: 'Drag: lay this pin onto a corner of something flat.'
}

const rings = new WeakMap<readonly Point[], Contour>()

/** The corners as an outline: the same object for the same corners. */
function ringOf(corners: readonly Point[]): Contour {
	const known = rings.get(corners)
	if (known) return known
	const nodes = corners.map((at, k) => ({ id: `q${k}`, at, kind: 'corner' as const }))
	const ring: Contour = { id: 'square-up', nodes, closed: true }
	rings.set(corners, ring)
	return ring
}

/** Makes the tool; where the corners lie is a slice's. */
export function createSquareUp({ bench, slices }: ToolContext): Tool {
	const slice = slices.of(squareUpSlice)
	return runMachine(
		squareUpMachine({
			now: () => slice.getState().corners,
			set: (corners) => slice.setState({ corners }),
		}),
		bench,
	)
}
