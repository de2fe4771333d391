import { newId, newPiece, type Piece, type Region, replacePieces } from '@/core'
import type { PassContext } from '@/editor/session/definitions'
import { nextName } from '@/editor/session/nextName'
import { joinedRegions } from '@/jobs/combining'
import { NOTHING } from '@/store/selection'
import { leaveApart } from './apart'
import { type Apart, cutSlice } from './cutSlice'

/**
 * Makes pieces of the regions that are kept, as one edit; those dropped are gone.
 * @param apart what was chosen; as it stands in the pass, unless it was left before
 */
export async function acceptApart(
	context: Pick<PassContext, 'open' | 'desk' | 'slices'>,
	apart = context.slices.of(cutSlice).getState().apart,
): Promise<void> {
	const { open } = context
	if (!apart) return
	const { pieces: ids, fates } = apart
	const sources = ids.flatMap((id) => open.sheet().pieces.find((p) => p.id === id) ?? [])
	const own = new Set(sources.flatMap((p) => p.contours.flatMap((c) => c.nodes.map((n) => n.id))))
	const kept = [...new Set(fates.filter((fate) => fate !== 0))]
	const groups = kept.map((fate) => apart.regions.filter((_, i) => fates[i] === fate))
	const outlines = await Promise.all(
		groups.map((regions) =>
			regions.length === 1 ? (regions[0]?.contours ?? []) : joinedRegions(regions, own),
		),
	)
	const gone = new Set(ids)
	const names = new Set<string>()
	const made = groups.map((regions, k): Piece => {
		const like = topmost(apart, regions, sources)
		const fresh = newPiece('', outlines[k] ?? [])
		const name = like && !names.has(like.name) ? like.name : nextName(open.sheet(), names)
		names.add(name)
		const { contours, id } = fresh
		return like ? { ...like, id, name, contours } : { ...fresh, name }
	})
	const lines = sources.flatMap((piece) => openPart(piece, () => nextName(open.sheet(), names)))
	const label =
		made.length === 1 ? 'Keep one piece of regions' : `Keep ${made.length} pieces of regions`
	open.apply(label, (sheet) => replacePieces(sheet, gone, [...made, ...lines]))
	if (apart === context.slices.of(cutSlice).getState().apart) leaveApart(context)
	open.select({ ...NOTHING, piece: made[0]?.id ?? null })
}

/** The open outlines of a piece, which no region can hold, as a piece of their own. */
function openPart(piece: Piece, name: () => string): Piece[] {
	const contours = piece.contours.filter(({ closed }) => !closed)
	return contours.length > 0 ? [{ ...piece, id: newId(), name: name(), contours }] : []
}

/** The topmost of the pieces that cover some of the regions: they are painted like it. */
function topmost(apart: Apart, regions: readonly Region[], sources: readonly Piece[]) {
	const number = Math.max(-1, ...regions.flatMap(({ within }) => within))
	return sources.find(({ id }) => id === apart.pieces[number])
}
