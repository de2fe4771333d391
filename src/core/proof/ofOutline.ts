import { isSelfCrossing } from '../combine/selfCrossing'
import { turnAt } from '../fit/outlineTrail'
import { suggestionsFor } from '../fit/suggestions'
import { cross, distance, mix, type Point, subtract } from '../geometry/point'
import { isStraight, neighbours, segmentCubic, segments } from '../path/contour'
import type { Contour, PathNode, Piece } from '../path/model'
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

type Look = (contour: Contour, limits: Limits, found: Found) => Finding[]

/** What there is to notice about one outline at once. */
export const ofOutline = remembered(
	({ ends, hair }) => `${ends} ${hair}`,
	(contour, limits, found) => [
		...openness(contour, limits, found),
		...(contour.closed && isSelfCrossing(contour) ? [found('crosses', middleOf(contour), '')] : []),
		...tooNear(contour, limits, found),
		...kinks(contour, found),
		...badHandles(contour, found),
		...(contour.nodes.length > MOST_ADVISED ? [found('crowded', middleOf(contour), '')] : []),
	],
)

/** What could be better about its nodes: each is tried, which takes its time. */
export const adviceOn = remembered(
	() => '',
	(contour, _, found) =>
		contour.nodes.length > MOST_ADVISED
			? []
			: suggestionsFor(contour).map(({ what, node, at, amount }) =>
					found(what, at, node, { nodes: [node], size: amount }),
				),
)

/** What was found of outlines is known by them, which never change. */
function remembered(keyOf: (limits: Limits) => string, look: Look) {
	const known = new WeakMap<Contour, { piece: string; key: string; all: Finding[] }>()
	return (piece: Piece, contour: Contour, limits: Limits): Finding[] => {
		const key = keyOf(limits)
		const kept = known.get(contour)
		if (kept?.piece === piece.id && kept.key === key) return kept.all
		const found: Found = (kind, at, own, rest = {}) => ({
			kind,
			key: `${kind} ${contour.id} ${own}`,
			piece: piece.id,
			contour: contour.id,
			at,
			...rest,
		})
		const all = areWorkable([contour]) ? look(contour, limits, found) : []
		known.set(contour, { piece: piece.id, key, all })
		return all
	}
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

/** Nodes that follow each other within a hair, straight on: one of them is enough, the one that turns more. */
function tooNear(contour: Contour, { hair }: Limits, found: Found): Finding[] {
	if (contour.nodes.length < 4) return []
	const turnOf = (node: PathNode) => Math.abs(turnAt(contour, contour.nodes.indexOf(node)))
	return segments(contour).flatMap((segment) => {
		const [a, b, c, d] = segmentCubic(segment)
		const run = distance(a, b) + distance(b, c) + distance(c, d)
		if (run > 2 * hair || distance(a, d) > hair) return []
		const { from, to } = segment
		const isEnd = !contour.closed && from === contour.nodes[0]
		const spare = !isEnd && turnOf(from) < turnOf(to) ? from : to
		return [found('hair', spare.at, spare.id, { nodes: [spare.id], size: distance(a, d) })]
	})
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
