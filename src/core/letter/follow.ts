import { type Affine, applyAffine, composeAffine } from '../geometry/affine'
import { cross, distance, type Point, subtract } from '../geometry/point'
import { changeOf } from '../path/changeOf'
import { findContour, mapPiece } from '../path/edit'
import type { HostRef, Lettering, Setting } from '../path/lettering'
import type { Contour, Piece, Sheet } from '../path/model'
import { layOut } from './layOut'
import { putAt } from './lines'
import { railOf } from './rail'
import type { FindHost } from './ways'

/** The outlines that letterings laid: what else an outline is, an edit made of it. */
const laid = new WeakSet<readonly Contour[]>()

/** Finds the outlines that letters go by. */
export function hostsOf(sheet: Sheet): FindHost {
	return ({ contour }) => findContour(sheet, contour)?.contour
}

/** A piece with another lettering, its outlines laid anew; as it is where nothing would be left of it. */
export function withLettering(piece: Piece, lettering: Lettering, find: FindHost): Piece {
	const contours = layOut(piece.id, lettering, find)
	if (contours.length === 0) return piece
	laid.add(contours)
	return { ...piece, lettering, contours }
}

/**
 * What an edit does to letterings: those go along whose outline changed; those that were moved, turned or scaled as a
 * whole are words still, elsewhere; of those whose nodes were changed outlines are left.
 * @param next the sheet after an edit
 * @param since the sheet before it
 */
export function followed(next: Sheet, since: Sheet): Sheet {
	if (next.pieces === since.pieces || !next.pieces.some(isLettering)) return next
	for (const piece of since.pieces) if (isLettering(piece)) laid.add(piece.contours)
	const { gone, come } = changeOf(since.pieces, next.pieces)
	const before = new Map(gone.map((piece) => [piece.id, piece]))
	const changed = new Set(come.map((k) => next.pieces[k]))
	const [now, then] = [hostsOf(next), hostsOf(since)]
	const pieces = next.pieces.map((piece) => {
		const { lettering } = piece
		if (!lettering || piece.locked) return piece
		const was = before.get(piece.id)
		// Whoever set it otherwise laid it too.
		if (was && was.lettering !== lettering) return piece
		// A copy lies where it was moved to.
		if (changed.has(piece) && !was)
			return laid.has(piece.contours) ? piece : (afterMove(piece, lettering, now, then) ?? piece)
		const moved = changed.has(piece) && was?.contours !== piece.contours
		const hostMoved = hostRefs(lettering.setting).some((of) => now(of) !== then(of))
		if (moved && !laid.has(piece.contours))
			return afterMove(piece, lettering, now, then) ?? asOutlines(piece)
		return hostMoved ? withLettering(piece, lettering, now) : piece
	})
	return pieces.every((piece, k) => piece === next.pieces[k]) ? next : { ...next, pieces }
}

function isLettering({ lettering }: Piece): boolean {
	return lettering !== undefined
}

/** The outlines that a setting goes by. */
export function hostRefs(setting: Setting): readonly HostRef[] {
	switch (setting.kind) {
		case 'free':
			return []
		case 'between':
			return [setting.top, setting.bottom]
		default:
			return [setting]
	}
}

/** A lettering whose outlines an edit changed; `null` where they are no image of what it lays. */
function afterMove(
	piece: Piece,
	lettering: Lettering,
	now: FindHost,
	then: FindHost,
): Piece | null {
	const rest = [then, now].map((find) => layOut(piece.id, lettering, find))
	const map = rest.map((contours) => mapBetween(contours, piece.contours)).find(Boolean)
	if (!map) return null
	const { setting } = lettering
	if (setting.kind === 'free') {
		const place = composeAffine(map, setting.place)
		laid.add(piece.contours)
		return { ...piece, lettering: { ...lettering, setting: { ...setting, place } } }
	}
	const [a, b, c, d] = map
	const grown = Math.sqrt(Math.abs(a * d - b * c))
	const size = lettering.size * grown
	const bridges = lettering.bridges && { width: lettering.bridges.width * grown }
	const grew = { ...lettering, size, ...(bridges && { bridges }) }
	if (setting.kind !== 'along') return withLettering(piece, grew, now)
	const host = now(setting)
	if (!host) return { ...piece, lettering: grew }
	return withLettering(
		piece,
		now(setting) === then(setting)
			? { ...grew, setting: slid(setting, lettering.align, host, map) }
			: {
					...grew,
					setting: { ...setting, start: setting.start * grown, offset: setting.offset * grown },
				},
		now,
	)
}

/** The setting along an outline of words that were dragged: further along it, and further off. */
function slid(
	setting: Setting & { readonly kind: 'along' },
	align: Lettering['align'],
	host: Contour,
	map: Affine,
): Setting & { readonly kind: 'along' } {
	const rail = railOf(host, setting)
	const { p, along } = rail.at(putAt(align, setting.start, rail.length))
	const seat: Point = [p[0] + along[1] * setting.offset, p[1] - along[0] * setting.offset]
	const [dx, dy] = subtract(applyAffine(map, seat), seat)
	const gone = dx * along[0] + dy * along[1]
	return {
		...setting,
		start: setting.start + (align === 'right' ? -gone : gone),
		offset: setting.offset + dx * along[1] - dy * along[0],
	}
}

/** The words as plain outlines. */
export function asOutlines({ lettering: _, ...piece }: Piece): Piece {
	return piece
}

/** Outlines moved by one map are not further from there than this, of their extent. */
const MOVED = 1e-6

/** The map that takes some outlines to others, node by node; `null` where none does. */
function mapBetween(from: readonly Contour[], to: readonly Contour[]): Affine | null {
	if (from.length !== to.length) return null
	const pairs: (readonly [Point, Point])[] = []
	for (const [k, contour] of from.entries()) {
		const other = to[k]
		if (!other || other.nodes.length !== contour.nodes.length) return null
		for (const [n, node] of contour.nodes.entries()) {
			const there = other.nodes[n]
			if (!there || !node.in !== !there.in || !node.out !== !there.out) return null
			pairs.push([node.at, there.at])
			if (node.in && there.in) pairs.push([node.in, there.in])
			if (node.out && there.out) pairs.push([node.out, there.out])
		}
	}
	const map = throughThree(pairs)
	if (!map) return null
	const extent = Math.max(1, ...pairs.map(([, q]) => Math.max(Math.abs(q[0]), Math.abs(q[1]))))
	return pairs.every(([p, q]) => distance(applyAffine(map, p), q) <= MOVED * extent) ? map : null
}

/** The affine map of three of the pairs that lie far apart. */
function throughThree(pairs: readonly (readonly [Point, Point])[]): Affine | null {
	const [first] = pairs
	if (!first) return null
	const far = (value: (p: Point) => number) =>
		pairs.reduce((best, pair) => (value(pair[0]) > value(best[0]) ? pair : best), first)
	const second = far((p) => distance(p, first[0]))
	const u = subtract(second[0], first[0])
	const third = far((p) => Math.abs(cross(u, subtract(p, first[0]))))
	const v = subtract(third[0], first[0])
	const det = cross(u, v)
	if (Math.abs(det) < 1e-9) return null
	const [fu, fv] = [subtract(second[1], first[1]), subtract(third[1], first[1])]
	const a = (fu[0] * v[1] - fv[0] * u[1]) / det
	const c = (fv[0] * u[0] - fu[0] * v[0]) / det
	const b = (fu[1] * v[1] - fv[1] * u[1]) / det
	const d = (fv[1] * u[0] - fu[1] * v[0]) / det
	const [x, y] = first[0]
	return [a, b, c, d, first[1][0] - a * x - c * y, first[1][1] - b * x - d * y]
}

/** How words are set otherwise; bridges are taken away by `null`. */
export type LetteringChange = Partial<Omit<Lettering, 'bridges'>> & {
	readonly bridges?: Lettering['bridges'] | null
}

/** The sheet with words set otherwise. */
export function changedLettering(sheet: Sheet, id: string, change: LetteringChange): Sheet {
	return mapPiece(sheet, id, (piece) =>
		piece.lettering
			? withLettering(piece, changed(piece.lettering, change), hostsOf(sheet))
			: piece,
	)
}

function changed(
	{ bridges: before, ...words }: Lettering,
	{ bridges = before, ...change }: LetteringChange,
): Lettering {
	return { ...words, ...change, ...(bridges && { bridges }) }
}
