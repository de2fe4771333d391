import { setMirror } from '@/core'
import type { ToolContext } from '@/editor/session/definitions'
import { apply, runMachine, tell } from '@/editor/session/machine'
import type { Tool } from '@/editor/session/tool'
import { lineMachine } from '@/editor/tools/lineTool'
import { penTool } from '@/editor/tools/pen/pen'

/** Makes the tool that draws a mirror line. */
export function createMirror({ bench, desk }: ToolContext): Tool {
	const machine = lineMachine({
		done: (line) => [
			apply('Set a mirror line', (sheet) => setMirror(sheet, line)),
			tell(() => desk.setState({ tool: penTool })),
		],
		idleHint: () => 'Drag the line that both sides are alike about. Shift: 45° steps.',
		drawingHint: () => 'Release: the other side follows across this line. Esc: leave it.',
	})
	return runMachine(machine, bench)
}
