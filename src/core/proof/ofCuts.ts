import { strokeArea } from '../artwork/strokeArea'
import { combineAreas } from '../combine/combine'
import { filledArea } from '../combine/divide'
import { distance } from '../geometry/point'
import { piecesBox } from '../path/arrangePieces'
import { takeOutlines } from '../path/compound'
import { isFilled } from '../path/contour'
import { mapPiece } from '../path/edit'
import { indexBoxes, ringedOf } from '../path/enclosing'
import type { Contour, Piece, Sheet } from '../path/model'
import { operationOf } from '../path/operations'
import { isOfLines } from '../path/paint'
import { areWorkable } from '../path/reach'
import type { Finding } from './finding'
import { middleOf } from './rings'

/** What comes out otherwise than it is seen where pieces are cut one by one: lines, and edges, that have a width. */
export function wideLines(sheet: Sheet, shown: readonly Piece[]): Finding[] {
	return shown.flatMap((piece): Finding[] => {
		const { stroke, contours, fill, id } = piece
		const [first] = contours
		if (!first || stroke.paint.kind === 'none' || !(stroke.width > 0)) return []
		if (operationOf(piece, sheet.groups) || piece.lettering) return []
		const kind = fill.kind === 'none' ? 'wide-line' : 'wide-edge'
		const at = first.nodes[0]?.at ?? middleOf(first)
		return [{ kind, key: `${kind} ${id}`, piece: id, at, size: stroke.width }]
	})
}

/** Pieces that lie on others, each with the one beneath it: the pairs whose boxes touch, to be looked at one by one. */
export function overlapPairs(sheet: Sheet, shown: readonly Piece[]): readonly [Piece, Piece][] {
	const solid = shown.filter(
		(piece) =>
			piece.fill.kind !== 'none' &&
			piece.contours.some(isFilled) &&
			areWorkable(piece.contours) &&
			(operationOf(piece, sheet.groups) ?? 'cut') === 'cut',
	)
	const boxes = solid.map((piece) => piecesBox([piece]))
	const index = indexBoxes(boxes)
	return solid.flatMap((lower, i) => {
		const box = boxes[i]
		if (!box) return []
		return index
			.search(box.minX, box.minY, box.maxX, box.maxY, (k) => k > i)
			.sort((p, q) => p - q)
			.flatMap((k): [Piece, Piece][] => {
				const [upper, other] = [solid[k], boxes[k]]
				// Edge to edge they share no area.
				const apart =
					!other ||
					Math.min(box.maxX, other.maxX) <= Math.max(box.minX, other.minX) ||
					Math.min(box.maxY, other.maxY) <= Math.max(box.minY, other.minY)
				return upper && !apart ? [[lower, upper]] : []
			})
	})
}

/** The overlaps of pairs, which never change: the largest part, and how wide the widest is, px. */
const known = new WeakMap<
	Piece,
	WeakMap<Piece, { readonly part: Contour; readonly wide: number } | null>
>()

/**
 * That a piece lies on another. Pieces of one group that reach a little under each other, as shades do, are meant to.
 * @param trap how far, px
 */
export function overlapOf(lower: Piece, upper: Piece, trap: number): readonly Finding[] {
	let own = known.get(lower)
	if (!own) {
		own = new WeakMap()
		known.set(lower, own)
	}
	let kept = own.get(upper)
	if (kept === undefined) {
		kept = widest(combineAreas('overlap', [filledArea(lower), filledArea(upper)]))
		own.set(upper, kept)
	}
	const together = lower.group !== undefined && lower.group === upper.group
	if (!kept || (together && kept.wide <= trap)) return []
	return [
		{
			kind: 'overlap',
			key: `overlap ${lower.id} ${upper.id}`,
			piece: lower.id,
			beside: upper.id,
			at: middleOf(kept.part),
		},
	]
}

function widest(parts: readonly Contour[]): { part: Contour; wide: number } | null {
	return parts
		.map((part) => {
			const { ring, area } = ringedOf(part)
			const round = ring.reduce(
				(sum, p, k) => sum + distance(p, ring[(k + 1) % ring.length] ?? p),
				0,
			)
			// A strip is as wide as twice its area for its way round.
			return { part, wide: round > 0 ? (2 * Math.abs(area)) / round : 0 }
		})
		.reduce<{ part: Contour; wide: number } | null>(
			(most, one) => (!most || one.wide > most.wide ? one : most),
			null,
		)
}

/** Two pieces that overlap as one, painted as the lower; or the lower without what the upper covers. */
export function parted(sheet: Sheet, { piece = '', beside, other }: Finding): Sheet {
	const upper = sheet.pieces.find(({ id }) => id === beside)
	const lower = sheet.pieces.find(({ id }) => id === piece)
	if (!upper || !lower) return sheet
	if (!other) return asOne(sheet, [lower, upper])
	const contours = combineAreas('cut-out', [filledArea(lower), filledArea(upper)])
	return takeOutlines(sheet, piece, contours)
}

/** The pieces that a finding is about as one, painted as the lowest of them. */
export function madeOne(sheet: Sheet, { among = [] }: Finding): Sheet {
	return asOne(
		sheet,
		sheet.pieces.filter(({ id }) => among.includes(id)),
	)
}

function asOne(sheet: Sheet, [lowest, ...others]: readonly Piece[]): Sheet {
	if (!lowest) return sheet
	const contours = combineAreas('merge', [lowest, ...others].map(filledArea))
	const open = others.flatMap((piece) => piece.contours.filter((contour) => !isFilled(contour)))
	const gone = new Set(others.map(({ id }) => id))
	return takeOutlines(sheet, lowest.id, [...contours, ...open], { gone })
}

/** A line as the piece that it looks like, or one that is scored. */
export function lineAsPiece(sheet: Sheet, { piece = '', other }: Finding): Sheet {
	return mapPiece(sheet, piece, (one) => {
		if (!isOfLines(one)) return one
		if (other) return { ...one, operation: 'score' }
		const contours = strokeArea(one.contours, one.stroke)
		if (contours.length === 0) return one
		return { ...one, contours, fillRule: 'nonzero', fill: one.stroke.paint, stroke: noStroke(one) }
	})
}

/** A piece as large as it is seen, its edge's width part of it; or without that line. */
export function edgeAsPiece(sheet: Sheet, { piece: id = '', other }: Finding): Sheet {
	return mapPiece(sheet, id, (piece) => {
		const bare: Piece = { ...piece, stroke: noStroke(piece) }
		if (other) return bare
		const band = { contours: strokeArea(piece.contours, piece.stroke), rule: 'nonzero' } as const
		const contours = combineAreas('merge', [filledArea(piece), band])
		return { ...bare, contours, fillRule: 'nonzero' }
	})
}

const noStroke = ({ stroke }: Piece): Piece['stroke'] => ({ ...stroke, paint: { kind: 'none' } })
