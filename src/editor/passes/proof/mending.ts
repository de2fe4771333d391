import { findContour, replaceOutlines, type Sheet } from '@/core'
import type { Finding } from '@/core/proofs'
import type { PhotoEdges } from '@/editor/session/edgeReading'
import { type Mended, mendedBy } from '@/jobs/proofing'
import { FIRST_DEVIATION_PX } from '../against/againstSlice'
import { Nothing, propose } from '../against/propose'

const NOTHING_MENDED: Mended = { changed: [], gone: [] }

/** What comes of pieces when findings are mended; those about the photo by fitting outlines to it there. */
export async function mendingOf(
	sheet: Sheet,
	some: readonly Finding[],
	edges: PhotoEdges,
): Promise<Mended> {
	const astray = some.filter(({ kind }) => kind === 'strays')
	if (astray.length > 0) return fitted(sheet, astray, edges)
	// Photos are nothing to it, and need not go over.
	return mendedBy({ ...sheet, photos: [] }, some)
}

/** The photo's edge may be so much further off than a finding says. */
const REACH = { spare: 1.5, least: 8 } as const

async function fitted(
	sheet: Sheet,
	astray: readonly Finding[],
	edges: PhotoEdges,
): Promise<Mended> {
	const targets = [...new Set(astray.map(({ contour }) => contour))].flatMap((id) => {
		const there = id === undefined ? undefined : findContour(sheet, id)
		const own = astray.filter(({ contour }) => contour === id)
		const only = new Set(own.flatMap(({ nodes = [] }) => nodes))
		return there && !there.piece.locked
			? [{ contours: [there.contour], allowance: there.piece.allowance ?? 0, only }]
			: []
	})
	const furthest = Math.max(...astray.map(({ size = 0 }) => size))
	const reach = Math.max(REACH.least, REACH.spare * furthest)
	const proposal = await propose('fit', targets, edges, {
		reach,
		deviation: FIRST_DEVIATION_PX,
	}).catch((error) => {
		if (error instanceof Nothing) return null
		throw error
	})
	if (!proposal) return NOTHING_MENDED
	const after = replaceOutlines(sheet, proposal.ghost.contours)
	const before = new Set(sheet.pieces)
	return { changed: after.pieces.filter((piece) => !before.has(piece)), gone: [] }
}
