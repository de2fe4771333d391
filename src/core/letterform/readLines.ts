import { boxOf, joinBoxes } from '../geometry/box'
import { boundsOf } from '../path/contour'
import type { Letterform, LetterLine, Piece } from '../path/model'
import { type Feature, featuresOf, median } from './features'
import { strokesOf } from './strokes'

/** What letters tell of the lines they stand on and of what they have in common. */
export interface LinesRead {
	readonly lines: Readonly<Partial<Record<LetterLine, number>>>
	readonly letterform: Letterform
}

/** Bottoms, and tops, nearer to each other than this share of the height are meant for one line. */
const TOGETHER = 0.07
/** Rounds are thought to go beyond by this share of the height where nothing tells. */
const USUAL_OVERSHOOT = 0.015

/**
 * Reads the lines that letters stand on from the letters themselves: the baseline from where most of them end, with
 * those beneath it on a descender; their tops in up to three lines. Flat ends lie on a line, round ones beyond it.
 * @returns `null` where none has a height
 */
export function readLetterLines(
	pieces: readonly Pick<Piece, 'contours' | 'fillRule'>[],
	slant = 0,
): LinesRead | null {
	const letters = pieces.flatMap((piece) => {
		const closed = piece.contours.filter(({ closed }) => closed)
		if (closed.length === 0) return []
		const box = closed.map(boundsOf).reduce(joinBoxes, boxOf([]))
		return box.maxY > box.minY ? [{ piece, box }] : []
	})
	const [first] = letters
	if (!first) return null
	const height = Math.max(...letters.map(({ box }) => box.maxY - box.minY))
	const near = TOGETHER * height
	const all = letters.map(({ piece, box }) => {
		const features = featuresOf(piece, height)
		const outer = (end: Feature['end'], y: number) =>
			features.filter((one) => one.end === end && Math.abs(one.at[1] - y) < near)
		return {
			bottom: ends(outer('bottom', box.maxY), box.maxY),
			top: ends(outer('top', box.minY), box.minY),
			strokes: strokesOf(piece, height, slant),
		}
	})
	const usual = USUAL_OVERSHOOT * height
	const bottoms = clustered(
		all.map(({ bottom }) => bottom),
		near,
		-usual,
	)
	const tops = clustered(
		all.map(({ top }) => top),
		near,
		usual,
	).sort((a, b) => a.line - b.line)
	// Of many lines, one that a single letter reaches is that letter's own.
	const shared = tops.filter(({ count }) => count > 1)
	const told = tops.length > 2 && shared.length > 0 ? shared : tops
	// Most stand on the baseline; of as many the upper ones do.
	const base = bottoms.toSorted((a, b) => b.count - a.count || a.line - b.line)[0]
	if (!base) return null
	const below = bottoms.find((one) => one.line > base.line + near)
	const lines: Partial<Record<LetterLine, number>> = { baseline: base.line }
	if (below) lines.descender = below.line
	const names: readonly LetterLine[] =
		told.length === 1
			? ['cap height']
			: told.length === 2
				? ['cap height', 'x-height']
				: ['ascender', 'cap height', 'x-height']
	for (const [k, name] of names.entries()) {
		const top = told[k]
		if (top) lines[name] = top.line
	}
	const beyond = [...bottoms, ...tops].flatMap(({ beyond }) => beyond)
	const stemsOf = (some: typeof all) =>
		some.flatMap(({ strokes }) =>
			strokes.flatMap(({ kind, width }) => (kind === 'stem' ? [width] : [])),
		)
	// Capitals have stems of their own; theirs are said where there are any.
	const tall = told[told.length > 2 ? 1 : 0]?.line ?? 0
	const capitals = stemsOf(all.filter(({ top }) => Math.abs(top.at - tall) < near))
	const stems = capitals.length > 0 ? capitals : stemsOf(all)
	const overshoot = beyond.length > 0 ? Math.max(0, median(beyond)) : usual
	return {
		lines,
		letterform: {
			overshoot,
			...(stems.length > 0 && { stem: median(stems) }),
			...(slant !== 0 && { slant }),
		},
	}
}

/** Where a letter ends at its top or its bottom: flat there, or else round or pointed. */
interface End {
	readonly at: number
	readonly flat: boolean
}

function ends(features: readonly Feature[], outermost: number): End {
	const flat = features.filter(({ form }) => form === 'flat').map(({ at }) => at[1])
	return flat.length > 0 ? { at: median(flat), flat: true } : { at: outermost, flat: false }
}

/** Ends by the lines they are meant for: where the flat ones lie, or short of the round ones by what is usual. */
function clustered(all: readonly End[], near: number, inward: number) {
	const sorted = all.toSorted((a, b) => a.at - b.at)
	const groups: End[][] = []
	for (const one of sorted) {
		const last = groups.at(-1)
		if (last && one.at - median(last.map(({ at }) => at)) < near) last.push(one)
		else groups.push([one])
	}
	return groups.map((group) => {
		const flat = group.filter((one) => one.flat).map(({ at }) => at)
		const round = group.filter((one) => !one.flat).map(({ at }) => at)
		const line = flat.length > 0 ? median(flat) : median(round) + inward
		return {
			line,
			count: group.length,
			beyond: flat.length > 0 ? round.map((at) => Math.abs(at - line)) : [],
		}
	})
}
