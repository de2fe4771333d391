import ColorizeRounded from '@mui/icons-material/ColorizeRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { heldKey } from '@/editor/session/holds'
import { lateTool } from '@/editor/session/lateTool'
import { late } from '@/kit/late'

export const takeColourTool: ToolDef = {
	id: 'take-colour',
	name: 'Take colour',
	says: 'Click the photo: the pieces chosen take its colour there',
	key: 'w',
	icon: ColorizeRounded,
	about: 'pieces',
	holds: ['for-stroke'],
	Options: late(() => import('./TakeColourOptions').then((m) => m.TakeColourOptions)),
	shortcuts: [
		{ keys: 'Click', does: 'Fill the pieces chosen with the colour in the ring' },
		{ keys: heldKey('for-stroke'), does: 'Click: for their stroke' },
		{ keys: 'Shift', does: 'Click: the colour of the piece under the pointer' },
		{ keys: '[  ]', does: 'A smaller, a larger ring', taps: ['[', ']'] },
	],
	create: lateTool(() => import('./takeColourMachine').then((m) => m.createTakeColour)),
}
