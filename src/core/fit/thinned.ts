import type { Contour, ThinnedBy } from '../path/model'

/**
 * An outline that was thinned remembers by how much, so that its tolerance is not spent twice: to
 * thin it again by no more changes nothing. The memory holds while the outline does: a print of its
 * coordinates tells.
 */
export function thinnedMark(contour: Contour, by: number, only?: ReadonlySet<string>): Contour {
	const thinned: ThinnedBy = { by, print: printOf(contour), ...(only && { only: [...only] }) }
	return { ...contour, thinned }
}

/** Whether the nodes that may change were thinned by at least so much, and stand as they were left. */
export function isThinned(
	contour: Contour,
	tolerance: number,
	only: ReadonlySet<string> | undefined,
): boolean {
	const { thinned } = contour
	if (!thinned || thinned.by < tolerance) return false
	if (Math.abs(thinned.print - printOf(contour)) > ROUNDING * contour.nodes.length) return false
	if (!thinned.only) return true
	const known = new Set(thinned.only)
	return only !== undefined && contour.nodes.every(({ id }) => !only.has(id) || known.has(id))
}

/** Coordinates that went through a file may be rounded by so much, px. */
const ROUNDING = 2e-3

function printOf({ nodes }: Contour): number {
	let sum = nodes.length
	for (const [k, node] of nodes.entries()) {
		// A weight that changes from node to node notices a change of order.
		const weight = 1 + (k % 7) / 7
		for (const point of [node.at, node.in, node.out])
			if (point) sum += weight * (Math.abs(point[0]) + 0.7 * Math.abs(point[1]))
	}
	return sum
}
