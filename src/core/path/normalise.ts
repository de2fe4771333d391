import { item } from '../geometry/numbers'
import { changeOf } from './changeOf'
import { mapPlaces, withContours } from './edit'
import { withFreshIds } from './freshIds'
import { settleGroups } from './groups'
import { obeysKind } from './kinds'
import { type Contour, newId, type Piece, type Sheet } from './model'
import { settleSince } from './nodes'
import { isSoundNode } from './reach'
import { indexOf } from './sheetIndex'

/**
 * What every edit ends in: ids single over the sheet, kinds true to their handles, numbers that are
 * numbers, no outline without nodes and no piece without outlines, groups together. Only what changed is looked at.
 * An outline with a number that is none is put back as it was before the edit.
 * @param since the sheet before the edit, which is sound
 * @returns the same object where nothing had to be mended
 */
export function normalised(sheet: Sheet, since: Sheet): Sheet {
	if (sheet === since) return sheet
	const { gone, come } = changeOf(since.pieces, sheet.pieces)
	const old = new Map(gone.flatMap((piece) => piece.contours.map((c) => [c.id, c])))
	const mended = mapPlaces(sheet, come, (piece) =>
		withContours(piece, (contour) => {
			const before = old.get(contour.id)
			if (contour === before) return contour
			if (contour.nodes.length === 0) return null
			if (!isSoundSince(contour, before)) return before ?? null
			const settled = settleSince(before ?? { ...contour, nodes: [] }, contour)
			return isSoundSince(settled, contour) ? settled : (before ?? null)
		}),
	)
	const named = namesChanged(mended, since, old) ? withSingleIds(mended, since) : mended
	return groupsChanged(named, since) ? settleGroups(named) : named
}

/** What is unsound about a sheet, for people who write edits; empty where all is well. */
export function flawsOf(sheet: Sheet): string[] {
	const flaws: string[] = []
	const ids = new Set<string>()
	const own = (what: string, id: string) => {
		if (ids.has(id)) flaws.push(`${what} ${id}: its id is given twice`)
		ids.add(id)
	}
	for (const { id } of sheet.photos) own('photo', id)
	for (const { id } of sheet.guides) own('guide', id)
	for (const { id } of sheet.groups ?? []) own('group', id)
	if (settleGroups(sheet) !== sheet) flaws.push('groups do not lie together, or hold nothing')
	for (const piece of sheet.pieces) {
		own('piece', piece.id)
		if (piece.contours.length === 0) flaws.push(`piece ${piece.id}: it has no outline`)
		for (const contour of piece.contours) {
			own('outline', contour.id)
			if (contour.nodes.length === 0) flaws.push(`outline ${contour.id}: it has no node`)
			for (const [i, node] of contour.nodes.entries()) {
				own('node', node.id)
				if (!isSoundNode(node)) flaws.push(`node ${node.id}: no place on a sheet`)
				else if (!obeysKind(contour, i)) flaws.push(`node ${node.id}: it is no ${node.kind}`)
			}
		}
	}
	return flaws
}

function groupsChanged(sheet: Sheet, since: Sheet): boolean {
	const { pieces } = sheet
	return (
		sheet.groups !== since.groups ||
		pieces.length !== since.pieces.length ||
		pieces.some((piece, i) => {
			const before = since.pieces[i]
			return piece !== before && piece.group !== before?.group
		})
	)
}

function isSoundSince({ nodes }: Contour, before: Contour | undefined): boolean {
	return nodes.every((node, i) => node === before?.nodes[i] || isSoundNode(node))
}

/** Whether there may be ids that were not there before, or not in that place. */
function namesChanged(sheet: Sheet, since: Sheet, old: ReadonlyMap<string, Contour>): boolean {
	if (sheet.photos !== since.photos || sheet.guides !== since.guides) return true
	if (sheet.pieces === since.pieces) return false
	if (sheet.pieces.length !== since.pieces.length) return true
	return sheet.pieces.some((piece, k) => {
		const before = since.pieces[k]
		if (piece === before) return false
		if (piece.id !== before?.id || piece.contours.length !== before.contours.length) return true
		return piece.contours.some((contour, c) => {
			const was = before.contours[c]
			return contour !== was && !(was?.id === contour.id && sameIds(contour, old.get(contour.id)))
		})
	})
}

function sameIds({ nodes }: Contour, before: Contour | undefined): boolean {
	return (
		before?.nodes.length === nodes.length &&
		nodes.every((node, i) => node === before.nodes[i] || node.id === before.nodes[i]?.id)
	)
}

/** Gives new ids where one is given twice; what was there before the edit keeps its own. */
function withSingleIds(sheet: Sheet, since: Sheet): Sheet {
	const { gone, come } = changeOf(since.pieces, sheet.pieces)
	const taken = new Set(
		[...sheet.photos, ...sheet.guides, ...(sheet.groups ?? [])].map(({ id }) => id),
	)
	// Of the pieces that stay those count alone that hold an id that comes.
	const coming = new Set(come.flatMap((k) => [...idsOf(item(sheet.pieces, k))]))
	const left = new Set(gone)
	for (const k of indexOf(since.pieces).holding(coming)) {
		const piece = item(since.pieces, k)
		if (!left.has(piece)) for (const id of idsOf(piece)) taken.add(id)
	}
	return mapPlaces(sheet, come, (piece): Piece => {
		const id = taken.has(piece.id) ? newId() : piece.id
		taken.add(id)
		const contours = withFreshIds(piece.contours, taken)
		const same = contours.every((contour, c) => contour === piece.contours[c])
		return same && id === piece.id
			? piece
			: { ...piece, id, contours: same ? piece.contours : contours }
	})
}

function* idsOf({ id, contours }: Piece): Generator<string> {
	yield id
	for (const contour of contours) {
		yield contour.id
		for (const node of contour.nodes) yield node.id
	}
}
