import { derivativeAt, pointAt, secondDerivativeAt } from '../geometry/cubic'
import { add, cross, distance, length, mix, type Point, scale, subtract } from '../geometry/point'
import { deviationBySteps } from '../measure/deviation'
import { isStraight, segmentCubic, segments } from '../path/contour'
import { inferKind } from '../path/kinds'
import type { Contour, PathNode } from '../path/model'
import type { Thinned } from './thin'

export interface EaseOptions {
	/** How far the outline may come to lie from where it is, px. */
	readonly tolerance: number
	/** The nodes that may change; all unless said otherwise. */
	readonly only?: ReadonlySet<string>
	/** How far it goes towards its eased form where the tolerance allows, 0 to 1; 1 unless said otherwise. */
	readonly share?: number
	/** The outline from which the deviation is measured; the one given unless said otherwise. */
	readonly from?: Contour
}

/** Rounds through the outline, the steps halved each time. */
const ROUNDS = 6
/** First steps: a handle's share of itself, a turn in radians, a place in tolerances. */
const HANDLE_STEP = 0.16
const TURN_STEP = 0.06
const PLACE_STEP = 0.5
/** Halvings by which the eased outline is brought back into the tolerance. */
const HALVINGS = 7
/** A handle whose smaller coordinate is below this share of the other is level or upright. */
const LEVEL = 1e-6

/**
 * Fairs an outline: handles and places of its smooth nodes move so that the curvature varies less,
 * within a tolerance; every node stays, corners stay as they are, level handles stay level.
 * @returns the eased outline and its measured deviation, px
 */
export function ease(contour: Contour, o: EaseOptions): Thinned {
	const { tolerance, only, share: most = 1, from = contour } = o
	const nodes = [...contour.nodes]
	const movable = nodes.map((node) => isEasy(node) && (!only || only.has(node.id)))
	for (let round = 0; round < ROUNDS; round++) {
		const shrink = 0.5 ** round
		for (const k of nodes.keys()) if (movable[k]) settleNode(k, shrink)
	}
	// As far towards the eased outline as the tolerance allows.
	let best = measured(contour)
	let low = 0
	let high = most
	for (let i = 0; i <= HALVINGS; i++) {
		const share = i === 0 ? most : (low + high) / 2
		const between = blended(contour, nodes, share)
		const away = measured(between)
		if (away.deviation <= tolerance) {
			best = away
			if (share === most) break
			low = share
		} else high = share
	}
	return best

	function measured(eased: Contour): Thinned {
		const { max, worst } = deviationBySteps([from], [eased], tolerance, tolerance / 50)
		return { contour: eased, deviation: max, ...(worst && { worst }) }
	}

	/** Tries small changes of one node and keeps those by which the curvature varies less. */
	function settleNode(k: number, shrink: number) {
		const begun = contour.nodes[k] as PathNode
		let least = variationAbout(k)
		for (const change of CHANGES)
			for (const side of [1, -1]) {
				const node = nodes[k] as PathNode
				const changed = change(node, side * shrink, tolerance)
				if (distance(changed.at, begun.at) > tolerance) continue
				nodes[k] = changed
				const variation = variationAbout(k)
				if (variation < least) least = variation
				else nodes[k] = node
			}
	}

	function variationAbout(k: number): number {
		const n = nodes.length
		const around = [-2, -1, 0, 1, 2].map((d) => nodes[contour.closed ? (k + d + 2 * n) % n : k + d])
		return curvatureVariation(around.filter((node) => node !== undefined))
	}
}

/** A node with two handles in one line: what may be eased without anything being torn. */
function isEasy({ kind, in: into, out }: PathNode): boolean {
	return (kind === 'smooth' || kind === 'symmetric') && into !== undefined && out !== undefined
}

type Change = (node: PathNode, by: number, tolerance: number) => PathNode

const CHANGES: readonly Change[] = [
	(node, by) => withArms(node, 1 + HANDLE_STEP * by, evenly(node) ? 1 + HANDLE_STEP * by : 1),
	(node, by) => withArms(node, evenly(node) ? 1 + HANDLE_STEP * by : 1, 1 + HANDLE_STEP * by),
	(node, by) => turned(node, TURN_STEP * by),
	(node, by, tolerance) => shifted(node, across(node, PLACE_STEP * tolerance * by)),
	(node, by, tolerance) => shifted(node, along(node, PLACE_STEP * tolerance * by)),
]

function evenly(node: PathNode): boolean {
	return node.kind === 'symmetric'
}

function withArms(node: PathNode, out: number, into: number): PathNode {
	return {
		...node,
		...(node.in && { in: mix(node.at, node.in, into) }),
		...(node.out && { out: mix(node.at, node.out, out) }),
	}
}

function turned(node: PathNode, by: number): PathNode {
	if (!node.in || !node.out) return node
	const arm = subtract(node.out, node.at)
	const flat = Math.min(Math.abs(arm[0]), Math.abs(arm[1]))
	if (flat <= LEVEL * length(arm)) return node
	const [c, s] = [Math.cos(by), Math.sin(by)]
	const about = (p: Point): Point => {
		const [x, y] = subtract(p, node.at)
		return [node.at[0] + x * c - y * s, node.at[1] + x * s + y * c]
	}
	return { ...node, in: about(node.in), out: about(node.out) }
}

function along({ in: into, out, at }: PathNode, by: number): Point {
	const arm = subtract(out ?? at, into ?? at)
	const reach = length(arm)
	return reach > 0 ? scale(arm, by / reach) : [0, 0]
}

function across(node: PathNode, by: number): Point {
	const [x, y] = along(node, by)
	return [-y, x]
}

function shifted(node: PathNode, by: Point): PathNode {
	return {
		...node,
		at: add(node.at, by),
		...(node.in && { in: add(node.in, by) }),
		...(node.out && { out: add(node.out, by) }),
	}
}

function blended(contour: Contour, eased: readonly PathNode[], share: number): Contour {
	const nodes = contour.nodes.map((node, k): PathNode => {
		const to = eased[k] as PathNode
		if (to === node) return node
		return {
			...node,
			at: mix(node.at, to.at, share),
			...(node.in && to.in && { in: mix(node.in, to.in, share) }),
			...(node.out && to.out && { out: mix(node.out, to.out, share) }),
		}
	})
	const next = { ...contour, nodes }
	return { ...next, nodes: nodes.map((node, k) => ({ ...node, kind: kindOf(node, k) })) }

	function kindOf(node: PathNode, k: number) {
		return node === contour.nodes[k] ? node.kind : inferKind(next, k)
	}
}

/** Places at which a segment's curvature is looked at. */
const LOOKS = [0.02, 0.15, 0.3, 0.5, 0.7, 0.85, 0.98]

/** The squared change of curvature per length, summed along curves through nodes in order. */
export function curvatureVariation(nodes: readonly PathNode[], closed = false): number {
	let sum = 0
	let before: { k: number; at: Point } | undefined
	for (const { from, to } of segments({ id: '', nodes, closed })) {
		if (isStraight(from, to)) {
			before = undefined
			continue
		}
		const cubic = segmentCubic({ from, to })
		for (const t of LOOKS) {
			const d1 = derivativeAt(cubic, t)
			const speed = length(d1)
			const k = speed > 0 ? cross(d1, secondDerivativeAt(cubic, t)) / speed ** 3 : 0
			const at = pointAt(cubic, t)
			if (before) sum += (k - before.k) ** 2 / Math.max(distance(at, before.at), 1e-9)
			before = { k, at }
		}
		// At a corner the curvature begins anew.
		if (to.kind === 'corner' || to.kind === 'cusp') before = undefined
	}
	return sum
}
