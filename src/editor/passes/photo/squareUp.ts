import CropRotateRounded from '@mui/icons-material/CropRotateRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'
import { late } from '@/kit/late'

export const squareUpTool: ToolDef = {
	id: 'square-up',
	name: 'Square up',
	says: 'Lay four pins onto the corners of something flat: the photo is made as if taken square on',
	icon: CropRotateRounded,
	about: 'photos',
	places: true,
	Options: late(() => import('./SquareUpOptions').then((m) => m.SquareUpOptions)),
	create: lateTool(() => import('./squareUpMachine').then((m) => m.createSquareUp)),
}
