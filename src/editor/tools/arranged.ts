import {
	type Affine,
	type Box,
	boundsOf,
	boxContains,
	boxOf,
	duplicateOutline,
	duplicatePieces,
	findContour,
	groupPath,
	growBox,
	joinBoxes,
	nodesWith,
	type Point,
	piecesIn,
	removeNodes,
	removeOutline,
	removePieces,
	type Sheet,
	transformNodes,
	transformOutline,
	transformPieces,
	windingNumber,
} from '@/core'
import { innerOutlineUnder, isOpenToEdits, pieceUnder } from '@/editor/session/hitTest'
import { innerOutlinesNow } from '@/editor/session/innerOutlines'
import { chosenPieces, type Selection, selectContour, withPieces } from '@/store/selection'

/** What Arrange works on: whole pieces, one opening or island of a piece, or several nodes. */
export interface Arranged {
	readonly pieces: ReadonlySet<string>
	/** Only this outline of them. */
	readonly outline?: string
	/** Only these nodes of them. */
	readonly nodes?: ReadonlySet<string>
}

/** Nodes in one line have a frame that can be taken hold of, too, px of the sheet round them. */
const ROUND_NODES_PX = 2

/** What is chosen, as far as it can be changed. */
export function arrangedBy(sheet: Sheet, selection: Selection): Arranged {
	const ids = chosenPieces(selection)
	const pieces = sheet.pieces.filter((piece) => ids.has(piece.id) && isOpenToEdits(piece))
	const own = new Set(pieces.map(({ id }) => id))
	// One node alone is moved by Nodes: there is nothing to scale or turn about it.
	if (selection.nodes.size > 1 && own.size > 0) return { pieces: own, nodes: selection.nodes }
	const [only, more] = pieces
	const inner = only && !more && isInner(sheet, selection.contour)
	return {
		pieces: own,
		...(inner && selection.contour !== null && { outline: selection.contour }),
	}
}

function isInner(sheet: Sheet, contourId: string | null): boolean {
	const found = contourId === null ? undefined : findContour(sheet, contourId)
	return (
		(found && innerOutlinesNow(found.piece)?.some(({ contour }) => contour === found.contour)) ??
		false
	)
}

/** What a press at a place takes hold of: the outline at hand, or the topmost piece with its group. */
export function bodyUnder(sheet: Sheet, now: Arranged, at: Point): Arranged | null {
	const box = now.nodes && boxOfArranged(sheet, now)
	if (box && boxContains(box, at)) return now
	const own = now.outline === undefined ? undefined : findContour(sheet, now.outline)
	if (own && windingNumber([own.contour], at) !== 0) return now
	const piece = pieceUnder(sheet, at)
	if (!piece) return null
	const [group] = groupPath(sheet, piece.group)
	const all = group === undefined ? [piece] : piecesIn(sheet, group).filter(isOpenToEdits)
	// One that was chosen by itself stays by itself.
	const alone = now.pieces.has(piece.id) && !all.every(({ id }) => now.pieces.has(id))
	return { pieces: new Set(alone ? [piece.id] : all.map(({ id }) => id)) }
}

/** What a double-click chooses at a place: the opening there, or a piece without its group. */
export function selectionWithin(sheet: Sheet, at: Point): Selection | null {
	const piece = pieceUnder(sheet, at)
	const outline = innerOutlineUnder(sheet, at)
	const lies = outline && findContour(sheet, outline.id)?.piece
	// What lies above an opening's piece, or shows through the opening, is nearer to hand.
	const covered = piece && lies && sheet.pieces.indexOf(piece) > sheet.pieces.indexOf(lies)
	if (outline && !covered) return selectContour(sheet, outline.id)
	return piece && withPieces([piece.id])
}

/** The box round it; `null` round nothing. */
export function boxOfArranged(sheet: Sheet, { pieces, outline, nodes }: Arranged): Box | null {
	if (nodes) return growBox(boxOf(nodesWith(sheet, nodes).map(({ at }) => at)), ROUND_NODES_PX)
	const boxes = sheet.pieces
		.filter((piece) => pieces.has(piece.id))
		.flatMap(({ contours }) => contours)
		.filter(({ id }) => outline === undefined || id === outline)
		.map(boundsOf)
	return boxes.length > 0 ? boxes.reduce(joinBoxes) : null
}

export function layArranged(
	sheet: Sheet,
	{ pieces, outline, nodes }: Arranged,
	map: Affine,
): Sheet {
	if (nodes) return transformNodes(sheet, nodes, map)
	return outline === undefined
		? transformPieces(sheet, pieces, map)
		: transformOutline(sheet, outline, map)
}

export function removeArranged(sheet: Sheet, { pieces, outline, nodes }: Arranged): Sheet {
	if (nodes) return removeNodes(sheet, nodes)
	return outline === undefined ? removePieces(sheet, pieces) : removeOutline(sheet, outline)
}

/** A copy of it, moved by so much; of nodes their pieces are copied, and the selection that has the copy chosen. */
export function copyArranged(
	sheet: Sheet,
	what: Arranged,
	by: readonly [number, number],
): { sheet: Sheet; what: Arranged; selection: Selection } {
	const inner = what.outline === undefined ? null : duplicateOutline(sheet, what.outline, by)
	if (inner)
		return {
			sheet: inner.sheet,
			what: { ...what, outline: inner.id },
			selection: selectContour(inner.sheet, inner.id),
		}
	const made = duplicatePieces(sheet, what.pieces, by)
	return { sheet: made.sheet, what: { pieces: made.ids }, selection: withPieces(made.ids) }
}

export function saysArranged({ pieces, outline, nodes }: Arranged): string {
	if (nodes) return `${nodes.size} nodes`
	if (outline !== undefined) return 'an opening'
	return pieces.size === 1 ? 'a piece' : `${pieces.size} pieces`
}
