import { add, distance, type Point, scale, subtract, unit } from '../geometry/point'
import { withHandles } from './contour'
import { mapContour } from './edit'
import { isEnd, joinEnds } from './ends'
import { withFreshIds } from './freshIds'
import { inferKinds } from './kinds'
import { type Contour, newPiece, type PathNode, type Sheet } from './model'

/** Edits that close what is open. */

/** A closing segment's handles reach this share of the gap. */
const HANDLE_SHARE = 1 / 3

/** Closes an open outline by a segment that goes on from both ends as the outline arrives there. */
export function closeSmoothly(sheet: Sheet, contourId: string): Sheet {
	return mapContour(sheet, contourId, (contour) => {
		const { nodes } = contour
		const [first, second] = nodes
		const last = nodes.at(-1)
		const beforeLast = nodes.at(-2)
		if (contour.closed || !first || !second || !last || !beforeLast) return contour
		const reach = distance(first.at, last.at) * HANDLE_SHARE
		const on = (end: PathNode, from: Point): Point => {
			const along = unit(subtract(end.at, from))
			return add(end.at, scale(along, reach))
		}
		const out = on(last, last.in ?? beforeLast.out ?? beforeLast.at)
		const into = on(first, first.out ?? second.in ?? second.at)
		const ends = nodes.map((node) =>
			node === first
				? withHandles(node, { in: into, out: node.out })
				: node === last
					? withHandles(node, { in: node.in, out })
					: node,
		)
		const closed = inferKinds({ ...contour, nodes: ends, closed: true })
		const kept = closed.nodes.map((node, i) => {
			const was = nodes[i]
			return was && was !== first && was !== last ? was : node
		})
		return { ...closed, nodes: kept }
	})
}

/** Adds a piece, just under the open outline, that fills what lies between it and its chord. */
export function fillAcross(sheet: Sheet, contourId: string, name: string): Sheet {
	const at = sheet.pieces.findIndex((p) => p.contours.some((c) => c.id === contourId))
	const piece = sheet.pieces[at]
	const contour = piece?.contours.find((c) => c.id === contourId)
	if (!piece || !contour || contour.closed || contour.nodes.length < 3) return sheet
	const taken = new Set([contour.id, ...contour.nodes.map(({ id }) => id)])
	const closed = withFreshIds([{ ...contour, closed: true }], taken).map(inferKinds)
	const filled = { ...newPiece(name, closed), fill: piece.fill }
	return { ...sheet, pieces: sheet.pieces.toSpliced(at, 0, filled) }
}

/**
 * Joins open outlines end to end, the nearest ends first, until no two ends are nearer than `reach`;
 * an outline whose own ends are nearest to each other is closed.
 * @param contourIds the outlines that may be joined
 * @param reach px; ends nearer than a thousandth of it become one node, others get a segment
 */
export function joinByNearness(
	sheet: Sheet,
	contourIds: ReadonlySet<string>,
	reach: number,
): Sheet {
	let result = sheet
	for (let joins = contourIds.size; joins > 0; joins--) {
		const pair = nearestEnds(result, contourIds, reach)
		if (!pair) break
		const how = pair.gap <= reach * 1e-3 ? 'node' : 'segment'
		result = joinEnds(result, new Set(pair.ends), how)
	}
	return result
}

function nearestEnds(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	reach: number,
): { ends: [string, string]; gap: number } | null {
	const open = sheet.pieces
		.flatMap(({ contours }) => contours)
		.filter((c) => ids.has(c.id) && !c.closed && c.nodes.length > 1)
	const ends = open.flatMap(endsOf)
	let best: { ends: [string, string]; gap: number } | null = null
	for (const [i, a] of ends.entries())
		for (const b of ends.slice(i + 1)) {
			const gap = distance(a.at, b.at)
			if (gap <= reach && (!best || gap < best.gap)) best = { ends: [a.id, b.id], gap }
		}
	return best
}

function endsOf(contour: Contour): PathNode[] {
	return contour.nodes.filter((_, index) => isEnd({ contour, index }))
}
