import { type Contour, emptySheet, newId, newPiece, type Piece, type Sheet } from '../path/model'
import { addPhoto, newPhoto } from '../path/photos'
import { addPieces } from '../path/pieces'
import type { Drill, Trace } from './drill'
import { sheetIdOf } from './drillIds'
import { piecesIn } from './ofPieces'

/** The sheet that a drill is done on. @param blob its picture as it is stored, where it has one */
export function drillSheet(drill: Drill, blob: string | null): Sheet {
	const { id, name, width, height } = drill
	const empty: Sheet = { ...emptySheet(name, width, height), id: sheetIdOf(id), practice: id }
	const shown = blob === null ? empty : addPhoto(empty, newPhoto({ blob, name, width, height }))
	return addPieces(shown, begunPieces(drill))
}

/** What is there at first, as pieces; ids of their own each time. */
export function begunPieces({ begin }: Pick<Drill, 'begin'>): Piece[] {
	if (!begin) return []
	return piecesIn(begin).map(({ contours, fill }, k) => {
		const piece = newPiece(`Piece ${k + 1}`, contours.map(withOwnIds))
		return {
			...piece,
			fillRule: begin.fillRule,
			...(fill !== null && { fill: { kind: 'solid', colour: fill } as const }),
		}
	})
}

function withOwnIds(contour: Contour): Contour {
	return { ...contour, id: newId(), nodes: contour.nodes.map((node) => ({ ...node, id: newId() })) }
}

/** What was traced on a sheet, as one trace. */
export function workOf({ pieces }: Pick<Sheet, 'pieces'>): Trace {
	const shown = pieces.filter(({ hidden }) => !hidden)
	return {
		contours: shown.flatMap(({ contours }) => contours),
		fillRule: shown[0]?.fillRule ?? 'nonzero',
		pieces: shown.map(({ contours, fill }) => ({
			contours,
			fill: fill.kind === 'solid' ? fill.colour : null,
		})),
	}
}
