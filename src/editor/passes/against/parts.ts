import type { PartDef } from '@/editor/session/definitions'

/** What is done with outlines and the photo's edges, as it is found by name. */
export const AGAINST_PARTS = [
	{
		id: 'bend',
		name: 'Bend to the photo',
		says: 'Straight segments become curves along the photo’s edge',
	},
	{
		id: 'fit',
		name: 'Fit to the photo',
		says: 'Nodes and handles move onto the photo’s edge',
	},
] as const satisfies readonly PartDef[]
