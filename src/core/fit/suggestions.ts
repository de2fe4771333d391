import { derivativeAt, extrema, pointAt } from '../geometry/cubic'
import { distance, type Point } from '../geometry/point'
import { isStraight, segmentCubic, segments } from '../path/contour'
import type { Contour, NodeKind, PathNode, Sheet } from '../path/model'
import { setKind } from '../path/nodes'
import { areWorkable } from '../path/reach'
import { replaceOutlines } from '../path/replace'
import { addExtrema } from '../path/shape'
import { turnAt } from './outlineTrail'
import { thin } from './thin'

/** Something about an outline that would be better otherwise, and the outline without it. */
export interface Suggestion {
	readonly what: 'needless' | 'outermost' | 'nearly-smooth' | 'nearly-corner'
	readonly contour: string
	/** The node it is about; for an outermost point the one before it. */
	readonly node: string
	readonly at: Point
	/**
	 * px: for a needless node how far the outline may move, for a near corner its handles' length, for
	 * an outermost point how far it stands out; radians of turn for a join.
	 */
	readonly amount: number
}

/** A node is needless where the outline moves by less without it, px. */
const NEEDLESS_PX = 0.35
/** A join that turns by no more is nearly smooth, and by no less is not smooth already, radians. */
const NEARLY_SMOOTH = 0.16
const SMOOTH_ALREADY = 0.012
/** A smooth node whose handles are both shorter is nearly a corner, px. */
const SHORT_PX = 2.5
/** An outermost point that stands out by less beyond a node is that node's own, px. */
const OWN_PX = 0.6

/** What could be better about an outline, in the order of its nodes. */
export function suggestionsFor(contour: Contour, needlessPx = NEEDLESS_PX): Suggestion[] {
	if (!areWorkable([contour])) return []
	return contour.nodes.flatMap((node, k) =>
		[
			nearlySmooth(contour, node, k) ?? nearlyCorner(contour, node),
			needless(contour, node, k, needlessPx),
			outermost(contour, node, k),
		].filter((found) => found !== undefined),
	)
}

/** The sheet with a suggestion followed. */
export function followSuggestion(
	sheet: Sheet,
	{ what, contour: id, node, amount }: Suggestion,
): Sheet {
	const contour = sheet.pieces.flatMap((piece) => piece.contours).find((each) => each.id === id)
	if (!contour) return sheet
	if (what === 'needless') return replaceOutlines(sheet, [withoutNode(contour, node, amount)])
	if (what === 'outermost') {
		const k = contour.nodes.findIndex((each) => each.id === node)
		const next = contour.nodes[(k + 1) % contour.nodes.length]
		return addExtrema(sheet, new Set([node, next?.id ?? node])).sheet
	}
	const kind: NodeKind = what === 'nearly-smooth' ? 'smooth' : 'corner'
	return setKind(sheet, new Set([node]), kind)
}

function nearlySmooth(contour: Contour, node: PathNode, k: number): Suggestion | undefined {
	if (node.kind !== 'cusp') return undefined
	const turn = Math.abs(turnAt(contour, k))
	if (turn <= SMOOTH_ALREADY || turn > NEARLY_SMOOTH) return undefined
	return { what: 'nearly-smooth', contour: contour.id, node: node.id, at: node.at, amount: turn }
}

function nearlyCorner(contour: Contour, node: PathNode): Suggestion | undefined {
	if (node.kind !== 'smooth' && node.kind !== 'symmetric') return undefined
	const { in: into, out, at } = node
	if (!into || !out) return undefined
	const amount = Math.max(distance(at, into), distance(at, out))
	if (amount > SHORT_PX) return undefined
	return { what: 'nearly-corner', contour: contour.id, node: node.id, at, amount }
}

function needless(
	contour: Contour,
	node: PathNode,
	k: number,
	most: number,
): Suggestion | undefined {
	const n = contour.nodes.length
	if (contour.closed ? n <= 3 : k === 0 || k === n - 1) return undefined
	const thinned = withoutNode(contour, node.id, most)
	if (thinned === contour) return undefined
	return { what: 'needless', contour: contour.id, node: node.id, at: node.at, amount: most }
}

/** The outline without one node, if that moves it by no more than allowed; else as it is. */
function withoutNode(contour: Contour, id: string, tolerance: number): Contour {
	const k = contour.nodes.findIndex((node) => node.id === id)
	const n = contour.nodes.length
	const around = [-1, 0, 1].map((d) => contour.nodes[(k + d + n) % n]?.id ?? '')
	const { thinned: _, ...plain } = contour
	const made = thin(plain, { tolerance, only: new Set(around) }).contour
	if (made.nodes.length >= n) return contour
	const { thinned: __, ...rest } = made
	return rest
}

function outermost(contour: Contour, node: PathNode, k: number): Suggestion | undefined {
	const segment = segments(contour)[k]
	if (!segment || isStraight(segment.from, segment.to)) return undefined
	const { from, to } = segment
	const cubic = segmentCubic(segment)
	for (const t of extrema(cubic)) {
		const at = pointAt(cubic, t)
		const [dx, dy] = derivativeAt(cubic, t)
		const axis = Math.abs(dx) < Math.abs(dy) ? 0 : 1
		const standsOut = Math.min(...[from, to].map((end) => Math.abs(end.at[axis] - at[axis])))
		if (standsOut > OWN_PX)
			return { what: 'outermost', contour: contour.id, node: node.id, at, amount: standsOut }
	}
	return undefined
}
