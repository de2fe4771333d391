export const EXPORT_PARTS = [
	{ id: 'file', name: 'File', says: 'The artwork as SVG, PDF, EPS, DXF, PNG, JPEG, WebP or icons' },
	{
		id: 'table',
		name: 'Cutting table',
		says: 'Cut the artwork on the workshop’s table, or save its G-code',
	},
	{
		id: 'cut-out',
		name: 'Cut-out of the photo',
		says: 'The photo clipped by the pieces, with a backdrop and a shadow; its mask',
	},
	{
		id: 'drill',
		name: 'Drill',
		says: 'This trace as the answer of a drill for others, as a sheet file',
	},
] as const

export type ExportPart = (typeof EXPORT_PARTS)[number]['id']
