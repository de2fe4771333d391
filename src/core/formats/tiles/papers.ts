/** Papers that printers take, mm. */
export const PAPERS = {
	a4: { name: 'A4', width: 210, height: 297 },
	letter: { name: 'Letter', width: 215.9, height: 279.4 },
	a3: { name: 'A3', width: 297, height: 420 },
} as const
export type Paper = keyof typeof PAPERS

export interface TileOptions {
	readonly paper: Paper
	/** How far pages lie over each other, mm. */
	readonly overlap: number
	/** What a printer leaves free along each edge, mm. */
	readonly margin: number
}
