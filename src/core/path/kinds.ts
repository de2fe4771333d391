import {
	add,
	angleOf,
	cross,
	distance,
	dot,
	length,
	type Point,
	polar,
	samePoint,
	scale,
	subtract,
	unit,
} from '../geometry/point'
import { isStraight, neighbours, withHandles } from './contour'
import type { Contour, NodeKind, PathNode } from './model'

/** Handles this close to one line (radians, half a degree) pass as smooth. */
const IN_LINE_RADIANS = Math.PI / 360
/** Handles whose lengths differ by no more than this share pass as symmetric. */
const EQUAL_SHARE = 2e-3
/** A new handle reaches this share of the way to its neighbour. */
const HANDLE_SHARE = 1 / 3

/** Whether the node at `index` is what its kind says. */
export function obeysKind(contour: Contour, index: number): boolean {
	const node = contour.nodes[index]
	return node !== undefined && isOfKind(contour, index, node, node.kind)
}

function isOfKind(contour: Contour, index: number, node: PathNode, kind: NodeKind): boolean {
	if (kind === 'cusp') return true
	if (kind === 'corner') return !node.in && !node.out
	if (kind === 'symmetric' && !(node.in && node.out && equalLengths(node))) return false
	if (node.in && node.out) return inLine(node.at, node.in, node.out)
	const line = straightNeighbour(contour, index)
	if (line) return inLine(node.at, node.in ?? node.out ?? node.at, line)
	return isOpenEnd(contour, index) && Boolean(node.in ?? node.out)
}

/** The kind that a node's handles show, as far as geometry can tell. */
export function inferKind(contour: Contour, index: number): NodeKind {
	const node = contour.nodes[index]
	if (!node || (!node.in && !node.out)) return 'corner'
	if (isOfKind(contour, index, node, 'symmetric')) return 'symmetric'
	return isOfKind(contour, index, node, 'smooth') ? 'smooth' : 'cusp'
}

/** Every node given the kind that its handles show: for outlines that carry no kinds. */
export function inferKinds(contour: Contour): Contour {
	const nodes = contour.nodes.map((node, i) => {
		const kind = inferKind(contour, i)
		return kind === node.kind ? node : { ...node, kind }
	})
	return nodes.every((node, i) => node === contour.nodes[i]) ? contour : { ...contour, nodes }
}

/**
 * The node at `index` made to be of `kind`, moving its handles as little as that takes.
 * A corner gives its handles up; a smooth or symmetric node without handles gets handles that
 * follow its neighbours; a cusp keeps its handles, or gets them along its straight segments.
 */
export function withKind(contour: Contour, index: number, kind: NodeKind): PathNode | undefined {
	const node = contour.nodes[index]
	if (!node) return undefined
	switch (kind) {
		case 'corner':
			return { ...withHandles(node, { in: undefined, out: undefined }), kind }
		case 'cusp':
			return { ...(node.in || node.out ? node : pulledAlong(contour, index, node)), kind }
		case 'smooth':
			return { ...smoothed(contour, index, node), kind }
		case 'symmetric': {
			const { at, in: i, out: o, ...rest } = bothHandles(contour, index, node)
			// The mean of the two moves both least; where they point against each other it is none.
			const mean = scale(add(subtract(at, i), subtract(o, at)), 1 / 2)
			const reach = (distance(at, i) + distance(at, o)) / 2
			const arm = length(mean) > reach / 4 ? mean : scale(tangentOf(at, i, o), reach)
			return { ...rest, at, in: subtract(at, arm), out: add(at, arm), kind }
		}
	}
}

/**
 * Repairs the promise of a smooth node beside a straight segment after something moved: its
 * one handle is turned back into the line. Other nodes come back as they are; a kind that no
 * longer can hold is replaced by the one the handles show.
 */
export function settled(contour: Contour, index: number): PathNode | undefined {
	const node = contour.nodes[index]
	if (!node || obeysKind(contour, index)) return node
	const line = straightNeighbour(contour, index)
	const handle = node.in ?? node.out
	if (node.kind === 'smooth' && line && handle && !(node.in && node.out)) {
		const away = unit(subtract(node.at, line))
		const turned = add(node.at, scale(away, distance(node.at, handle)))
		const one = node.in ? { in: turned, out: undefined } : { in: undefined, out: turned }
		const mended = withHandles(node, one)
		// A handle of next to nothing may go in the rounding, or lose its direction there.
		const holds = length(away) > 0 && !samePoint(turned, node.at)
		if (holds && isOfKind(contour, index, mended, 'smooth')) return mended
	}
	return { ...node, kind: inferKind(contour, index) }
}

/** Handles for a node that has none, or lacks one: along the line its neighbours suggest. */
function bothHandles(
	contour: Contour,
	index: number,
	node: PathNode,
): PathNode & { in: Point; out: Point } {
	if (node.in && node.out) return { ...node, in: node.in, out: node.out }
	const { before, after } = neighbours(contour, index)
	const toBefore = before ? distance(node.at, before.at) : 0
	const toAfter = after ? distance(node.at, after.at) : 0
	if (node.in) {
		const along = unit(subtract(node.at, node.in))
		return {
			...node,
			in: node.in,
			out: add(node.at, scale(along, (toAfter || toBefore) * HANDLE_SHARE)),
		}
	}
	if (node.out) {
		const along = unit(subtract(node.at, node.out))
		return {
			...node,
			out: node.out,
			in: add(node.at, scale(along, (toBefore || toAfter) * HANDLE_SHARE)),
		}
	}
	const along = followingTangent(before?.at, node.at, after?.at)
	const reach = (other: Point | undefined, otherwise: number) =>
		other ? arcHandle(node.at, along, other) : otherwise * HANDLE_SHARE || HANDLE_SHARE
	return {
		...node,
		in: add(node.at, scale(along, -reach(before?.at, toAfter))),
		out: add(node.at, scale(along, reach(after?.at, toBefore))),
	}
}

/**
 * The handle length with which a segment that leaves along `tangent` and arrives as steeply is the
 * arc of a circle, but for a few thousandths: 2/3 chord / (1 + cos α), α between tangent and chord.
 * Beyond a right angle there is no such arc: the handle grows no longer than for one.
 */
function arcHandle(at: Point, tangent: Point, other: Point): number {
	const chord = subtract(other, at)
	const reach = length(chord)
	if (reach === 0) return 0
	const cos = Math.min(1, Math.abs(dot(chord, tangent)) / reach)
	return ((2 / 3) * reach) / (1 + cos)
}

function smoothed(contour: Contour, index: number, node: PathNode): PathNode {
	const line = straightNeighbour(contour, index)
	const single = node.in ? !node.out && node.in : node.out
	if (single && line) {
		const along = unit(subtract(node.at, line))
		const turned = add(node.at, scale(along, distance(node.at, single)))
		return withHandles(node, { in: node.in && turned, out: node.out && turned })
	}
	const { at, in: i, out: o } = bothHandles(contour, index, node)
	if (inLine(at, i, o)) return { ...node, in: i, out: o }
	return { ...node, ...leastTurned(at, i, o) }
}

/** A handle made smooth turns no further than this, radians, so that a third of its length is left. */
const MOST_TURNED = Math.acos(1 / 3)

/**
 * Two handles laid into one line so that the outline moves least. Where a handle goes from `h` to `β u`
 * its segment moves in proportion to |h − β u|, least for β = h·u; what is left of both is least along
 * the main axis of the two (the eigenvector of Σ h hᵀ): the longer handle turns less. Round a sharp bend
 * neither turns too far; where that cannot be, both turn halfway.
 */
function leastTurned(at: Point, into: Point, out: Point): { in: Point; out: Point } {
	const [a, b] = [subtract(at, into), subtract(out, at)]
	const across = a[0] * a[1] + b[0] * b[1]
	const apart = a[0] ** 2 + b[0] ** 2 - a[1] ** 2 - b[1] ** 2
	const axis = Math.atan2(2 * across, apart) / 2
	const bend = Math.atan2(cross(a, b), dot(a, b))
	// The axis has two directions; the one between the handles is meant.
	const turned = (2 * (axis - angleOf(a))) % (2 * Math.PI)
	const wound = Math.sign(bend) * turned < 0 ? turned + Math.sign(bend) * 2 * Math.PI : turned
	const meant = Math.min(Math.abs(bend), Math.abs(wound) / 2)
	const [least, most] = [Math.abs(bend) - MOST_TURNED, MOST_TURNED]
	const by = least > most ? Math.abs(bend) / 2 : Math.min(most, Math.max(least, meant))
	const u = polar(angleOf(a) + Math.sign(bend) * by, 1)
	const arm = (h: Point) => scale(u, Math.max(dot(h, u), length(h) / 3))
	return { in: subtract(at, arm(a)), out: add(at, arm(b)) }
}

/** Handles laid along the straight segments on either side, so that nothing changes shape. */
function pulledAlong(contour: Contour, index: number, node: PathNode): PathNode {
	const { before, after } = neighbours(contour, index)
	const towards = (other: PathNode | undefined) =>
		other && add(node.at, scale(subtract(other.at, node.at), HANDLE_SHARE))
	return withHandles(node, { in: towards(before), out: towards(after) })
}

/** A step this small beside the other axis counts as flat. */
const FLAT_SHARE = 0.02
/** A tangent this near to level or upright (as a sine, ten degrees) is made so at an outermost point. */
const NEARLY_LEVEL = 0.17

/**
 * The tangent at a point between two others: that of the circle through the three, as Bessel's rule
 * weighs it (the nearer neighbour counts for more). Beside a flat step it lies along that step, so
 * that what is flat stays flat; at a point that is outermost on one axis it is level or upright if
 * it nearly is. Falls back to the chord.
 */
function followingTangent(before: Point | undefined, at: Point, after: Point | undefined): Point {
	if (!before && !after) return [1, 0]
	const a = before ? subtract(at, before) : subtract(after ?? at, at)
	const b = after ? subtract(after, at) : a
	const la = length(a) || 1
	const lb = length(b) || 1
	const tangent = unit(add(scale(a, lb / la), scale(b, la / lb)))
	const along = length(tangent) > 0 ? tangent : unit(b)
	if (!before || !after) return along
	const [upright, level] = ([0, 1] as const).map((k) => {
		const other = k === 0 ? 1 : 0
		const flat = [a, b].some((step) => Math.abs(step[k]) <= FLAT_SHARE * Math.abs(step[other]))
		return flat || (a[k] * b[k] <= 0 && Math.abs(along[k]) < NEARLY_LEVEL)
	})
	// A flat step that meets an upright one says neither.
	if (upright && !level && along[1] !== 0) return [0, Math.sign(along[1])]
	if (level && !upright && along[0] !== 0) return [Math.sign(along[0]), 0]
	return along
}

/** The common direction of two handles: halfway between where each of them points. */
function tangentOf(at: Point, before: Point, after: Point): Point {
	const a = unit(subtract(at, before))
	const b = unit(subtract(after, at))
	const sum = unit(add(a, b))
	return length(sum) > 0 ? sum : length(b) > 0 ? b : [1, 0]
}

/** The far end of the straight segment at a node with one handle, on its other side. */
export function straightNeighbour(contour: Contour, index: number): Point | undefined {
	const node = contour.nodes[index]
	if (!node) return undefined
	const { before, after } = neighbours(contour, index)
	if (!node.in && before && isStraight(before, node)) return before.at
	if (!node.out && after && isStraight(node, after)) return after.at
	return undefined
}

function isOpenEnd(contour: Contour, index: number): boolean {
	return !contour.closed && (index === 0 || index === contour.nodes.length - 1)
}

/** Whether `a` and `b` lie on opposite sides of `at` in one line. */
function inLine(at: Point, a: Point, b: Point): boolean {
	const u = subtract(at, a)
	const v = subtract(b, at)
	if (length(u) === 0 || length(v) === 0) return false
	return dot(u, v) > 0 && Math.abs(Math.atan2(cross(u, v), dot(u, v))) <= IN_LINE_RADIANS
}

function equalLengths({ at, in: i, out: o }: PathNode): boolean {
	if (!i || !o) return false
	const a = distance(at, i)
	const b = distance(at, o)
	return Math.abs(a - b) <= EQUAL_SHARE * Math.max(a, b)
}

/**
 * Changes nodes one after the other, each change seeing those before it: one copy of the outline,
 * however many nodes change.
 * @param indices which nodes are asked about; all unless said otherwise
 * @returns the same object where no node changed
 */
export function changeInTurn(
	contour: Contour,
	change: (now: Contour, index: number, node: PathNode) => PathNode | undefined,
	indices: Iterable<number> = contour.nodes.keys(),
): Contour {
	let now = contour
	let nodes: PathNode[] | null = null
	for (const index of indices) {
		const node = now.nodes[index]
		const next = node && change(now, index, node)
		if (!next || next === node) continue
		if (!nodes) {
			nodes = [...contour.nodes]
			now = { ...contour, nodes }
		}
		nodes[index] = next
	}
	return now
}

export function replaceNode(contour: Contour, index: number, node: PathNode): Contour {
	return { ...contour, nodes: contour.nodes.with(index, node) }
}

/** The angle of a handle as all angles are counted here and in SVG: degrees from level, clockwise on screen, in [0, 360). */
export function handleAngle(node: PathNode, handle: Point): number {
	const [x, y] = subtract(handle, node.at)
	const degrees = (angleOf([x, y]) * 180) / Math.PI
	return (degrees + 360) % 360
}
