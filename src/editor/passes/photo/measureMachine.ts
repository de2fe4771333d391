import { distance, formatLength } from '@/core'
import type { ToolContext } from '@/editor/session/definitions'
import { runMachine, tell } from '@/editor/session/machine'
import type { Bench, Line, Tool } from '@/editor/session/tool'
import { lineMachine } from '@/editor/tools/lineTool'
import { measuredSlice } from './measuredSlice'

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

/** Makes the tool; the line lies in a slice. */
export function createMeasuring({ bench, slices }: ToolContext): Tool {
	const measured = slices.of(measuredSlice)
	return createMeasure(bench, {
		get: () => measured.getState().line,
		set: (line) => measured.setState({ line }),
	})
}
