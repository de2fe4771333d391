import FilterNoneRounded from '@mui/icons-material/FilterNoneRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { late } from '@/kit/late'

/** Where the photo shows once more what was traced: which of it is laid, and where it is looked for besides. */
export const againTool: ToolDef = {
	id: 'again',
	name: 'Same again',
	says: 'Click what is to be left out, or where the piece is once more',
	icon: FilterNoneRounded,
	about: 'pieces',
	afterwards: nodesTool,
	Options: late(() => import('./AgainOptions').then((m) => m.AgainOptions)),
	shortcuts: [
		{ keys: 'Click one that was found', does: 'Leave it out, or lay it all the same' },
		{ keys: 'Click elsewhere', does: 'Look for it there, less strictly' },
		{ keys: 'Enter', does: 'Lay what was found as pieces' },
		{ keys: 'Esc', does: 'Lay nothing' },
	],
	create: lateTool(() => import('./againMachine').then((m) => m.createAgain)),
}
