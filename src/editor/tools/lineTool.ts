import { distance, type Point, snapAngle } from '@/core'
import {
	ANGLE_STEP,
	type Bench,
	DRAG_PX,
	type Line,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { sign, snapped } from './snapped'

/**
 * A tool that draws one straight line: pressed at one end, let go at the other.
 * @param o.done what the line is for, once it is drawn
 * @param o.kept a line that stays shown after it was drawn
 */
export function createLineTool(
	bench: Bench,
	o: {
		done: (line: Line) => void
		kept?: () => Line | null
		idleHint: () => string
		drawingHint: (line: Line) => string
	},
): Tool {
	let line: Line | null = null
	let dragged = false
	let snap: ReturnType<typeof snapped> | null = null

	const drop = () => {
		line = null
		snap = null
	}

	const place = (input: PointerInput, from?: Point): Point => {
		snap = null
		if (from && input.shift) return snapAngle(from, input.at, ANGLE_STEP)
		snap = snapped(bench, input.at, input)
		return snap.at
	}

	return {
		down: (input) => {
			const at = place(input)
			line = { from: at, to: at }
			dragged = false
		},
		move: (input) => {
			if (!line) {
				place(input)
				return
			}
			line = { from: line.from, to: place(input, line.from) }
			if (distance(line.from, line.to) >= DRAG_PX * input.pixel) dragged = true
		},
		up: () => {
			const drawn = line
			drop()
			if (drawn && dragged && distance(drawn.from, drawn.to) > 0) o.done(drawn)
		},
		cancel: drop,
		doubleClick: () => {},
		key: ({ key }) => {
			if (key !== 'escape' || !line) return false
			drop()
			return true
		},
		rest: drop,
		hint: () => (line ? o.drawingHint(line) : o.idleHint()),
		overlay: () => ({
			...NO_OVERLAY,
			line: line ?? o.kept?.() ?? null,
			snapped: snap && sign(snap),
		}),
		cursor: () => 'crosshair',
	}
}
