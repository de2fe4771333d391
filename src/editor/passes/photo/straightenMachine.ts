import { mix, photoAt, straighteningTurn, turnPhoto } from '@/core'
import type { ToolContext } from '@/editor/session/definitions'
import { apply, type Effect, runMachine, type Sight, select } from '@/editor/session/machine'
import type { Line, Tool } from '@/editor/session/tool'
import { lineMachine } from '@/editor/tools/lineTool'

/** Straighten turns the photo so that a line drawn along something becomes level or upright. */
export const straightenMachine = lineMachine({
	done: straightened,
	idleHint: (sight) =>
		sight.sheet().photos.every((p) => p.locked || p.hidden)
			? 'There is no photo to turn: it is hidden or locked.'
			: 'Drag along something that should be level or upright, such as the edge of the bench.',
	drawingHint: ({ from, to }) => {
		const degrees = (straighteningTurn(from, to) * 180) / Math.PI
		const way = degrees < 0 ? 'anticlockwise' : 'clockwise'
		return `Release: the photo turns ${Math.abs(degrees).toFixed(2)}° ${way}. Esc: leave it.`
	},
})

function straightened({ from, to }: Line, sight: Sight): readonly Effect[] {
	const middle = mix(from, to, 0.5)
	const { photos } = sight.sheet()
	const chosen = photos.find((p) => p.id === sight.selection().photo && !p.locked && !p.hidden)
	const photo = chosen ?? photoAt(sight.sheet(), middle)
	if (!photo) return []
	return [
		select({ ...sight.selection(), photo: photo.id }),
		apply('Straighten a photo', (sheet) =>
			turnPhoto(sheet, photo.id, straighteningTurn(from, to), middle),
		),
	]
}

export function createStraighten({ bench }: ToolContext): Tool {
	return runMachine(straightenMachine, bench)
}
