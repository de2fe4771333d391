import type { Piece } from '@/core'
import type { Judgement } from '@/core/practice'
import { allMended, type Finding, findingSteps, type Limits } from '@/core/proofs'
import { exposed } from './exposed'
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

/** What was noticed is said so often, ms. */
const TELL_MS = 150

const endpoint = {
	/** Looks at the sheet step by step, and says now and then what was noticed, for as long as it is to go on. */
	async find(
		sent: Sent,
		limits: Limits,
		only: ReadonlySet<string> | undefined,
		goesOn: (found: readonly Finding[], share: number) => Promise<boolean> | boolean,
	): Promise<void> {
		let batch: Finding[] = []
		let told = performance.now()
		for (const { found, share } of findingSteps(sheetOf(sent), limits, only)) {
			batch.push(...found)
			if (performance.now() - told < TELL_MS) continue
			if (!(await goesOn(batch, share))) return
			batch = []
			told = performance.now()
		}
		await goesOn(batch, 1)
	},

	/** It comes when somebody asks: proofs do without it. */
	async judge(
		...asked: Parameters<typeof import('@/core/practice')['judged']>
	): Promise<Judgement> {
		const { judged } = await import('@/core/practice')
		return judged(...asked)
	},

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

exposed(endpoint)
