import {
	type Box,
	boxOf,
	type Contour,
	joinBoxes,
	type PathNode,
	type Piece,
	type Sheet,
} from '@/core'

/** More changed nodes than this are drawn anew with everything else. */
const MOST_NODES = 60

/**
 * Where two sheets differ to the eye, sheet px: the box round the segments at nodes that moved.
 * @returns `null` where nothing differs, `'all'` where more than a few nodes of the same outlines do
 */
export function changedBox(was: Sheet, now: Sheet): Box | null | 'all' {
	if (was.pieces === now.pieces && was.line === now.line && was.mirror === now.mirror) return null
	const same = was.line === now.line && was.mirror === now.mirror
	if (!same || now.mirror || was.pieces.length !== now.pieces.length) return 'all'
	let left = MOST_NODES
	let box: Box | null = null
	for (const [i, piece] of now.pieces.entries()) {
		const before = was.pieces[i]
		if (piece === before) continue
		if (!before || !differOnlyInOutlines(before, piece)) return 'all'
		for (const [k, contour] of piece.contours.entries()) {
			const old = before.contours[k]
			if (contour === old) continue
			if (!old || old.id !== contour.id || !sameRun(old, contour)) return 'all'
			for (const [n, node] of contour.nodes.entries()) {
				if (node === old.nodes[n]) continue
				if (--left < 0) return 'all'
				const here = joinBoxes(aroundNode(old, n), aroundNode(contour, n))
				box = box ? joinBoxes(box, here) : here
			}
		}
	}
	return box
}

function differOnlyInOutlines(a: Piece, b: Piece): boolean {
	const keys = ['id', 'fillRule', 'fill', 'stroke', 'opacity', 'hidden', 'locked'] as const
	return a.contours.length === b.contours.length && keys.every((key) => a[key] === b[key])
}

function sameRun(a: Contour, b: Contour): boolean {
	return a.closed === b.closed && a.nodes.length === b.nodes.length
}

/** The box round a node, its neighbours, and the handles of all three. */
function aroundNode({ nodes }: Contour, index: number): Box {
	const n = nodes.length
	const near = [nodes[(index - 1 + n) % n], nodes[index], nodes[(index + 1) % n]]
	return boxOf(near.flatMap((node) => (node ? controlPoints(node) : [])))
}

function controlPoints({ at, in: into, out }: PathNode) {
	return [at, ...(into ? [into] : []), ...(out ? [out] : [])]
}
