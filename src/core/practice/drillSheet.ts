import { formatSvg } from '../formats/svg/writeSvg'
import { type Contour, emptySheet, newId, newPiece, type Piece, type Sheet } from '../path/model'
import { addPhoto, newPhoto } from '../path/photos'
import { addPieces } from '../path/pieces'
import type { Drill, Trace } from './drill'
import { sheetIdOf } from './drillIds'

/** The paper that pictures of drills are painted on, and their paint. */
const PAPER = '#d9ccb2'
const PAINT = '#3d4a55'
/** The width of a picture's line, px. */
const LINE_PX = 5

/**
 * The picture of a drill, as an SVG document of its size: the answer's shape painted on paper, or its line.
 * @returns `null` where one works on what is there
 */
export function drillPicture({ answer, picture, width, height, name }: Drill): string | null {
	if (picture === 'none') return null
	const plain = newPiece(name, answer.contours)
	const piece: Piece = {
		...plain,
		fillRule: answer.fillRule,
		fill: picture === 'shape' ? { kind: 'solid', colour: PAINT } : { kind: 'none' },
		stroke:
			picture === 'line'
				? { paint: { kind: 'solid', colour: PAINT }, width: LINE_PX, cap: 'round', join: 'round' }
				: plain.stroke,
	}
	const sheet = addPieces(emptySheet(name, width, height), [piece])
	return formatSvg({ ...sheet, background: { kind: 'solid', colour: PAPER } }, { units: 'px' })
}

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
	return [{ ...newPiece('Piece 1', begin.contours.map(withOwnIds)), fillRule: begin.fillRule }]
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
	}
}
