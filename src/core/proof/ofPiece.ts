import { combineAreas } from '../combine/combine'
import { offset } from '../combine/offset'
import { ruleDifference } from '../combine/resolve'
import type { Point } from '../geometry/point'
import { boundsOf, flattenContour, isFilled } from '../path/contour'
import { ringedOf } from '../path/enclosing'
import type { Contour, Piece } from '../path/model'
import { nestingOf } from '../path/nesting'
import { areWorkable } from '../path/reach'
import type { Finding, FindingKind, Limits } from './finding'
import { dense, middleOf, placeKey, toRing } from './rings'

/** Pieces of more nodes are not looked at for thin places: it would take too long beside other work. */
const MOST_NODES = 3000

/** What there is to notice about a piece as a whole: how its outlines lie to each other, where it is thin. */
export function ofPiece(piece: Piece, limits: Limits): Finding[] {
	const areas = piece.contours.filter(isFilled)
	if (areas.length === 0 || !areWorkable(areas)) return []
	const found = (
		kind: FindingKind,
		at: Point,
		own: string,
		rest: Partial<Finding> = {},
	): Finding => ({
		kind,
		key: `${kind} ${piece.id} ${own}`,
		piece: piece.id,
		at,
		...rest,
	})
	const key = `${limits.neck} ${limits.small}`
	const kept = known.get(piece)
	if (kept?.key === key) return kept.all
	const all = [
		...ruleFindings(piece, areas, found),
		...nestingFindings(piece, found),
		...smallParts(piece, limits, found),
		...necks(piece, areas, limits, found),
	]
	known.set(piece, { key, all })
	return all
}

/** What was found of pieces, which never change. */
const known = new WeakMap<Piece, { readonly key: string; readonly all: Finding[] }>()

type Found = (kind: FindingKind, at: Point, own: string, rest?: Partial<Finding>) => Finding

function ruleFindings(_: Piece, areas: readonly Contour[], found: Found): Finding[] {
	const [differs] = ruleDifference(areas)
	return differs ? [found('rules-differ', middleOf(differs), '')] : []
}

/** Islands that are tied to nothing, and outlines that run as an opening does and lie in nothing. */
function nestingFindings(piece: Piece, found: Found): Finding[] {
	const nested = nestingOf(piece)
	const [outermost] = nested
	const wayOf = (contour: Contour) => Math.sign(ringedOf(contour).area)
	const way = outermost ? wayOf(outermost.contour) : 0
	// Ways mean something where the rule goes by them, or where openings run against what they open.
	const openings = nested.filter(({ role }) => role === 'opening')
	const told =
		piece.fillRule === 'nonzero' ||
		(openings.length > 0 && openings.every(({ contour }) => wayOf(contour) === -way))
	return nested.flatMap(({ contour, role, round }) => {
		if (role === 'island')
			return [found('island', middleOf(contour), contour.id, { contour: contour.id })]
		return told && role === 'edge' && round === null && wayOf(contour) === -way
			? [found('outside', middleOf(contour), contour.id, { contour: contour.id })]
			: []
	})
}

/** Closed outlines that are smaller than comes out. */
function smallParts(piece: Piece, { small }: Limits, found: Found): Finding[] {
	return piece.contours.flatMap((contour) => {
		if (!contour.closed) return []
		const { minX, minY, maxX, maxY } = boundsOf(contour)
		const size = Math.min(maxX - minX, maxY - minY)
		return size < small
			? [found('small', middleOf(contour), contour.id, { contour: contour.id, size })]
			: []
	})
}

/**
 * Places where the piece is thinner than a width and yet holds together what is thicker: what is lost
 * when it is shrunk by half the width and grown again, if it touches what remains on two sides or more.
 */
function necks(piece: Piece, areas: readonly Contour[], { neck }: Limits, found: Found): Finding[] {
	const nodes = areas.reduce((sum, contour) => sum + contour.nodes.length, 0)
	if (neck <= 0 || nodes > MOST_NODES) return []
	const area = { contours: areas, rule: piece.fillRule }
	const tolerance = neck * ROUGHLY
	const shrunk = offset(areas, -neck / 2, { rule: piece.fillRule, tolerance })
	if (shrunk.length === 0) return []
	const thick = offset(shrunk, neck / 2, { tolerance })
	const lost = combineAreas('cut-out', [area, { contours: thick, rule: 'nonzero' }])
	return lost.flatMap((part) => {
		const { minX, minY, maxX, maxY } = boundsOf(part)
		// What is left of a corner is smaller than this.
		if (Math.max(maxX - minX, maxY - minY) < neck / 3) return []
		// Along smooth edges what is lost is a film, no thicker than shrinking and growing are exact.
		if (thicknessOf(part) < neck / 15 || sidesTouching(part, thick, neck / 50) < 2) return []
		const at = middleOf(part)
		return [found('neck', at, placeKey(at), { size: neck })]
	})
}

/** So roughly, as a share of a neck, pieces are shrunk and grown: finer takes ten times as long. */
const ROUGHLY = 1 / 40

/** On how many stretches of its edge a part touches other outlines. */
function sidesTouching(part: Contour, others: readonly Contour[], reach: number): number {
	const rings = others.map((contour) => flattenContour(contour, reach / 2))
	const places = dense(flattenContour(part, reach / 2), 4 * reach)
	const touching = places.map((p) => rings.some((ring) => toRing(p, ring) <= reach))
	const begins = touching.filter((on, i) => on && !touching.at(i - 1)).length
	return begins === 0 && touching.some(Boolean) ? 1 : begins
}

/** Area by half the way round: how thick a long part is, px. */
function thicknessOf(part: Contour): number {
	const ring = flattenContour(part, 0.05)
	const round = ring.reduce((sum, [x, y], i) => {
		const [u, v] = ring[(i + 1) % ring.length] ?? [x, y]
		return sum + Math.hypot(u - x, v - y)
	}, 0)
	return round > 0 ? (2 * Math.abs(ringedOf(part).area)) / round : 0
}
