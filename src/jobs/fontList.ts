/** A font that comes with Skiagram, as it is chosen. */
export interface ShippedFont {
	readonly id: string
	readonly family: string
	readonly style: string
	/** What kind of letters they are, in a word or two. */
	readonly says: string
	/** Between which weights it varies. */
	readonly weights?: readonly [least: number, most: number]
}

/** The fonts that come with Skiagram. */
export const SHIPPED_FONTS: readonly ShippedFont[] = [
	{ id: 'figtree', family: 'Figtree', style: 'Regular', says: 'plain', weights: [300, 900] },
	{
		id: 'figtree-italic',
		family: 'Figtree',
		style: 'Italic',
		says: 'plain, leaning',
		weights: [300, 900],
	},
	{
		id: 'spline-sans-mono',
		family: 'Spline Sans Mono',
		style: 'Regular',
		says: 'of one width',
		weights: [300, 700],
	},
	{ id: 'abril-fatface', family: 'Abril Fatface', style: 'Regular', says: 'fat, with fine serifs' },
	{ id: 'alfa-slab-one', family: 'Alfa Slab One', style: 'Regular', says: 'heavy slabs' },
	{ id: 'amiri', family: 'Amiri', style: 'Regular', says: 'book serif, Arabic too' },
	{ id: 'amiri-bold', family: 'Amiri', style: 'Bold', says: 'book serif, Arabic too' },
	{ id: 'black-ops-one', family: 'Black Ops One', style: 'Regular', says: 'stencil, heavy' },
	{ id: 'limelight', family: 'Limelight', style: 'Regular', says: 'of theatre bills' },
	{ id: 'lobster', family: 'Lobster', style: 'Regular', says: 'joined script' },
	{ id: 'rye', family: 'Rye', style: 'Regular', says: 'of wooden type' },
	{
		id: 'stardos-stencil',
		family: 'Stardos Stencil',
		style: 'Regular',
		says: 'stencil with serifs',
	},
	{
		id: 'stardos-stencil-bold',
		family: 'Stardos Stencil',
		style: 'Bold',
		says: 'stencil with serifs',
	},
]
