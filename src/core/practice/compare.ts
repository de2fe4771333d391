import { contains } from '../combine/winding'
import { boxOf, joinBoxes } from '../geometry/box'
import { pointAt } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { distance, type Point, subtract } from '../geometry/point'
import {
	boundsOf,
	contourBounds,
	isFilled,
	neighbours,
	segmentCubic,
	segments,
} from '../path/contour'
import { inferKind } from '../path/kinds'
import type { Contour, NodeKind, PathNode } from '../path/model'
import type { Trace } from './drill'

/** A trace set against an answer. */
export interface Comparison {
	/** The answer's diagonal, px. */
	readonly size: number
	/** The outline of the trace for each of the answer's. */
	readonly pairs: readonly Paired[]
	/** Outlines of the trace that are none of the answer's. */
	readonly extra: readonly Contour[]
	/** The node of the trace for each of the answer's, of the outlines that have one. */
	readonly nodes: readonly Matched[]
	/** Nodes of the trace that are none of the answer's. */
	readonly needless: readonly PathNode[]
	readonly away: Away
}

/** A node is the answer's within this share of its diagonal. */
const SAME_NODE = 0.03
/** Handles are level or upright to this, radians. */
const LEVEL = 0.06
/** Places along an outline at which distances are measured, for the diagonal. */
const SAMPLES = 400

/**
 * Finds what of a trace is what of an answer. It does not matter where outlines begin, which way they run and in which
 * order they stand.
 */
export function compared(work: Trace, answer: Trace): Comparison {
	const size = diagonalOf(answer)
	const pairs = paired(work.contours, answer.contours)
	const nodes = pairs.flatMap(({ own, truth }) =>
		own ? matched(own, truth, SAME_NODE * size) : [],
	)
	const taken = new Set(nodes.map(({ own }) => own))
	return {
		size,
		pairs,
		extra: work.contours.filter((one) => !pairs.some(({ own }) => own === one)),
		nodes,
		needless: work.contours.flatMap((contour) => contour.nodes).filter((node) => !taken.has(node)),
		away: furthest(work, answer, size),
	}
}

export const nodesIn = ({ contours }: Trace) =>
	contours.reduce((sum, { nodes }) => sum + nodes.length, 0)

export const isSharp = (kind: NodeKind) => kind === 'corner' || kind === 'cusp'

/** A cusp whose one handle goes on in line with what is straight is smooth to the eye. */
function isAlike(contour: Contour, node: PathNode, kind: NodeKind): boolean {
	const looks = inferKind(contour, contour.nodes.indexOf(node))
	return sameKind(node.kind, kind) || sameKind(looks, kind)
}

function sameKind(a: NodeKind, b: NodeKind): boolean {
	const plain = (kind: NodeKind) => (kind === 'symmetric' ? 'smooth' : kind)
	return plain(a) === plain(b)
}

function diagonalOf({ contours }: Trace): number {
	const { minX, minY, maxX, maxY } = contours.map(boundsOf).reduce(joinBoxes, boxOf([]))
	return Math.max(1e-9, Math.hypot(maxX - minX, maxY - minY))
}

/** A sheet that an answer would be on, for what depends on the sheet's size: about as wide as the answer's box. */
export function sizeOf({ contours }: Trace): { readonly width: number; readonly height: number } {
	const { minX, minY, maxX, maxY } = contours.map(boundsOf).reduce(joinBoxes, boxOf([]))
	return { width: Math.max(1, maxX - minX), height: Math.max(1, maxY - minY) }
}

export function middleOf(contour: Contour): Point {
	const { minX, minY, maxX, maxY } = contourBounds(contour)
	return [(minX + maxX) / 2, (minY + maxY) / 2]
}

export interface Paired {
	readonly truth: Contour
	readonly own: Contour | null
}

/** The outline of a trace for each of an answer: those first whose boxes have most in common. */
function paired(work: readonly Contour[], answer: readonly Contour[]): Paired[] {
	const wishes = answer
		.flatMap((truth) => work.map((own) => ({ truth, own, common: commonOf(truth, own) })))
		.filter(({ common }) => common > 0.1)
		.sort((a, b) => b.common - a.common)
	const taken = new Map<Contour, Contour>()
	for (const { truth, own } of wishes)
		if (!taken.has(truth) && ![...taken.values()].includes(own)) taken.set(truth, own)
	return answer.map((truth) => ({ truth, own: taken.get(truth) ?? null }))
}

/** How much of either of two outlines' boxes is common to both; flat ones are as thick as a hair. */
function commonOf(a: Contour, b: Contour): number {
	const [p, q] = [contourBounds(a), contourBounds(b)]
	const side = (low: number, high: number) => Math.max(high - low, 1e-6)
	const x = Math.min(p.maxX, q.maxX) - Math.max(p.minX, q.minX)
	const y = Math.min(p.maxY, q.maxY) - Math.max(p.minY, q.minY)
	if (x < 0 || y < 0) return 0
	const area = (box: typeof p) => side(box.minX, box.maxX) * side(box.minY, box.maxY)
	const both = Math.max(x, 1e-6) * Math.max(y, 1e-6)
	return both / (area(p) + area(q) - both)
}

export interface Matched {
	readonly truth: PathNode
	readonly own: PathNode | null
	/** Where the answer's curve is outermost there: along the axis that its handles lie in. */
	readonly way: 'level' | 'upright' | null
	/** The trace's node is of the answer's kind, or looks as if it were; at the ends of what is open all are alike. */
	readonly alike: boolean
}

/** The node of a trace for each of the answer's, the nearest pairs first. */
function matched(own: Contour, truth: Contour, reach: number): Matched[] {
	const wishes = truth.nodes
		.flatMap((node) =>
			own.nodes.map((other) => ({ node, other, away: distance(node.at, other.at) })),
		)
		.filter(({ away }) => away <= reach)
		.sort((a, b) => a.away - b.away)
	const taken = new Map<PathNode, PathNode>()
	const used = new Set<PathNode>()
	for (const { node, other } of wishes) {
		if (taken.has(node) || used.has(other)) continue
		taken.set(node, other)
		used.add(other)
	}
	return truth.nodes.map((node, k) => {
		const mine = taken.get(node) ?? null
		const ends = !truth.closed && (k === 0 || k === truth.nodes.length - 1)
		return {
			truth: node,
			own: mine,
			way: outermostWay(truth, k, node),
			alike: mine !== null && (ends || isAlike(own, mine, node.kind)),
		}
	})
}

/** Whether a curve turns back at a node, and along which axis its handles lie there. */
export function outermostWay(contour: Contour, k: number, node: PathNode): Matched['way'] {
	const { in: into, out, at } = node
	if (!into || !out || isSharp(node.kind)) return null
	for (const way of ['level', 'upright'] as const) {
		if (!isAlong(node, way)) continue
		const axis = way === 'level' ? 1 : 0
		const { before, after } = neighbours(contour, k)
		const from = (before?.out ?? before?.at ?? at)[axis] - at[axis]
		const to = (after?.in ?? after?.at ?? at)[axis] - at[axis]
		if (from * to > 0) return way
	}
	return null
}

/** Whether both handles of a node are level, or upright. @param within radians */
export function isAlong(
	{ at, in: into, out }: PathNode,
	way: 'level' | 'upright',
	within = LEVEL,
): boolean {
	return [into, out].every((handle) => {
		if (!handle) return false
		const [dx, dy] = subtract(handle, at)
		const [along, across] = way === 'level' ? [dx, dy] : [dy, dx]
		return Math.abs(Math.atan2(Math.abs(across), Math.abs(along))) <= within
	})
}

export interface Away {
	readonly most: number
	readonly at: Point | null
	/** On which of both that place is. */
	readonly of: 'work' | 'answer'
	/** The trace goes beyond the answer there. */
	readonly outside: boolean
}

/** The greatest distance between a trace and an answer, either way. */
function furthest(work: Trace, answer: Trace, size: number): Away {
	let most: Away = {
		most: work.contours.length === 0 ? size : 0,
		at: null,
		of: 'answer',
		outside: false,
	}
	if (work.contours.length === 0) {
		const [first] = answer.contours
		return first ? { ...most, at: middleOf(first) } : most
	}
	for (const [of, from, to] of [
		['work', work, answer],
		['answer', answer, work],
	] as const) {
		const curves = to.contours.flatMap((contour) => segments(contour).map(segmentCubic))
		for (const p of placesAlong(from, size / SAMPLES)) {
			let least = Number.POSITIVE_INFINITY
			for (const curve of curves) {
				// Nothing of a curve is nearer than its control points' box.
				const { minX, minY, maxX, maxY } = boxOf(curve)
				const dx = Math.max(minX - p[0], 0, p[0] - maxX)
				const dy = Math.max(minY - p[1], 0, p[1] - maxY)
				if (Math.hypot(dx, dy) >= least) continue
				least = Math.min(least, nearestOn(curve, p).distance)
				if (least <= most.most) break
			}
			if (least <= most.most || !Number.isFinite(least)) continue
			const inAnswer = contains(answer.contours.filter(isFilled), p, answer.fillRule)
			const inWork = contains(work.contours.filter(isFilled), p, work.fillRule)
			most = { most: least, at: p, of, outside: of === 'work' ? !inAnswer : inWork }
		}
	}
	return most
}

/** Places along outlines, about so far apart, px. */
function placesAlong({ contours }: Trace, step: number): Point[] {
	return contours.flatMap((contour) =>
		segments(contour).flatMap((segment) => {
			const cubic = segmentCubic(segment)
			const [a, b, c, d] = cubic
			const count = Math.max(
				2,
				Math.ceil((distance(a, b) + distance(b, c) + distance(c, d)) / step),
			)
			return Array.from({ length: count + 1 }, (_, i) => pointAt(cubic, i / count))
		}),
	)
}
