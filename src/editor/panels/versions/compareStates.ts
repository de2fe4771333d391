import { type Contour, type Deviation, deviation, nodeCount, type Piece, type Sheet } from '@/core'

/** How two states of a sheet differ. */
export interface StatesCompared {
	/** Pieces that only the earlier state has. */
	readonly gone: readonly Piece[]
	/** Pieces that only the later state has. */
	readonly come: readonly Piece[]
	/** Pieces that both have, not alike: as they were. */
	readonly changed: readonly Piece[]
	readonly nodes: { readonly were: number; readonly are: number }
	/** How far the outlines of what changed lie apart; `null` where there is nothing to measure, or too much. */
	readonly apart: Deviation | null
}

/** Outlines of more nodes than this are not measured while one looks. */
const MEASURED_NODES = 3000

export function compareStates(then: Sheet, now: Sheet): StatesCompared {
	const later = new Map(now.pieces.map((piece) => [piece.id, piece]))
	const earlier = new Set(then.pieces.map(({ id }) => id))
	const changed = then.pieces.filter((piece) => {
		const other = later.get(piece.id)
		return other && JSON.stringify(piece) !== JSON.stringify(other)
	})
	return {
		gone: then.pieces.filter(({ id }) => !later.has(id)),
		come: now.pieces.filter(({ id }) => !earlier.has(id)),
		changed,
		nodes: { were: nodesOf(then.pieces), are: nodesOf(now.pieces) },
		apart: apartOf(
			changed.flatMap(({ contours }) => contours),
			changed.flatMap(({ id }) => later.get(id)?.contours ?? []),
		),
	}
}

const nodesOf = (pieces: readonly Piece[]): number =>
	pieces.reduce((sum, { contours }) => sum + nodeCount(contours), 0)

function apartOf(then: readonly Contour[], now: readonly Contour[]): Deviation | null {
	const nodes = nodeCount(then) + nodeCount(now)
	return nodes === 0 || nodes > MEASURED_NODES ? null : deviation(then, now)
}
