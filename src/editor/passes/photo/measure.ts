import StraightenRounded from '@mui/icons-material/StraightenRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'

export const measureTool: ToolDef = {
	id: 'measure',
	name: 'Measure',
	says: 'Drag along something of known length, and type how long it is',
	icon: StraightenRounded,
	about: 'photos',
	places: true,
	create: lateTool(() => import('./measureMachine').then((m) => m.createMeasuring)),
}
