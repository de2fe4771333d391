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

/** What of a piece is not seen, or is compared by itself: all else is painted. */
const UNSEEN_OF_PIECE: ReadonlySet<string> = new Set<keyof Piece>([
	'name',
	'contours',
	'paintStays',
	'allowance',
	'lifted',
	'group',
	'operation',
])
const UNSEEN_OF_CONTOUR: ReadonlySet<string> = new Set<keyof Contour>(['nodes', 'thinned'])

function differOnlyInOutlines(a: Piece, b: Piece): boolean {
	return a.contours.length === b.contours.length && sameBut(UNSEEN_OF_PIECE, a, b)
}

function sameRun(a: Contour, b: Contour): boolean {
	return a.nodes.length === b.nodes.length && sameBut(UNSEEN_OF_CONTOUR, a, b)
}

function sameBut<T extends object>(unseen: ReadonlySet<string>, a: T, b: T): boolean {
	const keys = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof T & string>
	return [...keys].every((key) => unseen.has(key) || a[key] === b[key])
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
