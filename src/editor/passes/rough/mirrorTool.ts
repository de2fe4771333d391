import FlipRounded from '@mui/icons-material/FlipRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'
import { penTool } from '@/editor/tools/pen/pen'

/** Draws the line that both sides are alike about; then the Pen draws one of them. */
export const mirrorTool: ToolDef = {
	id: 'mirror',
	name: 'Mirror line',
	says: 'Drag the line that one half is mirrored in',
	icon: FlipRounded,
	about: 'outlines',
	afterwards: penTool,
	create: lateTool(() => import('./mirrorMachine').then((m) => m.createMirror)),
}
