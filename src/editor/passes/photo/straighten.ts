import ArchitectureRounded from '@mui/icons-material/ArchitectureRounded'
import { mix, photoAt, straighteningTurn, turnPhoto } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import type { Bench, Line, Tool } from '@/editor/session/tool'
import { createLineTool } from '@/editor/tools/lineTool'

/** Straighten turns the photo so that a line drawn along something becomes level or upright. */
export function createStraighten(bench: Bench): Tool {
	const straighten = ({ from, to }: Line) => {
		const middle = mix(from, to, 0.5)
		const { photos } = bench.sheet()
		const chosen = photos.find((p) => p.id === bench.selection().photo && !p.locked && !p.hidden)
		const photo = chosen ?? photoAt(bench.sheet(), middle)
		if (!photo) return
		bench.select({ ...bench.selection(), photo: photo.id })
		bench.apply('Straighten a photo', (sheet) =>
			turnPhoto(sheet, photo.id, straighteningTurn(from, to), middle),
		)
	}
	return createLineTool(bench, {
		done: straighten,
		idleHint: () =>
			bench.sheet().photos.every((p) => p.locked || p.hidden)
				? 'There is no photo to turn: it is hidden or locked.'
				: 'Drag along something that should be level or upright, such as the edge of the bench.',
		drawingHint: ({ from, to }) => {
			const degrees = (straighteningTurn(from, to) * 180) / Math.PI
			const way = degrees < 0 ? 'anticlockwise' : 'clockwise'
			return `Release: the photo turns ${Math.abs(degrees).toFixed(2)}° ${way}. Esc: leave it.`
		},
	})
}

export const straightenTool: ToolDef = {
	id: 'straighten',
	name: 'Straighten',
	icon: ArchitectureRounded,
	about: 'photos',
	places: true,
	create: ({ bench }) => createStraighten(bench),
}
