import { letterHeight, letterLinesOf } from '../path/letterLines'
import type { LetterLine, Piece, Sheet } from '../path/model'
import { moveNodes } from '../path/nodes'
import { type Feature, median } from './features'
import { lettersOn, type Standing } from './standing'
import { type LetterStroke, STROKES, type StrokeKind, widthsOf } from './strokes'

/** A stroke of another width than its likes. */
export interface UnevenStroke {
	readonly piece: Piece
	readonly stroke: LetterStroke
	/** How wide its likes are, px. */
	readonly wanted: number
}

/** An end of a letter that is not where its line wants it. */
export interface OffLine {
	readonly piece: Piece
	readonly feature: Feature & { readonly line: LetterLine }
	/** How far it must go, px down. */
	readonly by: number
}

export interface Uneven {
	readonly strokes: readonly UnevenStroke[]
	/** Flat ends that are not on their line. */
	readonly off: readonly OffLine[]
	/** Round and pointed ends that go beyond theirs by another measure than the others. */
	readonly overshoot: readonly OffLine[]
}

/** Widths that differ less than this are one, px and as a share of them; those that differ more are meant to. */
const WIDTH = { px: 1, least: 0.04, most: 0.2 } as const
/** Ends nearer to where they belong than this are there, px and as a share of the height; those further off are meant to be. */
const PLACE = { px: 0.75, least: 0.003, most: 0.03 } as const
/** Ends that go beyond their lines differ by this share of it without being seen to. */
const ALIKE = 0.3
/** Widths are told of these: level strokes and arches are thinned for the eye, each as its letter wants it. */
const TOLD: readonly StrokeKind[] = ['stem', 'bowl']

const NONE: Uneven = { strokes: [], off: [], overshoot: [] }

/** What is uneven among letters that stand on the lines of a sheet. */
export function unevenOf(sheet: Sheet, letters: readonly Standing[] = lettersOn(sheet)): Uneven {
	const height = letterHeight(letterLinesOf(sheet))
	if (height === null || letters.length === 0) return NONE
	const { letterform = {} } = sheet
	const strokes = [false, true].flatMap((small) => {
		const own = letters.filter((letter) => letter.small === small)
		const widths = commonWidths(own)
		// What was said is of the capitals, or of small letters alone.
		const said = small && own.length < letters.length ? undefined : letterform.stem
		return TOLD.flatMap((kind) => {
			const wanted = (kind === 'stem' ? said : undefined) ?? widths[kind]
			return wanted === undefined ? [] : own.flatMap((letter) => unlike(letter, kind, wanted))
		})
	})
	const least = Math.max(PLACE.px, PLACE.least * height)
	const most = PLACE.most * height
	const beyond = commonOvershoot(letters, least)
	const wanted = {
		flat: 0,
		round: letterform.overshoot ?? beyond.round,
		pointed: beyond.pointed,
	}
	const away = (forms: readonly Feature['form'][]) =>
		letters.flatMap(({ piece, reaches }) =>
			reaches.flatMap((feature): OffLine[] => {
				const where = wanted[feature.form]
				if (!forms.includes(feature.form) || where === undefined) return []
				const short = where - feature.beyond
				if (Math.abs(short) <= Math.max(least, ALIKE * where) || Math.abs(short) > most) return []
				return [{ piece, feature, by: feature.end === 'bottom' ? short : -short }]
			}),
		)
	return { strokes, off: away(['flat']), overshoot: away(['round', 'pointed']) }
}

/** A letter's strokes of a kind that are a little off a width. */
function unlike({ piece, strokes }: Standing, kind: StrokeKind, wanted: number): UnevenStroke[] {
	return strokes.flatMap((stroke) => {
		const off = Math.abs(stroke.width - wanted)
		if (stroke.kind !== kind || off > WIDTH.most * wanted) return []
		return off > Math.max(WIDTH.px, WIDTH.least * wanted) ? [{ piece, stroke, wanted }] : []
	})
}

/** The widths that strokes of each kind have in common, where they have one. */
function commonWidths(letters: readonly Standing[]): Readonly<Partial<Record<StrokeKind, number>>> {
	return Object.fromEntries(
		STROKES.flatMap((kind) => {
			const all = letters.flatMap(({ strokes }) => widthsOf(strokes, kind))
			const width = agreed(all, Math.max(WIDTH.px, WIDTH.least * median(all)))
			return width === undefined ? [] : [[kind, width]]
		}),
	)
}

/** How far round ends, and pointed ones, go beyond their lines, where they have that in common. */
function commonOvershoot(letters: readonly Standing[], within: number) {
	const beyond = (form: Feature['form']) =>
		letters.flatMap(({ reaches }) =>
			reaches.flatMap((one) => (one.form === form ? [one.beyond] : [])),
		)
	return { round: agreed(beyond('round'), within), pointed: agreed(beyond('pointed'), within) }
}

/** The middle of some values that most of them share; nothing where each is its own. */
function agreed(values: readonly number[], within: number): number | undefined {
	const middle = median(values)
	const alike = values.filter((v) => Math.abs(v - middle) <= within).length
	return alike >= 2 && 2 * alike > values.length ? middle : undefined
}

/**
 * An upright stroke as wide as its likes: both its edges move by as much; where what joins it parts one of them, that
 * stays and the other goes all the way, for all its parts.
 */
export function evenedStroke(sheet: Sheet, { stroke, wanted }: UnevenStroke): Sheet {
	const [first, last] = stroke.edges
	const by = (wanted - stroke.width) / Math.cos(stroke.lean)
	const share = stroke.shared === undefined ? 0.5 : stroke.shared === 0 ? 1 : 0
	const out = moveNodes(sheet, new Set(first.nodes), [-share * by, 0])
	return moveNodes(out, new Set(last.nodes), [(1 - share) * by, 0])
}

/** An end where its line wants it. */
export function broughtToLine(sheet: Sheet, { feature, by }: OffLine): Sheet {
	return moveNodes(sheet, new Set(feature.nodes), [0, by])
}
