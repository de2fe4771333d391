import type { WordsWish } from '@/core/drawings'
import { SHIPPED_FONTS, type ShippedFont } from './fontList'

/** The kinds of fonts that style sheets may ask for, and what of ours is such a one. */
const GENERIC: Readonly<Record<string, string>> = {
	'sans-serif': 'Figtree',
	'system-ui': 'Figtree',
	'ui-sans-serif': 'Figtree',
	serif: 'Amiri',
	'ui-serif': 'Amiri',
	monospace: 'Spline Sans Mono',
	'ui-monospace': 'Spline Sans Mono',
	cursive: 'Lobster',
	fantasy: 'Limelight',
}
/** What stands in where nothing that is asked for is here. */
const OTHERWISE = 'Figtree'
/** From this weight on letters are bold where a font has two. */
const BOLD = 600

export interface FontChosen {
	readonly font: ShippedFont
	/** Of a font whose weight varies. */
	readonly weight?: number
	/** It is none of the families by its name. */
	readonly standsIn: boolean
}

/** The font that comes with Skiagram for what a drawing asks: a family by its name, or else one of its kind. */
export function fontChosen({
	families,
	weight,
	italic,
}: Pick<WordsWish, 'families' | 'weight' | 'italic'>): FontChosen {
	const named = (name: string) => ofFamily(name, weight, italic)
	for (const name of families) {
		const font = named(name)
		if (font) return { ...font, standsIn: false }
		const kind = GENERIC[name.toLowerCase()]
		const alike = kind && named(kind)
		// Whoever asks for a kind alone has it.
		if (alike) return { ...alike, standsIn: families[0] !== name }
	}
	const other = named(OTHERWISE)
	if (!other) throw new Error('The fonts of the application are not listed.')
	return { ...other, standsIn: families.length > 0 }
}

function ofFamily(name: string, weight: number, italic: boolean) {
	const all = SHIPPED_FONTS.filter(({ family }) => family.toLowerCase() === name.toLowerCase())
	const [first] = all
	if (!first) return null
	const leaning = all.filter(({ style }) => /italic/i.test(style) === italic)
	const bold = leaning.filter(({ style }) => /bold/i.test(style) === weight >= BOLD)
	const font = bold[0] ?? leaning[0] ?? first
	const { weights } = font
	return weights ? { font, weight: Math.min(weights[1], Math.max(weights[0], weight)) } : { font }
}
