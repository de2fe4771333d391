import { distance, type Point, type Snapped, snapAngle } from '@/core'
import { type Effect, type Machine, type Sight, stepBy, type Turn } from '@/editor/session/machine'
import {
	ANGLE_STEP,
	DRAG_PX,
	type Line,
	NO_OVERLAY,
	type PointerInput,
} from '@/editor/session/tool'
import { sign, snapped } from './snapped'

interface Drawing {
	readonly line: Line | null
	readonly dragged: boolean
	readonly snap: Snapped | null
}

const NOTHING_DRAWN: Drawing = { line: null, dragged: false, snap: null }

/** What a line is for. */
export interface LineUse {
	/** What comes of it, once it is drawn. */
	done(line: Line, sight: Sight): readonly Effect[]
	/** A line that stays shown after it was drawn. */
	kept?(): Line | null
	idleHint(sight: Sight): string
	drawingHint(line: Line, sight: Sight): string
}

/** A tool that draws one straight line: pressed at one end, let go at the other. */
export function lineMachine(use: LineUse): Machine<Drawing> {
	const dropped = (): Turn<Drawing> => ({ state: NOTHING_DRAWN })
	return {
		start: NOTHING_DRAWN,
		drops: true,
		step: stepBy({
			down: (_, input, sight) => {
				const { at, snap } = placed(input, sight)
				return { state: { line: { from: at, to: at }, dragged: false, snap } }
			},
			move: (state, input, sight) => {
				const from = state.line?.from
				const { at, snap } = placed(input, sight, from)
				if (!from) return { state: { ...state, snap } }
				const dragged = state.dragged || distance(from, at) >= DRAG_PX * input.pixel
				return { state: { line: { from, to: at }, dragged, snap } }
			},
			up: ({ line, dragged }, _, sight) => {
				const drawn = line && dragged && distance(line.from, line.to) > 0
				return { state: NOTHING_DRAWN, effects: drawn ? use.done(line, sight) : [] }
			},
			cancel: dropped,
			key: (state, { key }) =>
				key === 'escape' && state.line ? dropped() : { state, unused: true },
			rest: dropped,
		}),
		hint: ({ line }, sight) => (line ? use.drawingHint(line, sight) : use.idleHint(sight)),
		overlay: ({ line, snap }) => ({
			...NO_OVERLAY,
			line: line ?? use.kept?.() ?? null,
			snapped: snap && sign(snap),
		}),
		cursor: () => 'crosshair',
	}
}

/** Where an end comes to lie: where it snaps, or in steps of the angle from the other end. */
function placed(
	input: PointerInput,
	sight: Sight,
	from?: Point,
): { readonly at: Point; readonly snap: Snapped | null } {
	if (from && input.shift) return { at: snapAngle(from, input.at, ANGLE_STEP), snap: null }
	const snap = snapped(sight, input.at, input)
	return { at: snap.at, snap }
}
