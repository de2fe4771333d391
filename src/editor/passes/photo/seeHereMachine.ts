import { type Box, boxOf, distance, type Point } from '@/core'
import { chooseToneFor } from '@/editor/session/chooseByPhoto'
import type { ToolContext } from '@/editor/session/definitions'
import { type Machine, runMachine, stepBy, type Turn, tell } from '@/editor/session/machine'
import { DRAG_PX, NO_OVERLAY, type Tool } from '@/editor/session/tool'

interface Drawing {
	readonly start: Point | null
	readonly box: Box | null
}

const NOTHING_DRAWN: Drawing = { start: null, box: null }

/** See here: a box over a region that is hard to make out; a tone is chosen for it. */
export function seeHereMachine(chooseToneFor: (box: Box) => void): Machine<Drawing> {
	const dropped = (): Turn<Drawing> => ({ state: NOTHING_DRAWN })
	return {
		start: NOTHING_DRAWN,
		drops: true,
		step: stepBy({
			down: (_, { at }) => ({ state: { start: at, box: null } }),
			move: (state, { at, pixel }) => {
				const { start, box } = state
				if (!start || (!box && distance(start, at) < DRAG_PX * pixel)) return { state }
				return { state: { start, box: boxOf([start, at]) } }
			},
			up: ({ box }) => ({
				state: NOTHING_DRAWN,
				effects: box ? [tell(() => chooseToneFor(box))] : [],
			}),
			cancel: dropped,
			key: (state, { key }) =>
				key === 'escape' && state.start ? dropped() : { state, unused: true },
			rest: dropped,
		}),
		hint: ({ box }) =>
			box
				? 'Release: the tone is chosen for what is in the box. Esc: leave it.'
				: 'Drag a box over a part where the edge is hard to see; the tone is chosen for it. Undo gives the old one back.',
		overlay: ({ box }) => ({ ...NO_OVERLAY, box }),
		cursor: () => 'crosshair',
	}
}

export function createSeeHere({ bench, open, slices }: ToolContext): Tool {
	return runMachine(
		seeHereMachine((box) => void chooseToneFor(open, slices, box)),
		bench,
	)
}
