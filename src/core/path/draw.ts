import { add, distance, type Point, scale, subtract, unit } from '../geometry/point'
import { reverseContour, withHandles } from './contour'
import { drawnPiece } from './drawnPiece'
import { findContour, mapContour } from './edit'
import { replaceNode } from './kinds'
import { type Contour, type NodeKind, newId, type PathNode, type Sheet } from './model'
import { type HandleSide, settleSince } from './nodes'
import { removeOutline } from './pieces'

/** What the Pen has placed: where the next node goes on from. */
export interface Drawn {
	readonly sheet: Sheet
	readonly contourId: string
	readonly nodeId: string
}

/** Begins a piece of one open outline with its first node, a corner at `at` (px). */
export function beginOutline(sheet: Sheet, at: Point, name: string): Drawn {
	const node = cornerAt(at)
	const contour: Contour = { id: newId(), nodes: [node], closed: false }
	const piece = drawnPiece(sheet, name, [contour])
	return {
		sheet: { ...sheet, pieces: [...sheet.pieces, piece] },
		contourId: contour.id,
		nodeId: node.id,
	}
}

/** Goes on from the last node of an open outline with a corner at `at`. */
export function appendNode(sheet: Sheet, contourId: string, at: Point): Drawn {
	const node = cornerAt(at)
	const next = mapContour(sheet, contourId, (contour) =>
		contour.closed
			? contour
			: settleSince(contour, { ...contour, nodes: [...contour.nodes, node] }),
	)
	return { sheet: next, contourId, nodeId: node.id }
}

/**
 * Pulls the handles of the node just placed: `out` to `to` (px), `in` as its mirror, which makes the
 * node smooth. By a kind of its own: a cusp keeps its `in`, a smooth node the length of its `in`,
 * a symmetric one is equal for good, and a corner has neither.
 */
export function pullHandles(
	sheet: Sheet,
	contourId: string,
	id: string,
	to: Point,
	kind?: NodeKind,
): Sheet {
	return mapContour(sheet, contourId, (contour) =>
		changeNode(contour, id, (node) => pulled(node, 'out', to, kind)),
	)
}

/** A node with a handle pulled to `to` and the other as the kind wants it; without a kind mirrored. */
function pulled(node: PathNode, side: HandleSide, to: Point, kind?: NodeKind): PathNode {
	const other = side === 'in' ? 'out' : 'in'
	const kept = node[other]
	const away = subtract(to, node.at)
	switch (kind) {
		case 'corner':
			return { ...withHandles(node, { in: undefined, out: undefined }), kind }
		case 'cusp':
			return { ...node, [side]: to, kind }
		case 'smooth': {
			const length = kept ? distance(kept, node.at) : distance(to, node.at)
			const line = scale(unit(away), -length)
			return { ...node, [side]: to, [other]: add(node.at, line), kind }
		}
		default:
			return { ...node, [side]: to, [other]: subtract(node.at, away), kind: kind ?? 'smooth' }
	}
}

/** Takes away the outgoing handle of an open outline's last node: the next segment leaves straight. */
export function leaveStraight(sheet: Sheet, contourId: string): Sheet {
	return mapContour(sheet, contourId, (contour) => {
		const last = contour.nodes.at(-1)
		if (!last?.out || contour.closed) return contour
		const bare = withHandles(last, { in: last.in, out: undefined })
		return changeNode(contour, last.id, () => ({ ...bare, kind: bare.in ? 'cusp' : 'corner' }))
	})
}

/** Closes an open outline of two nodes or more: its last node is joined to its first. */
export function closeOutline(sheet: Sheet, contourId: string): Sheet {
	return mapContour(sheet, contourId, (contour) => {
		if (contour.closed || contour.nodes.length < 2) return contour
		return settleSince(contour, { ...contour, closed: true })
	})
}

/**
 * Pulls the first node's handles as the outline is closed on it: `in` mirrors the pointer, and `out`
 * goes with it; by a kind of its own as in {@link pullHandles}, `in` being the one that is pulled.
 */
export function pullClosingHandle(
	sheet: Sheet,
	contourId: string,
	to: Point,
	kind?: NodeKind,
): Sheet {
	return mapContour(sheet, contourId, (contour) => {
		const first = contour.nodes[0]
		if (!first || !contour.closed) return contour
		const into = subtract(first.at, subtract(to, first.at))
		return changeNode(contour, first.id, (node) => pulled(node, 'in', into, kind))
	})
}

/** Takes back the last node of an open outline; the outline goes with its only node. */
export function takeBackNode(sheet: Sheet, contourId: string): Sheet {
	return mapContour(sheet, contourId, (contour) => {
		if (contour.closed) return contour
		const nodes = contour.nodes.slice(0, -1)
		return nodes.length > 0 ? { ...contour, nodes } : null
	})
}

/** Picks an open outline up at one of its end nodes: that node becomes the last. */
export function pickUpOutline(sheet: Sheet, contourId: string, nodeId: string): Sheet {
	return mapContour(sheet, contourId, (contour) =>
		!contour.closed && contour.nodes.length > 1 && contour.nodes[0]?.id === nodeId
			? reverseContour(contour)
			: contour,
	)
}

/** Drops an outline that was ended with a single node: nothing can be seen of it. */
export function dropLoneNode(sheet: Sheet, contourId: string): Sheet {
	const found = findContour(sheet, contourId)
	return found && found.contour.nodes.length < 2 ? removeOutline(sheet, contourId) : sheet
}

function changeNode(contour: Contour, id: string, change: (node: PathNode) => PathNode): Contour {
	const index = contour.nodes.findIndex((node) => node.id === id)
	const node = contour.nodes[index]
	if (!node) return contour
	return settleSince(contour, replaceNode(contour, index, change(node)))
}

function cornerAt(at: Point): PathNode {
	return { id: newId(), at, kind: 'corner' }
}
