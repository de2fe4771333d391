import {
	add,
	angleOf,
	distance,
	type Point,
	polar,
	scale,
	subtract,
	unit,
} from '../../geometry/point'
import { reverseContour } from '../../path/contour'
import type { Contour, PathNode } from '../../path/model'
import { insertOn } from '../../path/nodes'
import type { Drill, Trace } from '../drill'
import type { Mistake } from '../remarks'

/** What people do wrong, done to a drill's answer: each with what a grade is to call it. */
export function mistakesOf({ answer, nodes, graded }: Drill): [Mistake, Trace][] {
	const made: [Mistake, Trace][] = []
	const once = (mistake: Mistake, change: (contour: Contour, k: number) => Contour | null) => {
		let done = false
		const contours = answer.contours.flatMap((contour, k) => {
			const next = done ? contour : change(contour, k)
			if (next === null) {
				done = true
				return []
			}
			if (next !== contour) done = true
			return [next]
		})
		if (done) made.push([mistake, { ...answer, contours }])
	}
	const many = answer.contours.map(
		(contour) =>
			insertOn(contour, () => Array.from({ length: nodes }, (_, i) => (i + 1) / (nodes + 1)))
				.contour,
	)
	if (graded.includes('nodes')) made.push(['needless nodes', { ...answer, contours: many }])
	const closed = answer.contours.some((contour) => contour.closed)
	if (closed) {
		once('open', (contour) => ({ ...contour, closed: false }))
		once('strays outside', (contour) => pushed(contour, 1))
	} else once('strays inside', (contour) => pushed(contour, 1))
	if (answer.contours.length > 1)
		once('opening missing', (contour, k) => (k === 1 ? null : contour))
	if (graded.includes('kinds')) {
		once('rounded', (contour) => changed(contour, ({ kind }) => kind === 'corner', rounded))
		once('kinked', (contour) => changed(contour, ({ kind }) => kind === 'smooth', kinked))
	}
	if (graded.includes('level')) once('not level', (contour) => changed(contour, isSmooth, tilted))
	return made
}

const isSmooth = ({ kind, in: into, out }: PathNode) =>
	(kind === 'smooth' || kind === 'symmetric') && into !== undefined && out !== undefined

function changed(
	contour: Contour,
	which: (node: PathNode) => boolean,
	change: (node: PathNode, contour: Contour, k: number) => PathNode,
): Contour {
	const k = contour.nodes.findIndex(which)
	if (k < 0) return contour
	const nodes = contour.nodes.map((node, i) => (i === k ? change(node, contour, i) : node))
	return { ...contour, nodes }
}

/** One side of an outline pushed out by a twelfth of its size. */
function pushed(contour: Contour, by: number): Contour {
	const xs = contour.nodes.map(({ at }) => at[0])
	const ys = contour.nodes.map(({ at }) => at[1])
	const size = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys))
	const middle: Point = [
		(Math.max(...xs) + Math.min(...xs)) / 2,
		(Math.max(...ys) + Math.min(...ys)) / 2,
	]
	const [first] = contour.nodes
	if (!first) return contour
	const away = scale(unit(subtract(first.at, middle)), (by * size) / 12)
	const moved = (p: Point) => add(p, away)
	return {
		...contour,
		nodes: contour.nodes.map((node, k) =>
			k > 0
				? node
				: {
						...node,
						at: moved(node.at),
						...(node.in && { in: moved(node.in) }),
						...(node.out && { out: moved(node.out) }),
					},
		),
	}
}

function rounded(node: PathNode, { nodes }: Contour, k: number): PathNode {
	const before = nodes.at(k - 1) ?? node
	const after = nodes[(k + 1) % nodes.length] ?? node
	const way = unit(subtract(after.at, before.at))
	const reach = Math.min(distance(before.at, node.at), distance(node.at, after.at)) / 3
	return {
		...node,
		kind: 'smooth',
		in: add(node.at, scale(way, -reach)),
		out: add(node.at, scale(way, reach)),
	}
}

function kinked(node: PathNode): PathNode {
	return node.out
		? { ...node, kind: 'cusp', out: turned(node.at, node.out, 0.5) }
		: { ...node, kind: 'cusp' }
}

function tilted(node: PathNode): PathNode {
	return {
		...node,
		...(node.in && { in: turned(node.at, node.in, 0.2) }),
		...(node.out && { out: turned(node.at, node.out, 0.2) }),
	}
}

function turned(at: Point, handle: Point, by: number): Point {
	const arm = subtract(handle, at)
	return add(at, polar(angleOf(arm) + by, Math.hypot(...arm)))
}

/** The same trace begun elsewhere, run the other way, its outlines in another order. */
export function toldOtherwise({ contours, fillRule }: Trace): Trace {
	return {
		fillRule,
		contours: contours.toReversed().map((contour) => {
			const { nodes, closed } = contour
			const begun = closed ? [...nodes.slice(1), ...nodes.slice(0, 1)] : nodes
			return reverseContour({ ...contour, nodes: begun })
		}),
	}
}

/** The same trace on a sheet of another size. */
export function scaled({ contours, fillRule }: Trace, k: number): Trace {
	const by = ([x, y]: Point): Point => [k * x + 30, k * y - 12]
	return {
		fillRule,
		contours: contours.map((contour) => ({
			...contour,
			nodes: contour.nodes.map((node) => ({
				...node,
				at: by(node.at),
				...(node.in && { in: by(node.in) }),
				...(node.out && { out: by(node.out) }),
			})),
		})),
	}
}
