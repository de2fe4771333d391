import { extrema, pointAt, splitCubic } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { isStraight, reverseContour, segmentCubic, segments } from '../path/contour'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, type PathNode } from '../path/model'

/** A closed outline's upper and lower half, parted where it is farthest left and right; both open. */
export function halvesOf(contour: Contour): { readonly top: Contour; readonly bottom: Contour } {
	const whole = withOutermost(contour)
	const { nodes } = whole
	const byX = nodes.map(({ at }, k) => [at[0], k] as const).sort((a, b) => a[0] - b[0])
	const [, left = 0] = byX[0] ?? []
	const [, right = 0] = byX.at(-1) ?? []
	const run = (a: number, b: number): Contour => ({
		...whole,
		closed: false,
		nodes: a <= b ? nodes.slice(a, b + 1) : [...nodes.slice(a), ...nodes.slice(0, b + 1)],
	})
	const [there, back] = [run(left, right), reverseContour(run(right, left))]
	return middle(there)[1] <= middle(back)[1]
		? { top: there, bottom: back }
		: { top: back, bottom: there }
}

/** About the middle of what an open outline goes through. */
function middle(contour: Contour): Point {
	const curves = segments(contour).map(segmentCubic)
	const samples = curves.flatMap((c) => [0.25, 0.5, 0.75].map((t) => pointAt(c, t)))
	const sum = samples.reduce(([x, y], [u, v]): Point => [x + u, y + v], [0, 0])
	return [sum[0] / (samples.length || 1), sum[1] / (samples.length || 1)]
}

/** The outline with nodes where its curves are farthest left and right. */
function withOutermost(contour: Contour): Contour {
	const nodes: PathNode[] = []
	for (const { from, to } of segments(contour)) {
		const before = nodes.at(-1)
		const start = before?.id === from.id ? before : from
		if (before !== start) nodes.push(start)
		if (isStraight(from, to)) {
			nodes.push(to)
			continue
		}
		let rest = segmentCubic({ from, to })
		let gone = 0
		for (const t of extrema(rest).sort((a, b) => a - b)) {
			if (t < 1e-6 || t > 1 - 1e-6) continue
			const [first, second] = splitCubic(rest, (t - gone) / (1 - gone))
			setOut(nodes, first[1])
			nodes.push({ id: newId(), at: first[3], in: first[2], out: second[1], kind: 'cusp' })
			rest = second
			gone = t
		}
		setOut(nodes, rest[1])
		nodes.push({ ...to, in: rest[2] })
	}
	const [first, last] = [nodes[0], nodes.at(-1)]
	if (first && last && nodes.length > 1 && first.id === last.id) {
		nodes.pop()
		nodes[0] = { ...first, ...(last.in && { in: last.in }) }
	}
	return inferKinds({ ...contour, nodes })
}

function setOut(nodes: PathNode[], out: Point): void {
	nodes[nodes.length - 1] = { ...item(nodes, nodes.length - 1), out }
}
