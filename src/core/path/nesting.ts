import { ringWinding, signedArea } from '../geometry/polygon'
import { flattenContour } from './contour'
import type { Contour, FillRule } from './model'

/**
 * What a closed outline is to its piece: an outer edge, the edge of an opening, or that of an
 * island, which lies filled inside an opening and is tied to nothing.
 */
export type Role = 'edge' | 'opening' | 'island'

export interface Nested {
	readonly contour: Contour
	readonly role: Role
	/** The outline next round it. */
	readonly round: Contour | null
}

/** How the closed outlines of a piece lie inside each other, the outermost first. */
export function nestingOf(piece: {
	readonly contours: readonly Contour[]
	readonly fillRule: FillRule
}): Nested[] {
	const all = piece.contours
		.filter(({ closed, nodes }) => closed && nodes.length > 0)
		.map((contour) => {
			const ring = flattenContour(contour)
			return { contour, ring, area: signedArea(ring) }
		})
		.sort((a, b) => Math.abs(b.area) - Math.abs(a.area))
	const found: Nested[] = []
	for (const [k, { contour, ring, area }] of all.entries()) {
		const at = ring[0] ?? [0, 0]
		const around = all.slice(0, k).filter((other) => ringWinding(other.ring, at) !== 0)
		const round = around.at(-1)?.contour ?? null
		const winding = [...around.map((other) => other.area), area].reduce(
			(s, a) => s + Math.sign(a),
			0,
		)
		const filled = piece.fillRule === 'nonzero' ? winding !== 0 : (around.length + 1) % 2 !== 0
		const inOpening = found.some((n) => n.contour === round && n.role === 'opening')
		found.push({
			contour,
			round,
			role: !filled ? 'opening' : round && inOpening ? 'island' : 'edge',
		})
	}
	return found
}
