import type { Box } from '@/core'

/** What the tour looks at, to know how far one is. */
export interface TourView {
	readonly pass: string
	readonly tool: string
	/** A box was drawn for Lift. */
	readonly asked: boolean
	/** Pieces with a closed outline. */
	readonly pieces: number
	/** The silhouette is held. */
	readonly silhouette: boolean
	/** It was thinned, or there is nothing to thin. */
	readonly thin: boolean
	/** So many files went out. */
	readonly sent: number
}

export interface TourStep {
	readonly says: string
	/** Whether it is done: the tour waits until it is. */
	done(view: TourView): boolean
	/** What on the page it is about, by a selector. */
	readonly about?: string
	/** Where on the sheet it is about, px. */
	readonly box?: Box
}

/** The sample that the tour is on. */
export const TOUR_SAMPLE = 'lantern'
/** A box round the lantern of the sample. */
const LANTERN: Box = { minX: 630, minY: 80, maxX: 1300, maxY: 1412 }

/** From the photo to a file, each step once done by oneself. */
export const TOUR: readonly TourStep[] = [
	{
		says: 'A photo of a storm lantern, and eight passes on the way to a file. Go on to Rough: press 2, or click it.',
		about: '[aria-label="Passes"] button:nth-of-type(2)',
		done: ({ pass, pieces }) => pass === 'rough' || pieces > 0,
	},
	{
		says: 'Take Lift: press L, or click it. It finds an outline by itself.',
		about: '[role="radio"][aria-label^="Lift"]',
		done: ({ tool, pieces }) => tool === 'lift' || pieces > 0,
	},
	{
		says: 'Drag a box round the lantern, close to it, its wire handle included.',
		box: LANTERN,
		done: ({ asked, pieces }) => asked || pieces > 0,
	},
	{
		says: 'Its outline is found in some seconds. Enter keeps it as a piece, with openings where one sees through.',
		done: ({ pieces }) => pieces > 0,
	},
	{
		says: 'Hold K: the silhouette, as it will be cut. Does it read? Let go.',
		done: ({ silhouette }) => silhouette,
	},
	{
		says: 'Press 4 for Thin: it shows which nodes can go within 0.8 px.',
		about: '[aria-label="Passes"] button:nth-of-type(4)',
		done: ({ pass }) => pass === 'thin',
	},
	{
		says: 'Enter takes them out. The shape stays, the outline becomes easy to edit.',
		done: ({ thin }) => thin,
	},
	{
		says: 'Press 8 for Export, and save the SVG: it opens in any drawing or cutting program.',
		about: '[aria-label="Export pass"] button[class*="contained"]',
		done: ({ sent }) => sent > 0,
	},
]

/** The first step that is not done, of those from one on. */
export function nextStep(from: number, view: TourView): number {
	let step = from
	while (TOUR[step]?.done(view)) step++
	return step
}
