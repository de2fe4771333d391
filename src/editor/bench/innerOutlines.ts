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

const known = new WeakMap<Piece, readonly Inner[]>()

/** The openings and islands of a piece, in the order of its outlines, numbered each. */
export function innerOutlines(piece: Piece): readonly Inner[] {
	return known.get(piece) ?? keep(piece, nestingOf(piece))
}

/** The same where they are known or soon found; `null` while there are too many to find at once. */
export function innerOutlinesNow(piece: Piece): readonly Inner[] | null {
	return known.get(piece) ?? (piece.contours.length > AT_ONCE ? null : innerOutlines(piece))
}

/** Finds them bit by bit. @returns what gives it up */
export function findInnerOutlines(piece: Piece, found: () => void): () => void {
	let stopped = false
	void inSlices(nestingSteps(piece), { stopped: () => stopped }).then((nested) => {
		if (!nested || stopped) return
		keep(piece, nested)
		found()
	})
	return () => {
		stopped = true
	}
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
