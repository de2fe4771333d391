import { changeOf } from './changeOf'
import type { Piece, PlacedPhoto, Sheet } from './model'

/** Something that an edit would have changed, and that its lock, or its being hidden, kept as it was. */
export interface Kept {
	readonly name: string
	readonly why: 'locked' | 'hidden'
}

/** What is left of an edit once all that is locked or hidden is as it was. */
export interface Guarded {
	/** The sheet before the edit where nothing is left of it. */
	readonly sheet: Sheet
	readonly kept: readonly Kept[]
}

/**
 * Keeps from an edit what is locked or hidden: pieces but for their names, their order and group, and
 * whether they are hidden or locked; photos, if locked, but for how they are seen. An edit that brings pieces
 * about, or takes some and changes others, stands or falls as a whole. Where the sheet itself is given
 * another size everything goes along.
 */
export function guarded(edited: Sheet, since: Sheet): Guarded {
	if (edited === since || edited.width !== since.width || edited.height !== since.height)
		return { sheet: edited, kept: [] }
	const photos = guardedPhotos(edited, since)
	const pieces = guardedPieces(edited, since)
	const kept = [...photos.kept, ...pieces.kept]
	if (kept.length === 0) return { sheet: edited, kept }
	if (pieces.whole) return { sheet: since, kept }
	return { sheet: { ...edited, photos: photos.all, pieces: pieces.all }, kept }
}

function guardedPhotos({ photos }: Sheet, since: Sheet) {
	const kept: Kept[] = []
	if (photos === since.photos) return { all: photos, kept }
	const now = new Map(photos.map((photo) => [photo.id, photo]))
	const held = since.photos.filter(({ locked }) => locked)
	const back = held.filter((photo) => changedPhoto(photo, now.get(photo.id)))
	for (const { name } of back) kept.push({ name, why: 'locked' })
	return { all: backInPlace(photos, since.photos, back), kept }
}

function guardedPieces({ pieces }: Sheet, since: Sheet) {
	const kept: Kept[] = []
	const { gone, come } = changeOf(since.pieces, pieces)
	const held = gone.filter(({ locked, hidden }) => locked || hidden)
	if (held.length === 0) return { all: pieces, kept, whole: false }
	const now = new Map(come.map((k) => [pieces[k]?.id, pieces[k]]))
	const back = held.filter((piece) => changedPiece(piece, now.get(piece.id)))
	for (const { name, locked } of back) kept.push({ name, why: locked ? 'locked' : 'hidden' })
	return {
		all: backInPlace(pieces, since.pieces, back),
		kept,
		whole: back.length > 0 && !standsByItself(pieces, since.pieces, new Set(back)),
	}
}

/** Whether what an edit did to the other pieces makes sense without what it did to those held. */
function standsByItself(
	pieces: readonly Piece[],
	since: readonly Piece[],
	back: ReadonlySet<Piece>,
): boolean {
	const known = new Set(since.map(({ id }) => id))
	if (pieces.some(({ id }) => !known.has(id))) return false
	const now = new Map(pieces.map((piece) => [piece.id, piece]))
	const changed = since.filter((piece) => !back.has(piece) && now.get(piece.id) !== piece)
	// Deleting takes pieces and does nothing else.
	if (changed.some(({ id }) => !now.has(id)))
		return [...changed, ...back].every(({ id }) => !now.has(id))
	// An outline that left its piece went into another.
	return changed.every(({ id, contours }) => {
		const left = new Set(now.get(id)?.contours.map((contour) => contour.id))
		return contours.every((contour) => left.has(contour.id))
	})
}

function changedPiece(was: Piece, now: Piece | undefined): boolean {
	const free = new Set<string>(['name', 'group', 'hidden', 'locked'] satisfies (keyof Piece)[])
	return (
		!now || (Object.keys(was) as (keyof Piece)[]).some((k) => !free.has(k) && was[k] !== now[k])
	)
}

function changedPhoto(was: PlacedPhoto, now: PlacedPhoto | undefined): boolean {
	const held = ['blob', 'width', 'height'] satisfies (keyof PlacedPhoto)[]
	const moved = now?.place.some((value, i) => value !== was.place[i])
	return !now || moved === true || held.some((key) => was[key] !== now[key])
}

/** A list with some things as they were, those that went where they were. */
function backInPlace<T extends { readonly id: string }>(
	list: readonly T[],
	since: readonly T[],
	back: readonly T[],
): readonly T[] {
	if (back.length === 0) return list
	const own = new Map(back.map((one) => [one.id, one]))
	const all = list.map((one) => own.get(one.id) ?? one)
	for (const one of back) {
		if (all.includes(one)) continue
		const before = new Set(since.slice(0, since.indexOf(one)).map(({ id }) => id))
		all.splice(all.findLastIndex(({ id }) => before.has(id)) + 1, 0, one)
	}
	return all
}
