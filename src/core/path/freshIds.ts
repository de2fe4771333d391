import { type Contour, newId } from './model'

/**
 * Outlines whose ids, and whose nodes’ ids, are single and not among those taken; `taken` grows by
 * them. What needs no other id stays the same object.
 */
export function withFreshIds(
	contours: readonly Contour[],
	taken: Set<string> = new Set(),
): Contour[] {
	const own = (id: string) => {
		const fresh = taken.has(id) ? newId() : id
		taken.add(fresh)
		return fresh
	}
	return contours.map((contour) => {
		const id = own(contour.id)
		const nodes = contour.nodes.map((node) => {
			const fresh = own(node.id)
			return fresh === node.id ? node : { ...node, id: fresh }
		})
		const same = id === contour.id && nodes.every((node, i) => node === contour.nodes[i])
		return same ? contour : { ...contour, id, nodes }
	})
}
