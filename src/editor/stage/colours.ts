/** Colours of the canvas. The same roles as the theme's, as a canvas wants them. */
export const INKS = {
	bench: { light: '#DEDACF', dark: '#1B1A18' },
	/** Greys beside which a photo's tones are seen as they are. */
	surround: { light: '#D6D6D6', middle: '#777777', dark: '#1E1E1E' },
	sheet: '#FBF9F4',
	rule: '#D8D2C4',
	ink: '#22272E',
	card: '#FBF9F4',
	casing: 'rgba(255, 255, 255, 0.85)',
	/** What is active: boxes, frames, signs. */
	active: '#0E7466',
	/** Nodes of outlines that are not at work, and guides. */
	idle: '#3D5A80',
	into: '#0E7466',
	out: '#D98E04',
	selected: '#F2A516',
	wrong: '#A63D2F',
	box: 'rgba(14, 116, 102, 0.12)',
} as const
