import { fitPolyline } from '../../fit/fitPolyline'
import { item } from '../../geometry/numbers'
import { distance } from '../../geometry/point'
import type { Contour } from '../../path/model'
import { insertOn } from '../../path/nodes'
import { type EdgeSample, edgeSamples, outwardSides, type Seeking } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { type FitToEdgesOptions, REACH_PX } from './fitOptions'
import { nearest } from './nearestForm'
import { byContour, isByCorner, LEAST_SAMPLES, settle, supportOf } from './settle'
import { traceAlong, wayThrough } from './trace'
import { withoutStrays } from './withoutStrays'

export interface FittedToEdges {
	readonly contours: Contour[]
	/** Nodes that moved. */
	readonly moved: number
	/** Nodes beside which no edge is sure: they stay. */
	readonly unsure: number
}

/** Nodes are added in so many turns at most. */
const TURNS = 6
/** A node moves if it goes further, px. */
const MOVED_PX = 0.01

/**
 * Moves outlines onto a photo's edges: places of nodes, directions and lengths of handles together, by
 * Gauss–Newton steps on the distances along the normals, the edges sought anew each time. Nodes and kinds
 * are kept; what has no sure edge stays; a corner goes to where the edges on either side of it meet.
 */
export function fitToEdges(
	contours: readonly Contour[],
	field: EdgeField,
	o: FitToEdgesOptions = {},
): FittedToEdges {
	const { addWithin } = o
	let fitted = settle(contours, field, o)
	// Chosen nodes keep what lies between others: there nodes are added one by one.
	for (let turn = 0; addWithin !== undefined && o.only && turn < TURNS; turn++) {
		const more = withMoreNodes(fitted, field, o, addWithin)
		if (!more) break
		fitted = settle(more, field, o)
	}
	const forms: (readonly Contour[])[] = [fitted, withoutStrays(contours, fitted, field, o)]
	// What was rough is nearer after each turn, and sees more of its edge.
	let rough = contours
	for (let turn = 0; addWithin !== undefined && !o.only && turn < TURNS_ANEW; turn++) {
		rough = anew(rough, field, o, turn === 0 ? ROUGHLY : {})
		forms.push(rough)
	}
	const near = nearest(contours, forms, field, o)
	// Where that would be worse somewhere, what lies nearer is gone to alone.
	const stays = near.some((contour, k) => contour === contours[k])
	fitted = stays
		? nearest(near, [settle(near, field, { ...o, reach: (o.reach ?? REACH_PX) / 2 })], field, o)
		: near
	const before = new Map(contours.flatMap(({ nodes }) => nodes.map((node) => [node.id, node.at])))
	const moved = fitted
		.flatMap(({ nodes }) => nodes)
		.filter(({ id, at }) => distance(before.get(id) ?? at, at) > MOVED_PX)
	const support = supportOf(fitted, edgeSamples(fitted, field, o.reach ?? REACH_PX))
	return {
		contours: fitted,
		moved: moved.length,
		unsure: support.filter((n) => n < LEAST_SAMPLES).length,
	}
}

/** So often are outlines made anew beside those that came of it before. */
const TURNS_ANEW = 2

/** Edges beside a rough outline are gone to steeply, and are not the strongest there. */
const ROUGHLY: Seeking = { jump: 0.3, most: 8 }

/** Outlines along the edges beside them, with the nodes that these take: for what is too rough to be moved. */
function anew(
	contours: readonly Contour[],
	field: EdgeField,
	{ reach = REACH_PX, allowance = 0, addWithin = 1 }: FitToEdgesOptions,
	seeking: Seeking,
): Contour[] {
	const sides = outwardSides(contours)
	return contours.map((contour, k) => {
		const side = item(sides, k)
		const { places, found } = traceAlong(contour, field, reach, allowance, { ...seeking, side })
		if (places.length < 4 || found.every((share) => share === 0)) return contour
		const way = wayThrough(places, contour.closed, WITHIN * addWithin)
		const [first, last] = [
			item(contour.nodes, 0).at,
			item(contour.nodes, contour.nodes.length - 1).at,
		]
		const whole = contour.closed ? way : [first, ...way, last]
		const { nodes } = fitPolyline(Float64Array.from(whole.flat()), {
			closed: contour.closed,
			tolerance: WITHIN * addWithin,
		})
		return nodes.length < 2 ? contour : { ...contour, nodes }
	})
}

/** Of what is allowed the curve itself takes this share: where edges are is not known to the last of it. */
const WITHIN = 0.75

/** Outlines with a node more where a segment is furthest from its edge; nothing where none is too far. */
function withMoreNodes(
	contours: readonly Contour[],
	field: EdgeField,
	{ reach = REACH_PX, allowance = 0, only }: FitToEdgesOptions,
	within: number,
): Contour[] | null {
	const samples = byContour(edgeSamples(contours, field, reach))
	let some = false
	const more = contours.map((contour, k) => {
		const worst = new Map<number, EdgeSample>()
		for (const one of samples.get(k) ?? []) {
			if (!(Math.abs(one.edge - allowance) > within)) continue
			if (isByCorner(contour, one)) continue
			const off = worst.get(one.segment)
			if (!off || Math.abs(off.edge - allowance) < Math.abs(one.edge - allowance))
				worst.set(one.segment, one)
		}
		const may = (id: string) => !only || only.has(id)
		const made = insertOn(contour, ({ index, from, to }) => {
			const at = worst.get(index)
			return at && may(from.id) && may(to.id) ? [at.t] : []
		})
		some ||= made.ids.length > 0
		return made.contour
	})
	return some ? more : null
}
