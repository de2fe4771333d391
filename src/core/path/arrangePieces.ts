import type { Affine } from '../geometry/affine'
import { type Box, EMPTY_BOX, joinBoxes } from '../geometry/box'
import { scaleAbout } from '../geometry/placement'
import type { Point } from '../geometry/point'
import { contourBounds } from './contour'
import { findContour, mapContour, mapPiece, mapPieces, mapPiecesOf } from './edit'
import { transformPaints } from './gradients'
import { groupsWhollyIn, settleGroups } from './groups'
import { type Contour, type Group, newId, type Piece, type Sheet } from './model'
import { settleSince } from './nodes'
import { transformContour } from './pieces'
import { rehosted } from './rehosted'

/** Whole pieces: moved, scaled, turned, mirrored, copied, lined up. */

/** The box round pieces' curves; empty for none. */
export function piecesBox(pieces: readonly Piece[]): Box {
	return pieces.flatMap((piece) => piece.contours.map(contourBounds)).reduce(joinBoxes, EMPTY_BOX)
}

/**
 * Moves pieces by a map. Under an uneven scale a symmetric node may become smooth; a stroke grows
 * with its piece.
 */
export function transformPieces(sheet: Sheet, ids: ReadonlySet<string>, map: Affine): Sheet {
	return mapPiecesOf(sheet, ids, (piece) => movedPiece(piece, map))
}

function movedPiece(piece: Piece, map: Affine): Piece {
	const contours = piece.contours.map((contour) => movedContour(contour, map))
	return { ...piece, contours, ...movedPaints(piece, map) }
}

/** Moves pieces each by its own way; those without one, or with none to go, stay the same objects. */
function shiftPieces(sheet: Sheet, ways: ReadonlyMap<Piece, Point>): Sheet {
	return mapPieces(sheet, (piece) => {
		const [x, y] = ways.get(piece) ?? [0, 0]
		return Math.hypot(x, y) < 1e-9 ? piece : movedPiece(piece, [1, 0, 0, 1, x, y])
	})
}

/** A stroke grows with its piece; its paint and the fill go along unless they are to stay. */
function movedPaints(piece: Piece, map: Affine): Pick<Piece, 'fill' | 'stroke'> {
	const { fill, stroke } = transformPaints(piece, map)
	return piece.paintStays
		? { fill: piece.fill, stroke: { ...stroke, paint: piece.stroke.paint } }
		: { fill, stroke }
}

/** Moves one outline of a piece by a map, such as an opening; paints and strokes stay. */
export function transformOutline(sheet: Sheet, contourId: string, map: Affine): Sheet {
	return mapContour(sheet, contourId, (contour) => movedContour(contour, map))
}

/**
 * Copies one outline within its piece: an opening becomes two.
 * @returns the sheet and the copy's id; `null` where there is none of that id
 */
export function duplicateOutline(
	sheet: Sheet,
	contourId: string,
	by: readonly [number, number],
): { sheet: Sheet; id: string } | null {
	const found = findContour(sheet, contourId)
	if (!found) return null
	const { id, contours } = found.piece
	const copy = movedContour(copyOf(found.contour), [1, 0, 0, 1, ...by])
	const added = mapPiece(sheet, id, (piece) => ({ ...piece, contours: [...contours, copy] }))
	return { sheet: added, id: copy.id }
}

function copyOf(contour: Contour): Contour {
	const nodes = contour.nodes.map((node) => ({ ...node, id: newId() }))
	return { ...contour, id: newId(), nodes }
}

function movedContour(contour: Contour, map: Affine): Contour {
	return settleSince(contour, transformContour(contour, map))
}

/** Exchanges left and right, or top and bottom, of pieces, in the box round all of them. */
export function mirrorPieces(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	axis: 'left-right' | 'top-bottom',
): Sheet {
	const { minX, minY, maxX, maxY } = piecesBox(sheet.pieces.filter((p) => ids.has(p.id)))
	const across = axis === 'left-right'
	const map = scaleAbout(
		[(minX + maxX) / 2, (minY + maxY) / 2],
		0,
		across ? -1 : 1,
		across ? 1 : -1,
	)
	return transformPieces(sheet, ids, map)
}

/**
 * Copies pieces, each copy just above its original, moved by a little so that it is seen.
 * @returns the sheet and the copies' ids
 */
export function duplicatePieces(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	by: readonly [number, number],
): { sheet: Sheet; ids: ReadonlySet<string> } {
	const whole = copiedGroups(sheet, ids)
	const originals = sheet.pieces.filter(({ id }) => ids.has(id))
	const made = originals.map((piece): Piece => {
		const group =
			piece.group === undefined ? undefined : (whole.get(piece.group)?.id ?? piece.group)
		return {
			...piece,
			...(group !== undefined && { group }),
			id: newId(),
			name: `${piece.name} copy`,
			contours: piece.contours.map(copyOf),
		}
	})
	const copyBy = new Map(rehosted(originals, made).map((copy, k) => [originals[k]?.id ?? '', copy]))
	const pieces = sheet.pieces.flatMap((piece) => [piece, copyBy.get(piece.id) ?? []].flat())
	const copies = new Set([...copyBy.values()].map(({ id }) => id))
	const groups = whole.size > 0 ? [...(sheet.groups ?? []), ...whole.values()] : sheet.groups
	const copied =
		copies.size > 0 ? settleGroups({ ...sheet, pieces, ...(groups && { groups }) }) : sheet
	return { sheet: transformPieces(copied, copies, [1, 0, 0, 1, ...by]), ids: copies }
}

/** For each group that is copied wholly, its copy. */
function copiedGroups(sheet: Sheet, ids: ReadonlySet<string>): ReadonlyMap<string, Group> {
	const copied = groupsWhollyIn(sheet, ids)
	const whole = (sheet.groups ?? []).filter(({ id }) => copied.has(id))
	const fresh = new Map(whole.map(({ id }) => [id, newId()]))
	return new Map(
		whole.map(({ id, name, within }) => {
			const outer = within === undefined ? undefined : (fresh.get(within) ?? within)
			const copy = { id: fresh.get(id) ?? id, name: `${name} copy` }
			return [id, outer === undefined ? copy : { ...copy, within: outer }]
		}),
	)
}

export type Edge = 'left' | 'middle' | 'right' | 'top' | 'centre' | 'bottom'

const none = () => 0
/** Where a box is lined up across, and down; 0 on the axis that an edge says nothing of. */
const PLACE_X: Readonly<Record<Edge, (box: Box) => number>> = {
	left: (box) => box.minX,
	middle: (box) => (box.minX + box.maxX) / 2,
	right: (box) => box.maxX,
	top: none,
	centre: none,
	bottom: none,
}
const PLACE_Y: Readonly<Record<Edge, (box: Box) => number>> = {
	left: none,
	middle: none,
	right: none,
	top: (box) => box.minY,
	centre: (box) => (box.minY + box.maxY) / 2,
	bottom: (box) => box.maxY,
}

/** Lines pieces up by an edge or a middle of the box round all of them. */
export function alignPieces(sheet: Sheet, ids: ReadonlySet<string>, edge: Edge): Sheet {
	const chosen = sheet.pieces.filter((p) => ids.has(p.id))
	const whole = piecesBox(chosen)
	const place = (box: Box): readonly [number, number] => [PLACE_X[edge](box), PLACE_Y[edge](box)]
	const to = place(whole)
	const ways = chosen.map((piece) => {
		const from = place(piecesBox([piece]))
		return [piece, [to[0] - from[0], to[1] - from[1]]] as const
	})
	return shiftPieces(sheet, new Map(ways))
}

/** Spaces pieces so that the gaps between their boxes along an axis are equal. */
export function distributePieces(sheet: Sheet, ids: ReadonlySet<string>, axis: 'x' | 'y'): Sheet {
	const [low, high] = axis === 'x' ? (['minX', 'maxX'] as const) : (['minY', 'maxY'] as const)
	const boxes = sheet.pieces
		.filter((p) => ids.has(p.id))
		.map((piece) => ({ piece, box: piecesBox([piece]) }))
		.sort((a, b) => a.box[low] + a.box[high] - b.box[low] - b.box[high])
	const [first] = boxes
	const last = boxes.at(-1)
	if (!first || !last || boxes.length < 3) return sheet
	const room = last.box[high] - first.box[low]
	const taken = boxes.reduce((sum, { box }) => sum + box[high] - box[low], 0)
	const gap = (room - taken) / (boxes.length - 1)
	let at = first.box[low]
	const ways = boxes.map(({ piece, box }) => {
		const by = at - box[low]
		at += box[high] - box[low] + gap
		const way: Point = axis === 'x' ? [by, 0] : [0, by]
		return [piece, way] as const
	})
	return shiftPieces(sheet, new Map(ways))
}
