import type { Box } from '../geometry/box'
import { piecesBox } from '../path/arrangePieces'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, newPiece, type PathNode, type Piece, type Sheet } from '../path/model'
import { changedLettering } from './follow'

/** Shapes that words are bent into, to begin with. */
export type Envelope = 'arch' | 'wave'

/** How far an envelope's edges swing, as a share of the words' width. */
const SWING = 0.22

/**
 * An envelope's upper and lower edge about a box, as open outlines from left to right: bent further as any outline is.
 * @param box of the words, px
 */
export function envelopeEdges(
	kind: Envelope,
	{ minX, maxX, minY, maxY }: Box,
): readonly [Contour, Contour] {
	const width = maxX - minX
	const edge = (y: number): Contour => {
		const swing = SWING * width
		const nodes: Omit<PathNode, 'id' | 'kind'>[] =
			kind === 'arch'
				? [
						{ at: [minX, y], out: [minX + width / 4, y - swing] },
						{ at: [maxX, y], in: [maxX - width / 4, y - swing] },
					]
				: [
						{ at: [minX, y], out: [minX + width / 6, y - swing] },
						{
							at: [(minX + maxX) / 2, y],
							in: [minX + width / 3, y - swing],
							out: [maxX - width / 3, y + swing],
						},
						{ at: [maxX, y], in: [maxX - width / 6, y + swing] },
					]
		return inferKinds({
			id: newId(),
			closed: false,
			nodes: nodes.map((node) => ({ ...node, id: newId(), kind: 'cusp' })),
		})
	}
	return [edge(minY), edge(maxY)]
}

/** The sheet with words bent between two new edges, which lie beneath them as a piece that paints nothing. */
export function inEnvelope(sheet: Sheet, id: string, kind: Envelope): Sheet {
	const words = sheet.pieces.find((piece) => piece.id === id)
	if (!words?.lettering) return sheet
	const [top, bottom] = envelopeEdges(kind, piecesBox([words]))
	const plain = newPiece(`Envelope of ${words.name}`, [top, bottom])
	const edges: Piece = {
		...plain,
		fill: { kind: 'none' },
		stroke: { ...plain.stroke, paint: { kind: 'none' } },
		...(words.group !== undefined && { group: words.group }),
	}
	const at = sheet.pieces.indexOf(words)
	const pieces = sheet.pieces.toSpliced(at, 0, edges)
	return changedLettering({ ...sheet, pieces }, id, {
		setting: {
			kind: 'between',
			top: { piece: edges.id, contour: top.id },
			bottom: { piece: edges.id, contour: bottom.id },
		},
	})
}
