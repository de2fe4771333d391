import type { Contour, Piece, Sheet } from '@/core'
import { chosenPieces, type Selection } from '@/store/selection'

/** Outlines that are set against the photo together: a piece's. */
export interface Target {
	readonly contours: readonly Contour[]
	/** How far inside the edge they are to lie, sheet px. */
	readonly allowance: number
	/** The nodes it is about; all of the piece's where none are named. */
	readonly only?: ReadonlySet<string>
}

export interface Targets {
	readonly all: readonly Target[]
	/** What it is about, in words: “12 nodes”, “Lantern”, “everything”. */
	readonly words: string
}

const ofPiece = ({ contours, allowance = 0 }: Piece): Target => ({ contours, allowance })

/** What is chosen: nodes, or pieces, or else everything that can be changed. */
export function chosenTargets({ pieces }: Sheet, selection: Selection): Targets {
	const open = pieces.filter((piece) => !piece.hidden && !piece.locked)
	const { nodes } = selection
	if (nodes.size > 1) {
		const some = open.flatMap((piece): Target[] => {
			const contours = piece.contours.filter((one) => one.nodes.some(({ id }) => nodes.has(id)))
			return contours.length > 0 ? [{ ...ofPiece(piece), contours, only: nodes }] : []
		})
		return { all: some, words: `${nodes.size} nodes` }
	}
	const chosen = chosenPieces(selection)
	const taken = open.filter(({ id }) => chosen.has(id))
	const [one, more] = taken
	if (one)
		return { all: taken.map(ofPiece), words: more ? `${taken.length} pieces` : `“${one.name}”` }
	return { all: open.map(ofPiece), words: 'everything' }
}
