import type { Contour, ThinnedBy } from '../path/model'
import { printOf } from '../path/print'

/**
 * An outline that was thinned remembers by how much, so that its tolerance is not spent twice: to
 * thin it again by no more changes nothing. The memory holds while the outline does: a print of its
 * nodes tells.
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
	if (thinned.print !== printOf(contour)) return false
	if (!thinned.only) return true
	const known = new Set(thinned.only)
	return only !== undefined && contour.nodes.every(({ id }) => !only.has(id) || known.has(id))
}

/** The nodes between which an outline was fitted anew, if it stands as it was left; none if all of it was. */
export function refittedNodes(contour: Contour): ReadonlySet<string> {
	const { thinned } = contour
	const stands = thinned?.only && thinned.print === printOf(contour)
	return new Set(stands ? thinned.only : [])
}
