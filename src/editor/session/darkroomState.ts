import type { Pyramid, Studied } from '@/jobs/pictures'
import type { Seen } from './seen'
import type { Slice } from './slices'

/** The photos' pixels as the bench has them. */
export interface DarkroomState {
	/** Decoded photos by their blob; null while decoding, or where that failed. */
	readonly pyramids: ReadonlyMap<string, Pyramid | null>
	/** Photos being decoded, by their blob. */
	readonly opening: ReadonlySet<string>
	/** What is known of each decoded photo, by its blob. */
	readonly studied: ReadonlyMap<string, Studied>
	/** Photos as they are shown where that is not just as they are, by the photo's id. */
	readonly developed: ReadonlyMap<string, Developed>
	/** Photos are shown as their edges: as the edge tools see them. */
	readonly edges: boolean
	/** The trace line's colour, chosen against the photo beneath; `#rrggbb`. */
	readonly chosenLine: string
	/** It was chosen: it stays until one asks for another. */
	readonly lineStands: boolean
}

/**
 * A photo as it is shown where that is not just as it is: a small copy of all of it, and the part
 * in the window as fine as it is seen.
 */
export interface Developed {
	/** What it was developed for: a tone, or its edges. */
	readonly key: string
	readonly whole: ImageBitmap
	readonly part: DevelopedPart | null
	/** What the loupe shows, as fine as the photo is. */
	readonly near: DevelopedPart | null
}

export type DevelopedPart = Seen & { readonly bitmap: ImageBitmap }

const FIRST_LINE = '#0e7466'

export const darkroomSlice: Slice<DarkroomState> = {
	name: 'darkroom',
	start: {
		pyramids: new Map(),
		opening: new Set(),
		studied: new Map(),
		developed: new Map(),
		edges: false,
		chosenLine: FIRST_LINE,
		lineStands: false,
	},
}
