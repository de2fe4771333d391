import { expose } from 'comlink'
import type { Piece, Sheet } from '@/core'
import { allMended, type Finding, findings, type Limits } from '@/core/proofs'

/** What came of pieces when something was mended. */
export interface Mended {
	/** In place of those of the same ids. */
	readonly changed: readonly Piece[]
	/** Ids of those that are gone. */
	readonly gone: readonly string[]
}

const texts = new Map<string, { readonly text: string; readonly piece: Piece }>()

/**
 * The sheet with the pieces that were looked at before, where they are the same: what crosses to a worker
 * is copied each time, and what was found of a piece is known by the piece itself.
 */
function asKnown(sheet: Sheet): Sheet {
	const pieces = sheet.pieces.map((piece) => {
		const text = JSON.stringify(piece)
		const kept = texts.get(piece.id)
		if (kept?.text === text) return kept.piece
		const before = new Map(kept?.piece.contours.map((contour) => [contour.id, contour]))
		const contours = piece.contours.map((contour) => {
			const was = before.get(contour.id)
			return was && JSON.stringify(was) === JSON.stringify(contour) ? was : contour
		})
		const own = { ...piece, contours }
		texts.set(piece.id, { text, piece: own })
		return own
	})
	const there = new Set(pieces.map(({ id }) => id))
	for (const id of texts.keys()) if (!there.has(id)) texts.delete(id)
	return { ...sheet, pieces }
}

const endpoint = {
	find: (sheet: Sheet, limits: Limits): Finding[] => findings(asKnown(sheet), limits),

	mend(sheet: Sheet, all: readonly Finding[]): Mended {
		const { pieces } = allMended(sheet, all)
		const before = new Set(sheet.pieces)
		const left = new Set(pieces.map(({ id }) => id))
		return {
			changed: pieces.filter((piece) => !before.has(piece)),
			gone: sheet.pieces.map(({ id }) => id).filter((id) => !left.has(id)),
		}
	},
}

export type ProofWorker = typeof endpoint

expose(endpoint)
