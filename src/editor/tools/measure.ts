import { distance, formatLength } from '@/core'
import { createLineTool } from './lineTool'
import type { Bench, Line, Tool } from './tool'

/** Measure draws along something whose length is known; the card asks for that length. */
export function createMeasure(
	bench: Bench,
	measured: { get(): Line | null; set(line: Line): void },
): Tool {
	return createLineTool(bench, {
		done: measured.set,
		kept: measured.get,
		idleHint: () =>
			'Drag along something whose length you know, then type that length on the pass card. Shift: 45° steps.',
		drawingHint: ({ from, to }) =>
			`${formatLength(distance(from, to), bench.sheet())} long. Shift: 45° steps. Esc: leave it.`,
	})
}
