import { expose } from 'comlink'
import type { Piece } from '@/core'
import { allMended, type Finding, findings, type Limits } from '@/core/proofs'
import { createMirror, type Sent } from './mirror'

/** What came of pieces when something was mended. */
export interface Mended {
	/** In place of those of the same ids. */
	readonly changed: readonly Piece[]
	/** Ids of those that are gone. */
	readonly gone: readonly string[]
}

// What was found of a piece is known by the piece itself: what stays of a sheet is the same objects here.
const sheetOf = createMirror()

const endpoint = {
	find: (sent: Sent, limits: Limits): Finding[] => findings(sheetOf(sent), limits),

	mend(sent: Sent, all: readonly Finding[]): Mended {
		const sheet = sheetOf(sent)
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
