import { ruleDifference } from '../combine/resolve'
import type { Point } from '../geometry/point'
import { boundsOf, isFilled, nodeCount } from '../path/contour'
import { ringedOf } from '../path/enclosing'
import type { Contour, Piece } from '../path/model'
import { nestingOf } from '../path/nesting'
import { areWorkable } from '../path/reach'
import type { Finding, FindingKind, Limits } from './finding'
import { necksOf } from './necks'
import { middleOf, placeKey } from './rings'

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
		...nestingFindings(piece, limits, found),
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
function nestingFindings(piece: Piece, { neck }: Limits, found: Found): Finding[] {
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
			return [found('island', middleOf(contour), contour.id, { contour: contour.id, size: neck })]
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

/** Places where the piece is thinner than a width and yet holds together what is thicker. */
function necks(
	{ fillRule: rule }: Piece,
	contours: readonly Contour[],
	{ neck }: Limits,
	found: Found,
): Finding[] {
	if (neck <= 0) return []
	const [first] = contours
	if (first && nodeCount(contours) > MOST_NODES) return [found('crowded', middleOf(first), '')]
	return necksOf({ contours, rule }, neck).map(({ at }) =>
		found('neck', at, placeKey(at), { size: neck }),
	)
}
