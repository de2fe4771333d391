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

const endpoint = {
	find: (sheet: Sheet, limits: Limits): Finding[] => findings(sheet, limits),

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
