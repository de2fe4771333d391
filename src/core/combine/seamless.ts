import { type Cubic, lineCubic } from '../geometry/cubic'
import { cross, distance, dot, subtract } from '../geometry/point'
import { isStraight, segmentCubic, withHandles } from '../path/contour'
import { inferKind, replaceNode } from '../path/kinds'
import type { Contour, PathNode } from '../path/model'
import { unsplitCubic } from '../path/remove'

/** Straight segments that turn by less than this (as a sine) are one. */
const STRAIGHT = 1e-9

/**
 * Takes out nodes at which an outline only goes on: those that split one curve in two, or stand on
 * a straight line. Regions that are joined again lose so the nodes that parted them.
 * @param keeps tells the nodes that stay, whatever they are
 */
export function seamless(contour: Contour, keeps: (node: PathNode) => boolean): Contour {
	let result = contour
	for (let i = 0; i < result.nodes.length && result.nodes.length > 2; ) {
		const joined = withoutNode(result, i, keeps)
		if (joined) result = joined
		else i++
	}
	return result
}

function withoutNode(
	contour: Contour,
	i: number,
	keeps: (node: PathNode) => boolean,
): Contour | null {
	const { nodes } = contour
	const node = nodes[i]
	const k = (i + nodes.length - 1) % nodes.length
	const before = nodes[k]
	const after = nodes[(i + 1) % nodes.length]
	if (!node || !before || !after || keeps(node)) return null
	const straight = [isStraight(before, node), isStraight(node, after)]
	let whole: Cubic | null = null
	if (straight[0] && straight[1]) {
		const [a, b] = [subtract(node.at, before.at), subtract(after.at, node.at)]
		const size = distance(before.at, node.at) * distance(node.at, after.at)
		if (Math.abs(cross(a, b)) <= STRAIGHT * size && dot(a, b) > 0)
			whole = lineCubic(before.at, after.at)
	} else if (!straight[0] && !straight[1]) {
		whole = unsplitCubic([
			segmentCubic({ from: before, to: node }),
			segmentCubic({ from: node, to: after }),
		])
	}
	if (!whole) return null
	const handles = straight[0] ? [undefined, undefined] : [whole[1], whole[2]]
	const changed = nodes
		.map((n) =>
			n === before
				? withHandles(n, { in: n.in, out: handles[0] })
				: n === after
					? withHandles(n, { in: handles[1], out: n.out })
					: n,
		)
		.toSpliced(i, 1)
	return [before.id, after.id].reduce<Contour>(
		(current, id) => {
			const index = current.nodes.findIndex((n) => n.id === id)
			const n = current.nodes[index]
			return n ? replaceNode(current, index, { ...n, kind: inferKind(current, index) }) : current
		},
		{ ...contour, nodes: changed },
	)
}
