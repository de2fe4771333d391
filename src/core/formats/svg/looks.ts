import type { Declared } from './styles'
import { lengthPx, type Ruler, shareOf } from './units'

/** What is inherited of an element's looks: values by property, as they are said. */
export type Looks = Readonly<Record<keyof typeof INITIAL, string>> & {
	/** px */
	readonly fontSize: number
}

const INITIAL = {
	fill: 'black',
	'fill-opacity': '1',
	'fill-rule': 'nonzero',
	stroke: 'none',
	'stroke-opacity': '1',
	'stroke-width': '1',
	'stroke-linecap': 'butt',
	'stroke-linejoin': 'miter',
	'stroke-miterlimit': '4',
	'stroke-dasharray': 'none',
	'stroke-dashoffset': '0',
	'paint-order': 'normal',
	color: 'black',
	visibility: 'visible',
	'clip-rule': 'nonzero',
	'marker-start': 'none',
	'marker-mid': 'none',
	'marker-end': 'none',
	'font-family': 'sans-serif',
	'font-weight': 'normal',
	'font-style': 'normal',
	'text-anchor': 'start',
	'letter-spacing': 'normal',
	direction: 'ltr',
	'white-space': 'normal',
}

export const FIRST_LOOKS: Looks = { ...INITIAL, fontSize: 16 }

const INHERITED = Object.keys(INITIAL) as (keyof typeof INITIAL)[]

/** The looks of an element: what it declares, over what it inherits. */
export function looksOf(parent: Looks, declared: Declared, ruler: Ruler): Looks {
	const own: Partial<Record<keyof typeof INITIAL, string>> = {}
	let changed = false
	for (const property of INHERITED) {
		const markers = property.startsWith('marker-') ? declared.get('marker') : undefined
		const said = declared.get(property) ?? markers
		if (said === undefined || said === 'inherit' || said === 'unset' || said === 'revert') continue
		own[property] = said === 'initial' ? INITIAL[property] : said
		changed = true
	}
	// A colour that is the current one is the parent's.
	if (/^currentcolor$/i.test(own.color ?? '')) own.color = parent.color
	const fontSize = fontSizeOf(declared.get('font-size'), parent.fontSize, ruler)
	return changed || fontSize !== parent.fontSize ? { ...parent, ...own, fontSize } : parent
}

const NAMED_SIZES: Readonly<Record<string, number>> = {
	'xx-small': 9,
	'x-small': 10,
	small: 13,
	medium: 16,
	large: 18,
	'x-large': 24,
	'xx-large': 32,
}

function fontSizeOf(said: string | undefined, parent: number, ruler: Ruler): number {
	if (said === undefined) return parent
	const named = NAMED_SIZES[said.toLowerCase()]
	if (named) return named
	const share = /%\s*$/.test(said) ? shareOfAny(said) * parent : undefined
	const size = share ?? lengthPx(said, { ...ruler, fontSize: parent }, 'width')
	return size !== undefined && size >= 0 && Number.isFinite(size) ? size : parent
}

function shareOfAny(percent: string): number {
	return Number.parseFloat(percent) / 100
}

/** An opacity that is said, or full. */
export function opacityOf(said: string | undefined): number {
	return shareOf(said) ?? 1
}
