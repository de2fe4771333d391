export const PROOF_PARTS = [
	{
		id: 'findings',
		name: 'Findings',
		says: 'What is open, crosses itself, is thin or too small, fills two ways, is needless',
	},
	{
		id: 'looks',
		name: 'Looks',
		says: 'Inverted, on a colour, mirrored, upside down, beside the photo',
	},
	{
		id: 'bridges',
		name: 'Bridges',
		says: 'What holds the card in openings where pieces are cut out of it',
	},
	{
		id: 'sizes',
		name: 'Sizes',
		says: 'The shape in a row of small sizes, and as large as it really is',
	},
	{
		id: 'photo',
		name: 'Against the photo',
		says: 'Where the outline strays from the photo’s edge',
	},
] as const

export type ProofPart = (typeof PROOF_PARTS)[number]['id']
