import { type Contour, type Paint, trapped } from '@/core'
import {
	palette,
	photoColour,
	photoGradient,
	type Swatch,
	type ToneOptions,
	type ToneRegion,
	toneRegions,
} from '@/core/pictures'
import { exposed } from './exposed'
import { pixelsOf } from './pixelsOf'

/** A piece whose colour is asked for, px of the picture. */
export interface Under {
	readonly contours: readonly Contour[]
	/** Outlines of the pieces that lie on top. */
	readonly covered: readonly (readonly Contour[])[]
	/** px of the picture */
	readonly margin: number
}

/** So many pictures are kept, those asked about last: what is asked of one does not wait for another. */
const MOST_KEPT = 3
const kept = new Map<string, ImageData>()

function pixels(key: string): ImageData {
	const found = kept.get(key)
	if (!found) throw new Error('The photo to take colours from is not here.')
	return found
}

/** How areas of like tone are found, and how far each reaches under those above it, px of the picture. */
export interface ShadesOptions extends ToneOptions {
	readonly under?: number
}

const endpoint = {
	holds: (key: string): boolean => kept.has(key),

	take(key: string, picture: ImageBitmap): void {
		kept.set(key, pixelsOf(picture))
		const [first] = kept.keys()
		if (kept.size > MOST_KEPT && first !== undefined) kept.delete(first)
	},

	/** @param gradients where one is clearly nearer to the photo than a flat colour */
	paintsUnder: (key: string, all: readonly Under[], gradients: boolean): (Paint | null)[] =>
		all.map(({ contours, ...o }) => {
			const gradient = gradients ? photoGradient(pixels(key), contours, o) : null
			if (gradient?.better) return gradient.paint
			const colour = photoColour(pixels(key), contours, o)
			return colour ? { kind: 'solid', colour } : null
		}),

	palette: (key: string, count: number): Swatch[] => palette(pixels(key), count),

	shades: (
		key: string,
		contours: readonly Contour[],
		count: number,
		{ under = 0, ...o }: ShadesOptions,
	): ToneRegion[] => {
		const regions = toneRegions(pixels(key), contours, count, o)
		const reaching = trapped(
			regions.map((region) => region.contours),
			under,
		)
		return regions.map((region, k) => ({ ...region, contours: reaching[k] ?? region.contours }))
	},
}

export type ColourWorker = typeof endpoint

exposed(endpoint)
