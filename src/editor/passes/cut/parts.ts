/** What the Cut pass's card opens, one at a time. */
export const CUT_PARTS = [
	{ id: 'openings', name: 'Openings and islands', says: 'Cut out what lies inside, one or all' },
	{
		id: 'outlines',
		name: 'Close, join, separate',
		says: 'Close open outlines, join them end to end, part a piece or compound several',
	},
	{
		id: 'rules',
		name: 'Fill rule and direction',
		says: 'How a piece fills under both rules, and which way its outlines run',
	},
	{ id: 'grow', name: 'Grow or shrink', says: 'Move outlines out or in by a distance' },
	{ id: 'stroke', name: 'Stroke to piece', says: 'Make a piece of what a stroke covers' },
] as const

/** What it shows whenever pieces are chosen for it. */
export const CUT_COMBINES = {
	id: 'combine',
	name: 'Combine pieces',
	says: 'Cut out, merge, overlap or exclude pieces; take them apart into regions',
} as const

export type CutPart = (typeof CUT_PARTS)[number]['id']
