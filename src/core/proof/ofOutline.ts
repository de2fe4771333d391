import { isSelfCrossing } from '../combine/selfCrossing'
import { suggestionsFor } from '../fit/suggestions'
import { cross, distance, mix, type Point, subtract } from '../geometry/point'
import { isStraight, neighbours, segmentCubic, segments } from '../path/contour'
import type { Contour, Piece } from '../path/model'
import { areWorkable } from '../path/reach'
import type { Finding, FindingKind, Limits } from './finding'
import { areHandlesLong, handleReach } from './longHandles'
import { middleOf } from './rings'

/** Outlines of more nodes want thinning, not advice on each. */
const MOST_ADVISED = 400
/** A join that turns by so much is a kink: no more smooth, and hardly a corner, radians. */
const KINK = { least: 0.16, most: 0.5 } as const
/** Segments beside a kink are so long at least, px: beside shorter ones it is part of a round corner. */
const KINK_SEGMENT_PX = 6

/** What there is to notice about one outline by itself. */
export function ofOutline(piece: Piece, contour: Contour, limits: Limits): Finding[] {
	const found = (
		kind: FindingKind,
		at: Point,
		own: string,
		rest: Partial<Finding> = {},
	): Finding => ({
		kind,
		key: `${kind} ${contour.id} ${own}`,
		piece: piece.id,
		contour: contour.id,
		at,
		...rest,
	})
	const kept = known.get(contour)
	if (kept && kept.piece === piece.id && kept.limits === limitsKey(limits)) return kept.all
	const all = areWorkable([contour]) ? lookedAt(contour, limits, found) : []
	known.set(contour, { piece: piece.id, limits: limitsKey(limits), all })
	return all
}

/** What was found of outlines, which never change. */
const known = new WeakMap<
	Contour,
	{ readonly piece: string; readonly limits: string; readonly all: Finding[] }
>()

const limitsKey = ({ ends, hair }: Limits) => `${ends} ${hair}`

function lookedAt(contour: Contour, limits: Limits, found: Found): Finding[] {
	return [
		...openness(contour, limits, found),
		...(contour.closed && isSelfCrossing(contour) ? [found('crosses', middleOf(contour), '')] : []),
		...tooNear(contour, limits, found),
		...advice(contour, found),
		...kinks(contour, found),
		...badHandles(contour, found),
	]
}

type Found = (kind: FindingKind, at: Point, own: string, rest?: Partial<Finding>) => Finding

function openness(contour: Contour, { ends }: Limits, found: Found): Finding[] {
	const [first] = contour.nodes
	const last = contour.nodes.at(-1)
	if (contour.closed || !first || !last) return []
	const gap = distance(first.at, last.at)
	const nodes = [first.id, last.id]
	return contour.nodes.length > 2 && gap <= ends
		? [found('ends-near', mix(first.at, last.at, 0.5), '', { nodes, size: gap })]
		: [found('open', last.at, '', { nodes })]
}

/** Nodes that follow each other within a hair, straight on: one of them is enough. */
function tooNear(contour: Contour, { hair }: Limits, found: Found): Finding[] {
	if (contour.nodes.length < 4) return []
	return segments(contour).flatMap((segment) => {
		const [a, b, c, d] = segmentCubic(segment)
		const run = distance(a, b) + distance(b, c) + distance(c, d)
		if (run > 2 * hair || distance(a, d) > hair) return []
		return [
			found('hair', segment.to.at, segment.to.id, {
				nodes: [segment.to.id],
				size: distance(a, d),
			}),
		]
	})
}

function advice(contour: Contour, found: Found): Finding[] {
	if (contour.nodes.length > MOST_ADVISED) return [found('crowded', middleOf(contour), '')]
	return suggestionsFor(contour).map(({ what, node, at, amount }) =>
		found(what, at, node, { nodes: [node], size: amount }),
	)
}

/** Joins that turn by more than is smooth and less than a corner, between curves. */
function kinks(contour: Contour, found: Found): Finding[] {
	return contour.nodes.flatMap((node, k) => {
		const { before, after } = neighbours(contour, k)
		if (!before || !after || node.kind === 'smooth' || node.kind === 'symmetric') return []
		if (isStraight(before, node) || isStraight(node, after)) return []
		if (distance(before.at, node.at) < KINK_SEGMENT_PX) return []
		if (distance(node.at, after.at) < KINK_SEGMENT_PX) return []
		const into = subtract(node.at, node.in ?? before.out ?? before.at)
		const out = subtract(node.out ?? after.in ?? after.at, node.at)
		const turn = Math.abs(Math.atan2(cross(into, out), into[0] * out[0] + into[1] * out[1]))
		if (turn < KINK.least || turn > KINK.most) return []
		return [found('kink', node.at, node.id, { nodes: [node.id], size: turn })]
	})
}

/** Handles that cross each other, or reach far beyond their segment. */
function badHandles(contour: Contour, found: Found): Finding[] {
	return segments(contour)
		.filter(areHandlesLong)
		.map((segment) => {
			const { from, to } = segment
			return found('handles', mix(from.at, to.at, 0.5), from.id, {
				nodes: [from.id, to.id],
				size: handleReach(segmentCubic(segment)),
			})
		})
}
