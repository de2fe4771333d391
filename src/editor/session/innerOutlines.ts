import { type Contour, type Nested, nestingOf, nestingSteps, type Piece } from '@/core'
import { inSlices } from '@/store/slices'

/** An outline that lies inside another of its piece, as people call it. */
export interface Inner {
	readonly contour: Contour
	readonly role: 'opening' | 'island'
	readonly name: string
}

/** A piece of more outlines than this is looked into bit by bit, beside other work. */
const AT_ONCE = 2000

const NONE: readonly Inner[] = []
const known = new WeakMap<Piece, readonly Inner[]>()

/** The openings and islands of a piece, in the order of its outlines, numbered each. */
export function innerOutlines(piece: Piece): readonly Inner[] {
	if (piece.contours.length < 2) return NONE
	return known.get(piece) ?? keep(piece, nestingOf(piece))
}

/** The same where they are known or soon found; `null` while there are too many to find at once. */
export function innerOutlinesNow(piece: Piece): readonly Inner[] | null {
	return known.get(piece) ?? (piece.contours.length > AT_ONCE ? null : innerOutlines(piece))
}

/** Who waits for the openings of a piece that are being found. */
const waiting = new Map<Piece, Set<() => void>>()

/** Finds them bit by bit, once for all who ask. @returns what gives it up when nobody else waits */
export function findInnerOutlines(piece: Piece, found: () => void): () => void {
	const others = waiting.get(piece)
	const tell = others ?? new Set<() => void>()
	tell.add(found)
	if (!others) void find(piece, tell)
	return () => void tell.delete(found)
}

async function find(piece: Piece, tell: Set<() => void>): Promise<void> {
	waiting.set(piece, tell)
	let nested: readonly Nested[] | null = null
	// Whoever asks just when it is given up begins it anew.
	while (!nested && tell.size > 0)
		nested = await inSlices(nestingSteps(piece), { stopped: () => tell.size === 0 })
	waiting.delete(piece)
	if (nested) keep(piece, nested)
	for (const found of tell) found()
}

function keep(piece: Piece, nested: readonly Nested[]): readonly Inner[] {
	const roles = new Map(nested.map(({ contour, role }) => [contour, role]))
	const counts = { opening: 0, island: 0 }
	const inner = piece.contours.flatMap((contour): Inner[] => {
		const role = roles.get(contour)
		if (role !== 'opening' && role !== 'island') return []
		counts[role]++
		const name = role === 'opening' ? 'Opening' : 'Island'
		return [{ contour, role, name: `${name} ${counts[role]}` }]
	})
	known.set(piece, inner)
	return inner
}
