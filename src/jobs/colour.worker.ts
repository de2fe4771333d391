import { expose } from 'comlink'
import type { Contour, Paint } from '@/core'
import {
	palette,
	photoColour,
	photoGradient,
	type Swatch,
	type ToneOptions,
	type ToneRegion,
	toneRegions,
} from '@/core/pictures'
import { pixelsOf } from './pixelsOf'

/** A piece whose colour is asked for, px of the picture. */
export interface Under {
	readonly contours: readonly Contour[]
	/** Outlines of the pieces that lie on top. */
	readonly covered: readonly (readonly Contour[])[]
	/** px of the picture */
	readonly margin: number
}

/** The picture that was asked about last. */
let kept: { readonly key: string; readonly pixels: ImageData } | null = null

const pixels = (): ImageData => {
	if (!kept) throw new Error('No photo is here to take colours from.')
	return kept.pixels
}

const endpoint = {
	holds: (key: string): boolean => kept?.key === key,

	take(key: string, picture: ImageBitmap): void {
		kept = { key, pixels: pixelsOf(picture) }
	},

	/** @param gradients where one is clearly nearer to the photo than a flat colour */
	paintsUnder: (all: readonly Under[], gradients: boolean): (Paint | null)[] =>
		all.map(({ contours, ...o }) => {
			const gradient = gradients ? photoGradient(pixels(), contours, o) : null
			if (gradient?.better) return gradient.paint
			const colour = photoColour(pixels(), contours, o)
			return colour ? { kind: 'solid', colour } : null
		}),

	palette: (count: number): Swatch[] => palette(pixels(), count),

	shades: (contours: readonly Contour[], count: number, o: ToneOptions): ToneRegion[] =>
		toneRegions(pixels(), contours, count, o),
}

export type ColourWorker = typeof endpoint

expose(endpoint)
