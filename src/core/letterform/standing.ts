import { boxOf, joinBoxes } from '../geometry/box'
import { boundsOf, isFilled } from '../path/contour'
import { type LinesLaid, letterHeight, letterLinesOf } from '../path/letterLines'
import type { LetterLine, Piece, Sheet } from '../path/model'
import { type Feature, featuresOf } from './features'
import { type LetterStroke, strokesOf } from './strokes'

/** A traced letter, what it stands on, and what it is made of. */
export interface Standing {
	readonly piece: Piece
	/** A small letter, not a capital: its strokes are drawn thinner. */
	readonly small: boolean
	/** Where it reaches a line of letters, and how far beyond the line it goes there, px; short of it negative. */
	readonly reaches: readonly (Feature & { readonly line: LetterLine; readonly beyond: number })[]
	readonly strokes: readonly LetterStroke[]
}

/** A top or a bottom further from a line than this share of the height is not meant for it. */
const REACH = 0.09

/**
 * The pieces of a sheet that are letters on its lines: what ends below at the baseline or the descender and above at another
 * line. Live words are their designer's.
 */
export function lettersOn(sheet: Sheet, pieces: readonly Piece[] = sheet.pieces): Standing[] {
	const lines = letterLinesOf(sheet)
	const height = letterHeight(lines)
	if (height === null) return []
	const key = JSON.stringify([lines, sheet.letterform?.slant])
	return pieces.flatMap((piece) => {
		if (piece.hidden || piece.lettering) return []
		const kept = known.get(piece)
		if (kept?.key === key) return kept.standing ?? []
		const standing = standingOf(piece, lines, height, sheet.letterform?.slant ?? 0)
		known.set(piece, { key, standing })
		return standing ?? []
	})
}

/** What is known of pieces, which never change. */
const known = new WeakMap<Piece, { readonly key: string; readonly standing: Standing | null }>()

/** More nodes than letters have: it is something else, and would take its time. */
const MOST_NODES = 400

function standingOf(
	piece: Piece,
	lines: LinesLaid,
	height: number,
	slant: number,
): Standing | null {
	const nodes = piece.contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	const filled = piece.contours.filter(isFilled)
	if (nodes > MOST_NODES || filled.length === 0) return null
	const { minY, maxY } = filled.map(boundsOf).reduce(joinBoxes, boxOf([]))
	const reach = REACH * height
	const top = nearest(lines, TOPS, minY, reach)
	const bottom = nearest(lines, BOTTOMS, maxY, reach)
	if (!top || !bottom) return null
	const features = featuresOf(piece, height)
	const round = (one: Feature) => one.form === 'round' && one.end === 'top'
	const xHeight = lines['x-height']
	const small =
		top === 'x-height' ||
		top === 'ascender' ||
		(xHeight !== undefined &&
			features.some((one) => round(one) && Math.abs(one.at[1] - xHeight) < SMALL * height))
	// A bar in the middle of a capital is not meant for the x-height that it happens to lie at.
	const ends: Readonly<Record<Feature['end'], readonly LetterLine[]>> = {
		top: small ? [top, 'x-height'] : [top],
		bottom: [bottom, 'baseline'],
	}
	const reaches = features.flatMap((feature) => {
		const [, y] = feature.at
		const line = nearest(lines, ends[feature.end], y, reach)
		const at = line ? lines[line] : undefined
		if (!line || at === undefined) return []
		return [{ ...feature, line, beyond: feature.end === 'bottom' ? y - at : at - y }]
	})
	return { piece, small, reaches, strokes: strokesOf(piece, height, slant) }
}

const TOPS: readonly LetterLine[] = ['ascender', 'cap height', 'x-height']
const BOTTOMS: readonly LetterLine[] = ['baseline', 'descender']
/** A round top this near to the x-height is a small letter's, as a share of the height. */
const SMALL = 0.03

/** The nearest of some lines within reach. */
function nearest(
	lines: LinesLaid,
	among: readonly LetterLine[],
	y: number,
	reach: number,
): LetterLine | null {
	let best: LetterLine | null = null
	let least = reach
	for (const line of among) {
		const away = Math.abs((lines[line] ?? Number.POSITIVE_INFINITY) - y)
		if (away > least) continue
		best = line
		least = away
	}
	return best
}
