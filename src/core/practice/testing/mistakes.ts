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
import { openingsIn, piecesIn } from '../ofPieces'
import type { Mistake } from '../remarks'

/** What people do wrong, done to a drill's answer: each with what a grade is to call it. */
export function mistakesOf({ answer, nodes, graded }: Drill): [Mistake, Trace][] {
	const made: [Mistake, Trace][] = []
	const once = (mistake: Mistake, change: (contour: Contour, k: number) => Contour | null) => {
		let done = false
		const trace = withContours(answer, (contour, k) => {
			const next = done ? contour : change(contour, k)
			if (next !== contour) done = true
			return next
		})
		if (done) made.push([mistake, trace])
	}
	const many = withContours(
		answer,
		(contour) =>
			insertOn(contour, () => Array.from({ length: nodes }, (_, i) => (i + 1) / (nodes + 1)))
				.contour,
	)
	if (graded.includes('nodes')) made.push(['needless nodes', many])
	const closed = answer.contours.some((contour) => contour.closed)
	if (closed) once('open', (contour) => ({ ...contour, closed: false }))
	if (graded.includes('edge'))
		once(closed ? 'strays outside' : 'strays inside', (contour) => pushed(contour, 1))
	const [line] = answer.contours
	if (line && !line.closed) {
		const { contour, ids } = insertOn(line, ({ index }) => (index === 0 ? [0.45] : []))
		const end = contour.nodes.findIndex(({ id }) => ids.includes(id))
		const half = { ...contour, nodes: contour.nodes.slice(0, end + 1) }
		made.push(['part missing', { ...answer, contours: [half] }])
	}
	if (openingsIn(answer).length > 0) {
		const { opening } = openingsIn(answer)[0] ?? {}
		once('opening missing', (contour) => (contour === opening ? null : contour))
		made.push([
			'not cut out',
			{
				...answer,
				pieces: answer.contours.map((contour) => ({ contours: [contour], fill: null })),
			},
		])
	}
	if ((answer.pieces?.length ?? 0) > 1)
		once('part missing', (contour, k) => (k === answer.contours.length - 1 ? null : contour))
	if (graded.includes('shared')) once('edge not shared', (contour) => shifted(contour, [3, 0]))
	if (graded.includes('colours')) {
		const pieces = (answer.pieces ?? []).map((piece, k) =>
			k === 0 ? { ...piece, fill: '#ff00ff' } : piece,
		)
		made.push(['another colour', { ...answer, pieces }])
	}
	if (graded.includes('ready')) made.push(['not ready', twice(answer)])
	if (graded.includes('kinds')) {
		once('rounded', (contour) => changed(contour, ({ kind }) => kind === 'corner', rounded))
		once('kinked', (contour) => changed(contour, ({ kind }) => kind === 'smooth', kinked))
	}
	if (graded.includes('level')) once('not level', (contour) => changed(contour, isSmooth, tilted))
	return made
}

/** A trace with its outlines changed, in its pieces as well; `null` takes one away. */
function withContours(
	trace: Trace,
	change: (contour: Contour, k: number) => Contour | null,
): Trace {
	const made = new Map(trace.contours.map((contour, k) => [contour, change(contour, k)]))
	const of = (contours: readonly Contour[]) =>
		contours.flatMap((contour) => made.get(contour) ?? [])
	return {
		...trace,
		contours: of(trace.contours),
		...(trace.pieces && {
			pieces: trace.pieces.map((piece) => ({ ...piece, contours: of(piece.contours) })),
		}),
	}
}

/** The same lies there twice. */
function twice(trace: Trace): Trace {
	const again = withContours(trace, (contour) => ({ ...contour }))
	const pieces = [trace, again].flatMap(piecesIn)
	return { ...trace, pieces, contours: pieces.flatMap(({ contours }) => contours) }
}

const shifted = (contour: Contour, by: Point): Contour => moved(contour, (p) => add(p, by))

function moved(contour: Contour, to: (p: Point) => Point): Contour {
	return {
		...contour,
		nodes: contour.nodes.map((node) => ({
			...node,
			at: to(node.at),
			...(node.in && { in: to(node.in) }),
			...(node.out && { out: to(node.out) }),
		})),
	}
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

/** The node of an outline that is furthest out pushed on by a twelfth of its size. */
function pushed(contour: Contour, by: number): Contour {
	const xs = contour.nodes.map(({ at }) => at[0])
	const ys = contour.nodes.map(({ at }) => at[1])
	const size = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys))
	const middle: Point = [
		(Math.max(...xs) + Math.min(...xs)) / 2,
		(Math.max(...ys) + Math.min(...ys)) / 2,
	]
	const furthest = contour.nodes.reduce((far, node) =>
		distance(node.at, middle) > distance(far.at, middle) ? node : far,
	)
	const away = scale(unit(subtract(furthest.at, middle)), (by * size) / 12)
	const [far] = moved({ ...contour, nodes: [furthest] }, (p) => add(p, away)).nodes
	return {
		...contour,
		nodes: contour.nodes.map((node) => (node === furthest && far ? far : node)),
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
export function toldOtherwise(trace: Trace): Trace {
	const told = withContours(trace, (contour) => {
		const { nodes, closed } = contour
		const begun = closed ? [...nodes.slice(1), ...nodes.slice(0, 1)] : nodes
		return reverseContour({ ...contour, nodes: begun })
	})
	return { ...told, contours: told.contours.toReversed() }
}

/** The same trace on a sheet of another size. */
export function scaled(trace: Trace, k: number): Trace {
	return withContours(trace, (contour) => moved(contour, ([x, y]) => [k * x + 30, k * y - 12]))
}
