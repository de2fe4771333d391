import { offset } from '../combine/offset'
import { tangentAt } from '../combine/offsetCurve'
import { windingNumber } from '../combine/winding'
import { type Affine, applyAffine } from '../geometry/affine'
import { type Arc, arcLengthOf, arcsOf, pointOnArc } from '../geometry/arcs'
import { splitCubic } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import {
	add,
	cross,
	distance,
	dot,
	type Point,
	perpendicular,
	scale,
	subtract,
	unit,
} from '../geometry/point'
import { nearestOnRing } from '../geometry/polygon'
import {
	flattenContour,
	isFilled,
	isStraight,
	segmentCubic,
	segments,
	withHandles,
} from '../path/contour'
import { cuttingOrder } from '../path/cuttingOrder'
import { ringedOf } from '../path/enclosing'
import type { Contour, PathNode } from '../path/model'
import { transformContour } from '../path/pieces'
import type { Bed, CutSettings } from './bed'
import { sequenceOf } from './order'
import type { Part } from './parts'

/** What the head does along one path, mm, y down as on the sheet. */
export interface Cut {
	/** The name of its piece. */
	readonly piece: string
	readonly kind: 'opening' | 'outline' | 'line'
	readonly operation: 'cut' | 'score'
	/** What is burnt, in order: the way in, and round; a tab is a gap between two of them. */
	readonly runs: readonly (readonly Arc[])[]
	/** The path itself; of what is cut out the beam's middle. */
	readonly path: Contour
	/** Numbers of the cuts that lie inside it, and so come first. */
	readonly after: readonly number[]
}

/** What the head does for a part, wherever it comes to lie. */
export interface PartCuts {
	readonly scores: readonly Cut[]
	/** In the order to cut them in. */
	readonly cuts: readonly Cut[]
	/** What its outermost outlines enclose, mm². */
	readonly size: number
}

/**
 * What is done for a part: the beam's middle half a kerf outside what is kept, outlines larger and openings smaller
 * by that, as arcs and lines, each begun in the waste beside it; lines along their middle. What is scored comes
 * before anything is cut, what lies inside before what is round it.
 * @param part in mm
 */
export function cutsOfPart({ piece, lines }: Part, { kerf }: Bed, settings: CutSettings): PartCuts {
	const area = offset(piece.contours.filter(isFilled), kerf / 2, {
		rule: piece.fillRule,
		tolerance: settings.tolerance / 2,
		// They become arcs: how many nodes there are does not matter.
		fewest: false,
	})
	const paths = cuttingOrder({ contours: area, fillRule: 'nonzero' })
	const round = paths.map((path): Cut => {
		const around = paths.filter((other) => other !== path && liesIn(path, other))
		const kind = around.length % 2 === 1 ? 'opening' : 'outline'
		const after = paths.flatMap((other, k) => (other !== path && liesIn(other, path) ? [k] : []))
		const runs = runsOf(path, kind, settings, kerf)
		return { piece: piece.name, kind, operation: 'cut', path, runs, after }
	})
	const along = lines.map(({ contour, piece: name, operation }): Cut => {
		const runs = [arcsAlong(contour, settings.tolerance)]
		return { piece: name, kind: 'line', operation, path: contour, runs, after: [] }
	})
	const outermost = round.filter(({ kind }) => kind === 'outline').map(({ path }) => path)
	const size = Math.max(0, ...outermost.map((path) => Math.abs(ringedOf(path).area)))
	const scores = inOrder(along.filter(({ operation }) => operation === 'score'))
	const slits = along.filter(({ operation }) => operation === 'cut')
	return { scores, cuts: inOrder(withSlits(slits, round)), size }
}

/** Cuts with the slits of their part, which come before every outline: until that is cut, the card holds the part. */
function withSlits(slits: readonly Cut[], round: readonly Cut[]): Cut[] {
	const shifted = round.map((cut) => ({
		...cut,
		after: [
			...(cut.kind === 'outline' ? slits.keys() : []),
			...cut.after.map((k) => k + slits.length),
		],
	}))
	return [...slits, ...shifted]
}

/** Cuts of one part in an order with little travel, which ends at the outline. */
function inOrder(cuts: readonly Cut[]): Cut[] {
	const last = cuts.findLast(({ kind }) => kind === 'outline') ?? cuts[0]
	if (!last || cuts.length < 2) return [...cuts]
	const stops = cuts.map((cut) => ({
		begin: beginOf(cut),
		end: endOf(cut),
		after: cut.after,
		rank: 0,
	}))
	const order = sequenceOf(stops, beginOf(last))
	const place = new Map(order.map((k, n) => [k, n]))
	return order.map((k) => {
		const cut = cuts[k] as Cut
		return { ...cut, after: cut.after.map((inner) => place.get(inner) ?? 0) }
	})
}

/** What a part's cuts are where it lies. @param map moves and turns, and keeps its size */
export function laidCut(cut: Cut, map: Affine, name: string): Cut {
	const laid = ({ from, to, sweep }: Arc): Arc => ({
		from: applyAffine(map, from),
		to: applyAffine(map, to),
		sweep,
	})
	return {
		...cut,
		piece: name,
		path: transformContour(cut.path, map),
		runs: cut.runs.map((run) => run.map(laid)),
	}
}

/** Whether one closed path lies inside another. */
export function liesIn(inner: Contour, outer: Contour): boolean {
	const at = inner.nodes[0]?.at
	return at !== undefined && windingNumber([outer], at) !== 0
}

function arcsAlong(path: Contour, tolerance: number): Arc[] {
	return segments(path).flatMap((segment) =>
		isStraight(segment.from, segment.to)
			? [{ from: segment.from.at, to: segment.to.at, sweep: 0 }]
			: arcsOf(segmentCubic(segment), tolerance),
	)
}

/** A path as runs of arcs: its way in before the first, its tabs between them. */
function runsOf(
	path: Contour,
	kind: 'opening' | 'outline',
	settings: CutSettings,
	kerf: number,
): Arc[][] {
	const { turned, lead } = begun(path, kind, settings, kerf)
	const arcs = arcsAlong(turned, settings.tolerance)
	const runs =
		kind === 'outline' && settings.tabs > 0
			? withTabs(arcs, settings.tabs, settings.tabWidth)
			: [arcs]
	const [first = [], ...rest] = runs
	return [[...(lead ? [lead] : []), ...first], ...rest]
}

/** A turn of more is a corner, radians. */
const CORNER = 0.5
/** So many corners, and middles of the longest segments, are looked at to begin at. */
const MOST_PLACES = 12
/** A lead is tried at these shares of its length before it is left out. */
const LEAD_SHARES = [1, 0.6, 0.35, 0.15] as const
/** Where it burns through it keeps at least this share of its way off the path. */
const CLEAR = 0.6

/**
 * Where to begin, and the way in from the waste: at a corner that what is kept turns outwards, the sharpest first,
 * where a mark shows least; else in the middle of a long segment. In a notch the waste is narrow: none begins there.
 * @returns the path from there on; no lead where there is no room for any
 */
function begun(
	path: Contour,
	kind: 'opening' | 'outline',
	{ lead, tolerance }: CutSettings,
	kerf: number,
) {
	const ring = flattenContour(path, tolerance)
	const places = [...outerCorners(path, kind, kerf), ...longMiddles(path)].slice(0, MOST_PLACES)
	const all = places.map((place) => begunAt(path, place))
	for (const share of lead > 0 ? LEAD_SHARES : [])
		for (const turned of all) {
			const way = leadTo(turned, ring, kind, lead * share)
			if (way) return { turned, lead: way }
		}
	return { turned: all[0] ?? path, lead: null }
}

/** A place on a path: the segment from a node of a number on, and how far along it, 0 to 1. */
interface Place {
	readonly from: number
	readonly t: number
}

/**
 * Corners at which what is kept juts into the waste, the sharpest first: nodes, and the small rounds that the beam's
 * middle takes about them.
 */
function outerCorners(path: Contour, kind: 'opening' | 'outline', kerf: number): Place[] {
	const outwards = Math.sign(ringedOf(path).area) * (kind === 'outline' ? 1 : -1)
	return segments(path)
		.flatMap(({ from, to }, k) => {
			const node = { from: k, t: 0, turn: outwards * turnAt(path, from, k) }
			if (isStraight(from, to) || distance(from.at, to.at) > kerf) return [node]
			const round = segmentCubic({ from, to })
			const [into, out] = [tangentAt(round, 0), tangentAt(round, 1)]
			return [node, { from: k, t: 0.5, turn: outwards * angleBetween(into, out) }]
		})
		.filter(({ turn }) => turn > CORNER)
		.sort((a, b) => b.turn - a.turn)
}

/** How far a path turns at a node, radians, clockwise on screen positive. */
function turnAt({ nodes }: Contour, node: PathNode, k: number): number {
	const before = nodes.at(k - 1) ?? node
	const after = nodes[(k + 1) % nodes.length] ?? node
	const into = subtract(node.at, node.in ?? before.out ?? before.at)
	const out = subtract(node.out ?? after.in ?? after.at, node.at)
	return angleBetween(into, out)
}

const angleBetween = (a: Point, b: Point) => Math.atan2(cross(a, b), dot(a, b))

/** The middles of a path's segments, the longest first. */
function longMiddles(path: Contour): Place[] {
	return segments(path)
		.map(({ from, to }, k) => ({ from: k, t: 0.5, length: distance(from.at, to.at) }))
		.sort((a, b) => b.length - a.length)
}

/** The same closed path from a place on. */
function begunAt(path: Contour, { from, t }: Place): Contour {
	const { nodes } = path
	const round = [...nodes.slice(from), ...nodes.slice(0, from)]
	const [first, second] = round
	if (t === 0 || !first || !second) return { ...path, nodes: round }
	const [head, tail] = splitCubic(segmentCubic({ from: first, to: second }), t)
	const straight = isStraight(first, second)
	const at: PathNode = { id: `${first.id} on`, at: head[3], kind: 'cusp' }
	const begin = straight ? at : withHandles(at, { in: head[2], out: tail[1] })
	const next = straight ? second : withHandles(second, { in: tail[2], out: second.out })
	const last = straight ? first : withHandles(first, { in: first.in, out: head[1] })
	return { ...path, nodes: [begin, next, ...round.slice(2), last] }
}

/** A straight way in from the waste, at 45° to where the cut sets out; nothing where there is no room. */
function leadTo(
	path: Contour,
	ring: readonly Point[],
	kind: 'opening' | 'outline',
	length: number,
): Arc | null {
	const all = segments(path)
	const [first, last] = [all[0], all.at(-1)]
	if (!first || !last) return null
	const start = first.from.at
	const out = tangentAt(segmentCubic(first), 0)
	const into = tangentAt(segmentCubic(last), 1)
	const along = unit(add(out, into))
	const ahead = Number.isFinite(along[0]) && (along[0] !== 0 || along[1] !== 0) ? along : out
	for (const side of [1, -1] as const) {
		const way = scale(unit(subtract(scale(perpendicular(ahead), side), ahead)), length)
		const from = add(start, way)
		// All along it lies in the waste: inside an opening, outside an outline.
		const within = [1, 0.66, 0.33].map(
			(k) => windingNumber([path], add(start, scale(way, k))) !== 0,
		)
		const inWaste = within.every((inside) => inside === (kind === 'opening'))
		const clear = distance(from, nearestOnRing(from, ring)) >= CLEAR * length
		if (inWaste && clear) return { from, to: start, sweep: 0 }
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
