import { offset } from '../combine/offset'
import { windingNumber } from '../combine/winding'
import { type Arc, arcLengthOf, arcsOf, pointOnArc } from '../geometry/arcs'
import { item } from '../geometry/numbers'
import {
	add,
	cross,
	dot,
	type Point,
	perpendicular,
	scale,
	subtract,
	unit,
} from '../geometry/point'
import { isFilled, isStraight, segmentCubic, segments } from '../path/contour'
import { cuttingOrder } from '../path/cuttingOrder'
import type { Contour, Piece } from '../path/model'
import type { Bed, CutSettings } from './bed'

/** One closed cut, mm, y down as on the sheet. */
export interface Cut {
	/** The name of its piece. */
	readonly piece: string
	readonly kind: 'opening' | 'outline'
	/** What is burnt, in order: the way in, and round; a tab is a gap between two of them. */
	readonly runs: readonly (readonly Arc[])[]
	/** The closed path itself. */
	readonly path: Contour
	/** Numbers of the cuts that lie inside it, and so come first. */
	readonly after: readonly number[]
}

/**
 * The cuts of pieces, the beam's middle half a kerf outside what is kept: outlines larger and openings
 * smaller by that, as arcs and lines, each begun in the waste beside it.
 * @param pieces in mm on the bed
 */
export function cutsOf(pieces: readonly Piece[], { kerf }: Bed, settings: CutSettings): Cut[] {
	const paths = pieces.flatMap((piece) => {
		const area = offset(piece.contours.filter(isFilled), kerf / 2, {
			rule: piece.fillRule,
			tolerance: settings.tolerance / 2,
			// They become arcs: how many nodes there are does not matter.
			fewest: false,
		})
		const compensated: Piece = { ...piece, contours: area, fillRule: 'nonzero' }
		return cuttingOrder(compensated).map((path) => ({ piece, path }))
	})
	return paths.map(({ piece, path }, n): Cut => {
		const around = paths.filter((other, k) => k !== n && lies(path, other.path))
		const own = around.filter((other) => other.piece === piece).length
		const kind = own % 2 === 1 ? 'opening' : 'outline'
		return {
			piece: piece.name,
			kind,
			path,
			runs: runsOf(path, kind, settings),
			after: paths.flatMap((other, k) => (k !== n && lies(other.path, path) ? [k] : [])),
		}
	})
}

function lies(inner: Contour, outer: Contour): boolean {
	const at = inner.nodes[0]?.at
	return at !== undefined && windingNumber([outer], at) !== 0
}

/** The path as runs of arcs: its way in before the first, its tabs between them. */
function runsOf(path: Contour, kind: Cut['kind'], settings: CutSettings): Arc[][] {
	const start = startOf(path)
	const turned = { ...path, nodes: [...path.nodes.slice(start), ...path.nodes.slice(0, start)] }
	const arcs = segments(turned).flatMap((segment) =>
		isStraight(segment.from, segment.to)
			? [{ from: segment.from.at, to: segment.to.at, sweep: 0 }]
			: arcsOf(segmentCubic(segment), settings.tolerance),
	)
	const lead = leadTo(turned, arcs, kind, settings.lead)
	const runs =
		kind === 'outline' && settings.tabs > 0
			? withTabs(arcs, settings.tabs, settings.tabWidth)
			: [arcs]
	const [first = [], ...rest] = runs
	return [[...(lead ? [lead] : []), ...first], ...rest]
}

/** The node to begin at: the sharpest corner, where a mark shows least; else the first. */
function startOf({ nodes }: Contour): number {
	const turns = nodes.map((node, k) => {
		const before = nodes.at(k - 1) ?? node
		const after = nodes[(k + 1) % nodes.length] ?? node
		const into = subtract(node.at, node.in ?? before.out ?? before.at)
		const out = subtract(node.out ?? after.in ?? after.at, node.at)
		return Math.abs(Math.atan2(cross(into, out), dot(into, out)))
	})
	const sharpest = Math.max(...turns)
	return sharpest > 0.5 ? turns.indexOf(sharpest) : 0
}

/** A lead is tried at these shares of its length before it is left out. */
const LEAD_SHARES = [1, 0.6, 0.35, 0.15] as const

/** A straight way in from the waste, at 45° to where the cut sets out; none where there is no room. */
function leadTo(
	path: Contour,
	arcs: readonly Arc[],
	kind: Cut['kind'],
	length: number,
): Arc | null {
	const [first] = arcs
	const last = arcs.at(-1)
	if (!first || !last || length <= 0) return null
	const out = unit(subtract(pointOnArc(first, 0.01), first.from))
	const into = unit(subtract(last.to, pointOnArc(last, 0.99)))
	const along = unit(add(out, into))
	const ahead = Number.isFinite(along[0]) && (along[0] !== 0 || along[1] !== 0) ? along : out
	for (const side of [1, -1] as const)
		for (const share of LEAD_SHARES) {
			const way = scale(unit(subtract(scale(perpendicular(ahead), side), ahead)), length * share)
			const from = add(first.from, way)
			// All along it lies in the waste: inside an opening, outside an outline.
			const within = [1, 0.66, 0.33].map(
				(k) => windingNumber([path], add(first.from, scale(way, k))) !== 0,
			)
			if (within.every((inside) => inside === (kind === 'opening')))
				return { from, to: first.from, sweep: 0 }
		}
	return null
}

/** Arcs without so many stretches of a width, evenly spaced: what is left there holds the part. */
function withTabs(arcs: readonly Arc[], count: number, width: number): Arc[][] {
	const length = arcs.reduce((sum, arc) => sum + arcLengthOf(arc), 0)
	const step = length / count
	if (step < 4 * width) return [[...arcs]]
	// Half a step from the beginning, so that no tab lies where the cut begins.
	const edges = Array.from({ length: count }, (_, n) => {
		const middle = (n + 0.5) * step
		return [middle - width / 2, middle + width / 2] as const
	})
	const bounds = [0, ...edges.flat(), length]
	return Array.from({ length: count + 1 }, (_, n) =>
		between(arcs, item(bounds, 2 * n), bounds[2 * n + 1] ?? length),
	)
}

/** The part of a path between two lengths along it. */
export function between(arcs: readonly Arc[], from: number, to: number): Arc[] {
	const part: Arc[] = []
	let gone = 0
	for (const arc of arcs) {
		const own = arcLengthOf(arc)
		const a = Math.max(0, (from - gone) / own)
		const b = Math.min(1, (to - gone) / own)
		gone += own
		if (own > 0 && b > a)
			part.push({
				from: a === 0 ? arc.from : pointOnArc(arc, a),
				to: b === 1 ? arc.to : pointOnArc(arc, b),
				sweep: arc.sweep * (b - a),
			})
	}
	return part
}

/** Where a cut begins, the way in counted. */
export function beginOf({ runs }: Cut): Point {
	return runs[0]?.[0]?.from ?? [0, 0]
}

/** Where a cut ends. */
export function endOf({ runs }: Cut): Point {
	return runs.at(-1)?.at(-1)?.to ?? [0, 0]
}
