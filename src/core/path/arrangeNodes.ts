import { type Affine, applyAffine } from '../geometry/affine'
import { boxOf } from '../geometry/box'
import type { Point } from '../geometry/point'
import { neighbours, withHandles } from './contour'
import { mapContoursOf, nodesWith } from './edit'
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
	return mapContoursOf(sheet, ids, (contour) => {
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

/** The nodes of some pieces' outlines for which something holds. */
export function nodesWhere(
	sheet: Sheet,
	pieces: ReadonlySet<string>,
	holds: (node: PathNode) => boolean,
): Set<string> {
	const nodes = sheet.pieces
		.filter((piece) => pieces.has(piece.id))
		.flatMap((piece) => piece.contours.flatMap((contour) => contour.nodes))
	return new Set(nodes.filter(holds).map((node) => node.id))
}

/** All nodes of some pieces that are of a kind. */
export function nodesOfKind(
	sheet: Sheet,
	pieces: ReadonlySet<string>,
	kind: NodeKind,
): Set<string> {
	return nodesWhere(sheet, pieces, (node) => node.kind === kind)
}

/**
 * Scales nodes and their handles about a corner of the box round them, so that it gets another width
 * or height, px; what has no extent in a direction keeps none.
 */
export function resizeNodes(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	size: { readonly width?: number; readonly height?: number },
): Sheet {
	const nodes = nodesWith(sheet, ids)
	if (nodes.length === 0) return sheet
	const { minX, minY, maxX, maxY } = boxOf(nodes.map((node) => node.at))
	const share = (to: number | undefined, now: number) =>
		to === undefined || now === 0 ? 1 : Math.max(0, to) / now
	const kx = share(size.width, maxX - minX)
	const ky = share(size.height, maxY - minY)
	return transformNodes(sheet, ids, [kx, 0, 0, ky, minX * (1 - kx), minY * (1 - ky)])
}

function contoursOf(sheet: Sheet): Contour[] {
	return sheet.pieces.flatMap((piece) => piece.contours)
}
