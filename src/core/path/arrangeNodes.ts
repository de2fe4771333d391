import { type Affine, applyAffine } from '../geometry/affine'
import { boxOf } from '../geometry/box'
import type { Point } from '../geometry/point'
import { neighbours, withHandles } from './contour'
import { mapContours, nodesWith } from './edit'
import type { Contour, NodeKind, PathNode, Sheet } from './model'
import { moveEach, settleSince } from './nodes'

/** Several nodes at once: which, and how they lie to each other. */

/** The middle of the box round some nodes, or `null` for none. */
export function centreOf(nodes: readonly PathNode[]): Point | null {
	if (nodes.length === 0) return null
	const { minX, minY, maxX, maxY } = boxOf(nodes.map((node) => node.at))
	return [(minX + maxX) / 2, (minY + maxY) / 2]
}

/** Moves nodes and their handles by a map of the plane; the joins with their neighbours are kept. */
export function transformNodes(sheet: Sheet, ids: ReadonlySet<string>, map: Affine): Sheet {
	return mapContours(sheet, (contour) => {
		if (!contour.nodes.some((node) => ids.has(node.id))) return contour
		const go = (p: Point | undefined) => p && applyAffine(map, p)
		const nodes = contour.nodes.map((node) =>
			ids.has(node.id)
				? withHandles(
						{ ...node, at: applyAffine(map, node.at) },
						{ in: go(node.in), out: go(node.out) },
					)
				: node,
		)
		return settleSince(contour, { ...contour, nodes })
	})
}

/** Lines nodes up on one level (`y`) or one upright (`x`): the middle of where they are. */
export function alignNodes(sheet: Sheet, ids: ReadonlySet<string>, axis: 'x' | 'y'): Sheet {
	const k = axis === 'x' ? 0 : 1
	const nodes = nodesWith(sheet, ids)
	const centre = centreOf(nodes)
	if (!centre) return sheet
	const across = (by: number): Point => (axis === 'x' ? [by, 0] : [0, by])
	return moveEach(sheet, new Map(nodes.map(({ id, at }) => [id, across(centre[k] - at[k])])))
}

/** Spaces nodes evenly along an axis, between the first and the last of them. */
export function spaceNodes(sheet: Sheet, ids: ReadonlySet<string>, axis: 'x' | 'y'): Sheet {
	const k = axis === 'x' ? 0 : 1
	const nodes = nodesWith(sheet, ids).sort((a, b) => a.at[k] - b.at[k])
	const [first] = nodes
	const last = nodes.at(-1)
	if (!first || !last || nodes.length < 3) return sheet
	const step = (last.at[k] - first.at[k]) / (nodes.length - 1)
	const across = (by: number): Point => (axis === 'x' ? [by, 0] : [0, by])
	return moveEach(
		sheet,
		new Map(nodes.map(({ id, at }, i) => [id, across(first.at[k] + i * step - at[k])])),
	)
}

/** The nodes named, and those next to them along their outlines. */
export function withNeighbours(sheet: Sheet, ids: ReadonlySet<string>): Set<string> {
	const grown = new Set(ids)
	for (const contour of contoursOf(sheet))
		for (const [i, node] of contour.nodes.entries()) {
			if (!ids.has(node.id)) continue
			const { before, after } = neighbours(contour, i)
			for (const other of [before, after]) if (other) grown.add(other.id)
		}
	return grown
}

/** The nodes of a piece's outlines for which something holds. */
export function nodesWhere(
	sheet: Sheet,
	pieceId: string,
	holds: (node: PathNode) => boolean,
): Set<string> {
	const piece = sheet.pieces.find((p) => p.id === pieceId)
	const nodes = piece?.contours.flatMap((contour) => contour.nodes) ?? []
	return new Set(nodes.filter(holds).map((node) => node.id))
}

/** All nodes of a piece that are of a kind. */
export function nodesOfKind(sheet: Sheet, pieceId: string, kind: NodeKind): Set<string> {
	return nodesWhere(sheet, pieceId, (node) => node.kind === kind)
}

function contoursOf(sheet: Sheet): Contour[] {
	return sheet.pieces.flatMap((piece) => piece.contours)
}
