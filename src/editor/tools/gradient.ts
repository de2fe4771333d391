import GradientRounded from '@mui/icons-material/GradientRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'

export const gradientTool: ToolDef = {
	id: 'gradient',
	name: 'Gradient',
	says: 'Drag across a piece: where its gradient begins and ends',
	icon: GradientRounded,
	about: 'pieces',
	shortcuts: [
		{ keys: 'Drag', does: 'A gradient from where you press to where you let go' },
		{ keys: 'Drag an end', does: 'Move that end of it' },
		{ keys: 'Shift', does: 'In steps of 45°' },
	],
	create: lateTool(() => import('./gradientMachine').then((m) => m.createGradient)),
}
