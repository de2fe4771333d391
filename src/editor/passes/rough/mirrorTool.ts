import FlipRounded from '@mui/icons-material/FlipRounded'
import { setMirror } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { apply, runMachine, tell } from '@/editor/session/machine'
import { lineMachine } from '@/editor/tools/lineTool'
import { penTool } from '@/editor/tools/pen/pen'

/** Draws the line that both sides are alike about; then the Pen draws one of them. */
export const mirrorTool: ToolDef = {
	id: 'mirror',
	name: 'Mirror line',
	says: 'Drag the line that one half is mirrored in',
	icon: FlipRounded,
	about: 'outlines',
	afterwards: penTool,
	create: ({ bench, desk }) => {
		const machine = lineMachine({
			done: (line) => [
				apply('Set a mirror line', (sheet) => setMirror(sheet, line)),
				tell(() => desk.setState({ tool: penTool })),
			],
			idleHint: () => 'Drag the line that both sides are alike about. Shift: 45° steps.',
			drawingHint: () => 'Release: the other side follows across this line. Esc: leave it.',
		})
		return runMachine(machine, bench)
	},
}
