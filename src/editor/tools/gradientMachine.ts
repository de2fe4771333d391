import {
	distance,
	drawnFrom,
	endsOf,
	type Gradient,
	gradientAcross,
	isGradient,
	type Paint,
	type Piece,
	type Point,
	paintEach,
	piecesBox,
	type Sheet,
	snapAngle,
	stopsFrom,
} from '@/core'
import type { ToolContext } from '@/editor/session/definitions'
import {
	apply,
	type Effect,
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	stepBy,
	type Turn,
	takeBack,
} from '@/editor/session/machine'
import {
	ANGLE_STEP,
	DRAG_PX,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { chosenUnder, paintable } from './paintable'

/** A drag of one end of a gradient, or of a new one from where it began. */
interface Drag {
	readonly end: 'from' | 'to'
	/** The end that stays. */
	readonly other: Point
	readonly began: Point
	/** The sheet as it was. */
	readonly base: Sheet
	/** The pieces that are filled. */
	readonly ids: ReadonlySet<string>
	readonly moved: boolean
	readonly step: string
}

interface GradientState {
	readonly drag: Drag | null
	readonly pointer: PointerInput | null
	/** So many drags were begun: each is a step of its own. */
	readonly drags: number
}

/** Lays the gradient of a fill on the canvas: its ends are dragged, or it is drawn anew. */
export const gradientMachine: Machine<GradientState> = {
	start: { drag: null, pointer: null, drags: 0 },
	drops: true,
	step: stepBy({
		down: (state, input, sight) => {
			const pieces = paintable(sight)
			if (pieces.length === 0)
				return { state: { ...state, pointer: input }, effects: chosenUnder(sight, input.at) }
			const end = endAt(input, sight)
			const gradient = shown(sight)
			const drags = state.drags + 1
			const drag: Drag = {
				end: end ?? 'to',
				other: end && gradient ? endsOf(gradient)[end === 'to' ? 0 : 1] : input.at,
				began: input.at,
				base: sight.sheet(),
				ids: new Set(pieces.map(({ id }) => id)),
				moved: false,
				step: `gradient-${drags}`,
			}
			return { state: { drag, pointer: input, drags } }
		},
		move: (state, input) => {
			const next = { ...state, pointer: input }
			const { drag } = state
			if (!drag) return { state: next }
			const far = distance(drag.began, input.at) > DRAG_PX * input.pixel
			if (!drag.moved && !far) return { state: next }
			const to = input.shift ? snapAngle(drag.other, input.at, ANGLE_STEP) : input.at
			return { state: { ...next, drag: { ...drag, moved: true } }, effects: laid(drag, to) }
		},
		up: letGo,
		leave: (state) => ({ state: state.drag ? state : { ...state, pointer: null } }),
		cancel: dropped,
		key: (state, { key }) =>
			key === 'escape' && state.drag ? dropped(state) : { state, unused: true },
		rest: (state) => {
			const { state: free, effects = [] } = letGo(state)
			return { state: { ...free, pointer: null }, effects }
		},
	}),
	hint: ({ drag, pointer }, sight) => {
		if (drag) return 'Release: the gradient lies so. Shift: steps of 45°. Esc: as it was.'
		if (paintable(sight).length === 0)
			return 'Click a piece to choose it; then drag its gradient over it.'
		return pointer && endAt(pointer, sight)
			? 'Drag: this end of the gradient. Shift: steps of 45°.'
			: 'Drag: a gradient from here to where you let go. Shift: steps of 45°.'
	},
	overlay: (_, sight) => {
		const gradient = shown(sight)
		if (!gradient) return NO_OVERLAY
		const [from, to] = endsOf(gradient)
		return { ...NO_OVERLAY, line: { from, to } }
	},
	cursor: ({ pointer }, sight) => (pointer && endAt(pointer, sight) ? 'grab' : 'crosshair'),
}

function letGo(state: GradientState): Turn<GradientState> {
	return { state: { ...state, drag: null }, effects: state.drag?.moved ? [SEAL] : [] }
}

function dropped(state: GradientState): Turn<GradientState> {
	const { drag } = state
	const effects = drag?.moved ? [takeBack('Lay a gradient', () => drag.base)] : []
	return { state: { ...state, drag: null }, effects }
}

function shown(sight: Sight): Gradient | null {
	for (const { fill } of paintable(sight)) if (isGradient(fill)) return fill
	return null
}

/** The end under the pointer. */
function endAt({ at, reach }: PointerInput, sight: Sight): Drag['end'] | null {
	const gradient = shown(sight)
	if (!gradient) return null
	const [from, to] = endsOf(gradient)
	if (distance(at, to) <= reach) return 'to'
	return distance(at, from) <= reach ? 'from' : null
}

function laid({ end, other, ids, step }: Drag, at: Point): Effect[] {
	const [from, to] = end === 'to' ? [other, at] : [at, other]
	if (distance(from, to) === 0) return []
	const edit = (sheet: Sheet) =>
		paintEach(sheet, ids, 'fill', (paint, piece) => drawnFrom(asGradient(paint, piece), from, to))
	return [apply('Lay a gradient', edit, step)]
}

function asGradient(paint: Paint, piece: Piece): Gradient {
	if (isGradient(paint)) return paint
	return gradientAcross('linear', piecesBox([piece]), stopsFrom(paint))
}

export function createGradient({ bench }: ToolContext): Tool {
	return runMachine(gradientMachine, bench)
}
