import type { Affine } from '../../geometry/affine'
import type { FontRef, ShapedText } from '../../path/lettering'
import type { Drawn } from './drawn'
import type { SvgElement, SvgTree } from './elements'
import type { Tally } from './leftOut'
import type { Looks } from './looks'
import type { Declared } from './styles'
import { SvgSyntaxError } from './svgSyntaxError'
import type { Ruler } from './units'

/** What holds while one drawing is read. */
export interface Reader {
	readonly tree: SvgTree
	readonly tally: Tally
	readonly declared: (element: SvgElement) => Declared
	/** CSS px to one sheet px. */
	readonly cssPx: number
	/** Elements that are being used by others, so that none comes to use itself. */
	readonly using: Set<SvgElement>
	/** What is drawn of the elements in another. */
	readonly drawChildren: (element: SvgElement, place: Place) => Drawn[]
	/** Sets words in a font; words are named and left out where it is absent. */
	readonly setWords?: SetWords
	/** Counts an element that is drawn through a reference, as often as it is. */
	readonly visit: () => void
}

/** A text in the looks of a font. */
export interface WordsWish {
	/** Families in the order they are wished for, generic ones among them. */
	readonly families: readonly string[]
	/** 1 to 1000 */
	readonly weight: number
	readonly italic: boolean
	readonly text: string
	/** Whether letters may grow together. */
	readonly ligatures: boolean
}

export interface WordsSet {
	readonly font: FontRef
	readonly shaped: ShapedText
	/** None of the families is here: another font stands in for them. */
	readonly standsIn: boolean
}

/** Sets words; `null` where no font does. */
export type SetWords = (wish: WordsWish) => WordsSet | null

/** How things stand where an element is drawn. */
export interface Place {
	/** From the units there to sheet px. */
	readonly map: Affine
	readonly looks: Looks
	readonly ruler: Ruler
	/** The nearest title, of an element or what it lies in. */
	readonly title: string
	/** Shapes only say what others are cut to: their paints do not count. */
	readonly clipping: boolean
}

/** References may multiply what a drawing holds; more than this is a trap. */
const MOST_DRAWN = 100_000

export function createVisits(): () => void {
	let drawn = 0
	return () => {
		if (++drawn > MOST_DRAWN)
			throw new SvgSyntaxError(
				`The drawing’s references make more than ${MOST_DRAWN.toLocaleString('en')} elements of it.`,
			)
	}
}
