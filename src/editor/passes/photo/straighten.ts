import ArchitectureRounded from '@mui/icons-material/ArchitectureRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'

export const straightenTool: ToolDef = {
	id: 'straighten',
	name: 'Straighten',
	says: 'Drag along what should be level or upright: the photo is turned',
	icon: ArchitectureRounded,
	about: 'photos',
	places: true,
	create: lateTool(() => import('./straightenMachine').then((m) => m.createStraighten)),
}
