import StraightenRounded from '@mui/icons-material/StraightenRounded'
import { distance, formatLength } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { runMachine, tell } from '@/editor/session/machine'
import type { Slice } from '@/editor/session/slices'
import type { Bench, Line, Tool } from '@/editor/session/tool'
import { lineMachine } from '@/editor/tools/lineTool'

/** Measure draws along something whose length is known; the card asks for that length. */
export function createMeasure(
	bench: Bench,
	measured: { get(): Line | null; set(line: Line): void },
): Tool {
	const machine = lineMachine({
		done: (line) => [tell(() => measured.set(line))],
		kept: measured.get,
		idleHint: () =>
			'Drag along something whose length you know, then type that length on the pass card. Shift: 45° steps.',
		drawingHint: ({ from, to }, sight) =>
			`${formatLength(distance(from, to), sight.sheet())} long. Shift: 45° steps. Esc: leave it.`,
	})
	return runMachine(machine, bench)
}

/** The line that was drawn along something whose length is to be told. */
export const measuredSlice: Slice<{ readonly line: Line | null }> = {
	name: 'measured',
	start: { line: null },
}

export const measureTool: ToolDef = {
	id: 'measure',
	name: 'Measure',
	says: 'Drag along something of known length, and type how long it is',
	icon: StraightenRounded,
	about: 'photos',
	places: true,
	create: ({ bench, slices }) => {
		const measured = slices.of(measuredSlice)
		return createMeasure(bench, {
			get: () => measured.getState().line,
			set: (line) => measured.setState({ line }),
		})
	},
}
