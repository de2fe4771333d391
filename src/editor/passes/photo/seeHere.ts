import ImageSearchRounded from '@mui/icons-material/ImageSearchRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'

export const seeHereTool: ToolDef = {
	id: 'see-here',
	name: 'See here',
	says: 'Drag a box: the tone is set so that edges in it show',
	icon: ImageSearchRounded,
	about: 'photos',
	create: lateTool(() => import('./seeHereMachine').then((m) => m.createSeeHere)),
}
