import { type Contour, nestingOf, type Piece } from '@/core'

/** An outline that lies inside another of its piece, as people call it. */
export interface Inner {
	readonly contour: Contour
	readonly role: 'opening' | 'island'
	readonly name: string
}

/** The openings and islands of a piece, in the order of its outlines, numbered each. */
export function innerOutlines(piece: Piece): Inner[] {
	const roles = new Map(nestingOf(piece).map(({ contour, role }) => [contour, role]))
	const counts = { opening: 0, island: 0 }
	return piece.contours.flatMap((contour): Inner[] => {
		const role = roles.get(contour)
		if (role !== 'opening' && role !== 'island') return []
		counts[role]++
		const name = role === 'opening' ? 'Opening' : 'Island'
		return [{ contour, role, name: `${name} ${counts[role]}` }]
	})
}
