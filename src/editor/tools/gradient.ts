import GradientRounded from '@mui/icons-material/GradientRounded'
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
import type { ToolDef } from '@/editor/session/definitions'
import {
	ANGLE_STEP,
	type Bench,
	DRAG_PX,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { chooseUnder, paintable } from './paintable'

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

/** Lays the gradient of a fill on the canvas: its ends are dragged, or it is drawn anew. */
export function createGradientTool(bench: Bench): Tool {
	let drag: Drag | null = null
	let pointer: PointerInput | null = null
	let drags = 0

	const shown = (): Gradient | null => {
		for (const { fill } of paintable(bench)) if (isGradient(fill)) return fill
		return null
	}
	/** The end under the pointer. */
	const endAt = ({ at, reach }: PointerInput): Drag['end'] | null => {
		const gradient = shown()
		if (!gradient) return null
		const [from, to] = endsOf(gradient)
		if (distance(at, to) <= reach) return 'to'
		return distance(at, from) <= reach ? 'from' : null
	}
	const lay = (now: Drag, at: Point) => {
		const [from, to] = now.end === 'to' ? [now.other, at] : [at, now.other]
		if (distance(from, to) === 0) return
		bench.apply(
			'Lay a gradient',
			(sheet) =>
				paintEach(sheet, now.ids, 'fill', (paint, piece) =>
					drawnFrom(asGradient(paint, piece), from, to),
				),
			now.step,
		)
	}
	const drop = () => {
		const now = drag
		drag = null
		if (now?.moved) bench.takeBack('Lay a gradient', () => now.base)
	}

	return {
		down: (input) => {
			pointer = input
			const pieces = paintable(bench)
			if (pieces.length === 0) {
				chooseUnder(bench, input.at)
				return
			}
			const end = endAt(input)
			const gradient = shown()
			const other = end && gradient ? endsOf(gradient)[end === 'to' ? 0 : 1] : input.at
			const ids = new Set(pieces.map(({ id }) => id))
			const step = `gradient-${++drags}`
			drag = {
				end: end ?? 'to',
				other,
				began: input.at,
				base: bench.sheet(),
				ids,
				moved: false,
				step,
			}
		},
		move: (input) => {
			pointer = input
			if (!drag) return
			const far = distance(drag.began, input.at) > DRAG_PX * input.pixel
			if (!drag.moved && !far) return
			drag = { ...drag, moved: true }
			lay(drag, input.shift ? snapAngle(drag.other, input.at, ANGLE_STEP) : input.at)
		},
		up: () => {
			if (drag?.moved) bench.seal()
			drag = null
		},
		leave: () => {
			if (!drag) pointer = null
		},
		cancel: drop,
		doubleClick: () => {},
		key: ({ key }) => {
			if (key !== 'escape' || !drag) return false
			drop()
			return true
		},
		rest: () => {
			if (drag?.moved) bench.seal()
			drag = null
			pointer = null
		},
		hint: () => {
			if (drag) return 'Release: the gradient lies so. Shift: steps of 45°. Esc: as it was.'
			if (paintable(bench).length === 0)
				return 'Click a piece to choose it; then drag its gradient over it.'
			return pointer && endAt(pointer)
				? 'Drag: this end of the gradient. Shift: steps of 45°.'
				: 'Drag: a gradient from here to where you let go. Shift: steps of 45°.'
		},
		overlay: () => {
			const gradient = shown()
			if (!gradient) return NO_OVERLAY
			const [from, to] = endsOf(gradient)
			return { ...NO_OVERLAY, line: { from, to } }
		},
		cursor: () => (pointer && endAt(pointer) ? 'grab' : 'crosshair'),
	}
}

function asGradient(paint: Paint, piece: Piece): Gradient {
	if (isGradient(paint)) return paint
	return gradientAcross('linear', piecesBox([piece]), stopsFrom(paint))
}

export const gradientTool: ToolDef = {
	id: 'gradient',
	name: 'Gradient',
	icon: GradientRounded,
	about: 'pieces',
	shortcuts: [
		{ keys: 'Drag', does: 'A gradient from where you press to where you let go' },
		{ keys: 'Drag an end', does: 'Move that end of it' },
		{ keys: 'Shift', does: 'In steps of 45°' },
	],
	create: ({ bench }) => createGradientTool(bench),
}
