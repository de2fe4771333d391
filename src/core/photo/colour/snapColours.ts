import { countOf, countOne } from '../../geometry/counts'
import { at, item } from '../../geometry/numbers'
import type { Paint, Piece, Stop } from '../../path/model'
import { coloursIn } from '../../path/paint'
import { kMeans, labOf, nearestMean } from './kMeans'

/** A colour that becomes another. */
export interface ColourMove {
	/** `#rrggbb` */
	readonly from: string
	readonly to: string
	/** How many paints have it. */
	readonly uses: number
}

export interface SnappedColours {
	readonly pieces: Piece[]
	/** What changes; none where there are no more colours than asked for. */
	readonly moves: readonly ColourMove[]
}

/**
 * Near-equal colours of pieces brought together, by k-means in OKLab: each becomes the one of its group that most
 * paints have, so that no colour comes in that was not there.
 * @param count at most so many are left
 */
export function snapColours(pieces: readonly Piece[], count: number): SnappedColours {
	const uses = new Map<string, number>()
	for (const { fill, stroke } of pieces)
		for (const colour of [...coloursIn(fill), ...coloursIn(stroke.paint)]) countOne(uses, colour)
	const all = [...uses.keys()]
	const most = Math.max(1, Math.round(count))
	if (all.length <= most) return { pieces: [...pieces], moves: [] }
	const places = Float64Array.from(labOf(all))
	const means = kMeans(
		{ colours: places, weights: Float64Array.from(all, (colour) => uses.get(colour) ?? 1) },
		most,
	)
	const groupOf = all.map((_, n) =>
		nearestMean(means, at(places, 3 * n), at(places, 3 * n + 1), at(places, 3 * n + 2)),
	)
	const heads = new Map<number, string>()
	for (const [n, colour] of all.entries()) {
		const group = item(groupOf, n)
		const head = heads.get(group)
		if (head === undefined || countOf(uses, colour) > countOf(uses, head)) heads.set(group, colour)
	}
	const becomes = new Map(all.map((colour, n) => [colour, heads.get(item(groupOf, n)) ?? colour]))
	return {
		pieces: pieces.map((piece) => painted(piece, becomes)),
		moves: [...becomes]
			.filter(([from, to]) => from !== to)
			.map(([from, to]) => ({ from, to, uses: countOf(uses, from) })),
	}
}

function painted(piece: Piece, becomes: ReadonlyMap<string, string>): Piece {
	const fill = repainted(piece.fill, becomes)
	const paint = repainted(piece.stroke.paint, becomes)
	if (fill === piece.fill && paint === piece.stroke.paint) return piece
	return { ...piece, fill, stroke: { ...piece.stroke, paint } }
}

function repainted(paint: Paint, becomes: ReadonlyMap<string, string>): Paint {
	if (!coloursIn(paint).some((colour) => (becomes.get(colour) ?? colour) !== colour)) return paint
	const go = <T extends { readonly colour: string }>(one: T): T => ({
		...one,
		colour: becomes.get(one.colour) ?? one.colour,
	})
	if (paint.kind === 'none') return paint
	if (paint.kind === 'pattern') {
		const { ground } = paint
		return go(ground ? { ...paint, ground: becomes.get(ground) ?? ground } : paint)
	}
	return paint.kind === 'solid' ? go(paint) : { ...paint, stops: paint.stops.map(go<Stop>) }
}
