import { transfer } from 'comlink'
import type { LocalContrast, Point, Tone, WindowInPhoto } from '@/core'
import {
	applyTone,
	chooseTone,
	drawEdges,
	edgeField,
	histogram,
	lineColour,
	measureLocalContrast,
} from '@/core/pictures'
import { exposed } from './exposed'
import { pixelsOf } from './pixelsOf'

/** What is measured of a photo once, from a small copy of it. */
export interface Studied {
	/** Pixels of each of the 256 levels of brightness. */
	readonly histogram: Uint32Array
	readonly local: LocalContrast
}

/** How a part of a photo is to be shown. */
export type Development =
	| { readonly show: 'edges' }
	| {
			readonly show: 'tone'
			readonly tone: Tone
			readonly local: LocalContrast
			readonly window: WindowInPhoto
	  }

const endpoint = {
	study(small: ImageBitmap): Studied {
		const pixels = pixelsOf(small)
		return { histogram: histogram(pixels), local: measureLocalContrast(pixels) }
	},

	/** The part as it is to be shown; the bitmap given is used up. */
	async develop(part: ImageBitmap, how: Development): Promise<ImageBitmap> {
		const pixels = pixelsOf(part)
		if (how.show === 'edges') drawEdges(edgeField(pixels), pixels)
		else applyTone(pixels, how.tone, how.local, how.window)
		const shown = await createImageBitmap(pixels)
		return transfer(shown, [shown])
	},

	chooseTone: (region: ImageBitmap): Tone => chooseTone(pixelsOf(region)),

	lineColour(small: ImageBitmap, tone: Tone, places: readonly Point[]): string {
		const pixels = pixelsOf(small)
		applyTone(pixels, tone)
		return lineColour(pixels, places)
	},
}

export type DarkroomWorker = typeof endpoint

exposed(endpoint)
