import ImageSearchRounded from '@mui/icons-material/ImageSearchRounded'
import { type Box, boxOf, distance, type Point } from '@/core'
import { chooseToneFor } from '@/editor/session/chooseByPhoto'
import type { ToolDef } from '@/editor/session/definitions'
import { DRAG_PX, NO_OVERLAY, type Tool } from '@/editor/session/tool'

/** See here: a box over a region that is hard to make out; a tone is chosen for it. */
export function createSeeHere(chooseToneFor: (box: Box) => void): Tool {
	let start: Point | null = null
	let box: Box | null = null
	const drop = () => {
		start = null
		box = null
	}
	return {
		down: (input) => {
			start = input.at
		},
		move: (input) => {
			if (start && (box || distance(start, input.at) >= DRAG_PX * input.pixel))
				box = boxOf([start, input.at])
		},
		up: () => {
			if (box) chooseToneFor(box)
			drop()
		},
		cancel: drop,
		doubleClick: () => {},
		key: ({ key }) => {
			if (key !== 'escape' || !start) return false
			drop()
			return true
		},
		rest: drop,
		hint: () =>
			box
				? 'Release: the tone is chosen for what is in the box. Esc: leave it.'
				: 'Drag a box over a part where the edge is hard to see; the tone is chosen for it. Undo gives the old one back.',
		overlay: () => ({ ...NO_OVERLAY, box }),
		cursor: () => 'crosshair',
	}
}

export const seeHereTool: ToolDef = {
	id: 'see-here',
	name: 'See here',
	icon: ImageSearchRounded,
	about: 'photos',
	create: ({ open, slices }) => createSeeHere((box) => void chooseToneFor(open, slices, box)),
}
