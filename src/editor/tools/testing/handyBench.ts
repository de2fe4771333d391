import {
	type Contour,
	emptySheet,
	type NodeKind,
	newPiece,
	type Point,
	parsePathData,
	type Sheet,
} from '@/core'
import { type EdgeReading, NO_EDGES } from '@/editor/session/edgeReading'
import {
	type Bench,
	type KeyInput,
	NO_SNAPPING,
	type PointerInput,
	type Snapping,
	type Tool,
} from '@/editor/session/tool'
import { createOpenSheet, type OpenSheet } from '@/store/openSheet'

/** A bench for tests of tools: events in, edits out, at a zoom of 100 %. */
export interface HandyBench extends Bench {
	readonly open: OpenSheet
	contour(number?: number): Contour
	labels(): string[]
	/** Nothing snaps until told otherwise. */
	setSnapping(snapping: Partial<Snapping>): void
	setStraightOnly(on: boolean): void
	/** There is no photo until told otherwise. */
	setEdges(edges: EdgeReading): void
}

export function handyBench(...paths: string[]): HandyBench {
	const pieces = paths.map((d, i) => newPiece(`Piece ${i + 1}`, parsePathData(d)))
	const sheet: Sheet = { ...emptySheet('Test', 1000, 800), pieces }
	const open = createOpenSheet(sheet)
	let snapping = NO_SNAPPING
	let straight = false
	let edges = NO_EDGES
	return {
		open,
		edges: () => edges,
		setEdges: (reading) => {
			edges = reading
		},
		snapping: () => snapping,
		straightOnly: () => straight,
		setStraightOnly: (on) => {
			straight = on
		},
		setSnapping: (change) => {
			snapping = { ...snapping, ...change }
		},
		sheet: open.sheet,
		apply: open.apply,
		seal: open.seal,
		takeBack: open.takeBack,
		selection: () => open.getState().selection,
		select: open.select,
		contour: (number = 0) => {
			const found = open.sheet().pieces.flatMap((p) => p.contours)[number]
			if (!found) throw new Error(`There is no outline ${number}.`)
			return found
		},
		labels: () => open.getState().history.past.map((step) => step.label),
	}
}

type Held = Partial<Pick<PointerInput, 'shift' | 'hold'>>

export function at(p: Point, held: Held = {}): PointerInput {
	return { at: p, shift: false, hold: null, reach: 8, pixel: 1, ...held }
}

export function click(tool: Tool, p: Point, held: Held = {}): void {
	tool.move(at(p, held))
	tool.down(at(p, held))
	tool.up(at(p, held))
}

export function drag(tool: Tool, from: Point, to: Point, held: Held = {}): void {
	tool.move(at(from, held))
	tool.down(at(from, held))
	for (const t of [0.25, 0.5, 0.75, 1]) {
		tool.move(at([from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t], held))
	}
	tool.up(at(to, held))
}

/** A drag in the midst of which a kind's key is tapped. */
export function dragAs(tool: Tool, kind: NodeKind, from: Point, to: Point): void {
	tool.move(at(from))
	tool.down(at(from))
	tool.move(at([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]))
	tool.makeKind?.(kind)
	tool.move(at(to))
	tool.up(at(to))
}

export function press(tool: Tool, key: string, held: Partial<KeyInput> = {}): boolean {
	return tool.key({ key, shift: false, mod: false, finely: false, ...held })
}
