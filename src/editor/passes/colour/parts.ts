/** What the Colour pass's card opens, one at a time. */
export const COLOUR_PARTS = [
	{ id: 'fill', name: 'Fill', says: 'The colour of pieces: by numbers, from the photo, or none' },
	{ id: 'stroke', name: 'Stroke', says: 'Colour, width, ends, corners and dashes of their lines' },
	{
		id: 'background',
		name: 'Background',
		says: 'What lies under the pieces in Proof and in exports',
	},
	{ id: 'fewer', name: 'Fewer colours', says: 'Near-equal colours of pieces brought together' },
	{ id: 'shades', name: 'Shades', says: 'The photo under a piece in a few flat pieces' },
] as const

export type ColourPart = (typeof COLOUR_PARTS)[number]['id']

/** What it shows always. */
export const COLOUR_UNDER = {
	id: 'under',
	name: 'Colour under it',
	says: 'Each piece filled with the photo’s colour under it',
} as const
