import { asSeen } from '../path/bridges'
import { isFilled } from '../path/contour'
import type { Contour, FillRule, Paint, Piece, Sheet, Stroke } from '../path/model'

/** Width of the line that stands for an open outline without a stroke of its own, px. */
export const OPEN_LINE_PX = 1

/** Outlines that are painted in one go: filled, then stroked, or the other way round. */
export interface DisplayShape {
	readonly contours: readonly Contour[]
	readonly rule: FillRule
	readonly fill: Paint
	readonly stroke: Stroke
	readonly strokeBelow: boolean
}

/** A piece as it is painted, its bridges standing: its shapes in order, all of them under one opacity. */
export interface DisplayItem {
	readonly piece: Piece
	/** 0 to 1 */
	readonly opacity: number
	readonly shapes: readonly DisplayShape[]
}

/**
 * What is to be painted for a sheet, from the lowest up: the one place that says in which order,
 * with which paints, and what stands for outlines that are open. Canvas, cards and files read it.
 * @param only the pieces to be painted; all that show where absent
 */
export function displayList(
	sheet: Pick<Sheet, 'pieces'>,
	only?: ReadonlySet<string>,
): DisplayItem[] {
	return sheet.pieces
		.filter((piece) => (only ? only.has(piece.id) : !piece.hidden))
		.map(displayItem)
}

const items = new WeakMap<Piece, DisplayItem>()

/** A piece as it is painted; the same object for the same piece, which never changes. */
export function displayItem(piece: Piece): DisplayItem {
	const kept = items.get(piece)
	if (kept) return kept
	const seen = asSeen(piece)
	const item: DisplayItem = { piece: seen, opacity: seen.opacity, shapes: shapesOf(seen) }
	items.set(piece, item)
	return item
}

const NO_PAINT: Paint = { kind: 'none' }

/** What is filled is filled together, with its openings; other open outlines enclose nothing and are lines. */
function shapesOf({
	contours,
	fillRule: rule,
	fill,
	stroke,
	strokeBelow = false,
}: Piece): DisplayShape[] {
	const areas = contours.filter(isFilled)
	const lines = contours.filter((contour) => !isFilled(contour) && contour.nodes.length > 1)
	const shapes: DisplayShape[] = []
	if (areas.length > 0) shapes.push({ contours: areas, rule, fill, stroke, strokeBelow })
	if (lines.length > 0) {
		const line = stroke.paint.kind === 'none' ? { paint: fill, width: OPEN_LINE_PX } : stroke
		shapes.push({ contours: lines, rule, fill: NO_PAINT, stroke: line, strokeBelow })
	}
	return shapes
}
