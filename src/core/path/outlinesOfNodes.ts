import type { Contour, PathNode, Piece, Sheet } from './model'

/**
 * Some nodes as pieces of their own, in the sheet's order: an outline of which all nodes are named comes
 * whole, of others each run of neighbours comes as an open outline. A node alone is no outline.
 */
export function outlinesOfNodes(sheet: Sheet, ids: ReadonlySet<string>): Piece[] {
	return sheet.pieces.flatMap((piece) => {
		const contours = piece.contours.flatMap((contour) => runsOf(contour, ids))
		return contours.length > 0 ? [{ ...piece, contours }] : []
	})
}

function runsOf(contour: Contour, ids: ReadonlySet<string>): Contour[] {
	const { nodes, closed } = contour
	const gap = nodes.findIndex(({ id }) => !ids.has(id))
	if (gap < 0) return [contour]
	// A closed outline is gone round from a node that stays.
	const from = closed ? gap : 0
	const around = [...nodes.slice(from), ...nodes.slice(0, from)]
	const runs: PathNode[][] = [[]]
	for (const node of around) {
		if (ids.has(node.id)) runs.at(-1)?.push(node)
		else runs.push([])
	}
	return runs
		.filter((run) => run.length > 1)
		.map((run) => ({ id: contour.id, nodes: run, closed: false }))
}
