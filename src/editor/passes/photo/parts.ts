/** What the Photo pass's card opens, one at a time. */
export const PHOTO_PARTS = [
	{
		id: 'tone',
		name: 'Tone',
		says: 'Grey, black and white points, midtone, local contrast, edges',
	},
	{ id: 'place', name: 'Place', says: 'Where the photo lies, its size and turn, mirrored' },
	{ id: 'line', name: 'Trace line', says: 'Colour and width of the lines that are traced' },
	{ id: 'size', name: 'Real size', says: 'What was measured, and lengths in mm' },
	{
		id: 'sheet',
		name: 'Sheet',
		says: 'The sheet’s own size: by numbers, fit to photos or artwork',
	},
	{
		id: 'letters',
		name: 'Letter lines',
		says: 'Baseline, x-height, cap height, overshoot and stem of letters that are traced',
	},
	{ id: 'guides', name: 'Guides and rulers', says: 'Guides by numbers, and rulers' },
] as const

export type PhotoPart = (typeof PHOTO_PARTS)[number]['id']
