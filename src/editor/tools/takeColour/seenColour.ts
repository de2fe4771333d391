import { applyAffine, invertAffine, type Point, type Sheet } from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { photoAt } from '@/editor/session/photoEdges'
import type { Slices } from '@/editor/session/slices'

let canvas: OffscreenCanvas | null = null
let colours: typeof import('@/core/colours') | null = null

/** Fetches what colours are worked out with: it is no part of the first load. */
export async function fetchColours(): Promise<void> {
	colours = await import('@/core/colours')
}

/**
 * The colour of the photo in a ring about a place, `#rrggbb`; `null` where no photo shows, or nothing to work it
 * out with is there yet.
 * @param at sheet px
 * @param ring how wide it is, px of the photo
 */
export function seenColour(sheet: Sheet, slices: Slices, at: Point, ring: number): string | null {
	const photo = photoAt(sheet, at)
	const level = photo && slices.of(darkroomSlice).getState().pyramids.get(photo.blob)?.levels[0]
	const back = photo && invertAffine(photo.place)
	if (!level || !back || !colours) return null
	const [x, y] = applyAffine(back, at)
	// What of the ring lies beyond the photo is left out: it moves inwards.
	const size = Math.min(ring, level.width, level.height)
	const left = Math.max(0, Math.min(level.width - size, Math.round(x - size / 2)))
	const top = Math.max(0, Math.min(level.height - size, Math.round(y - size / 2)))
	canvas ??= new OffscreenCanvas(1, 1)
	if (canvas.width !== size) canvas.width = canvas.height = size
	const context = canvas.getContext('2d', { willReadFrequently: true })
	if (!context) return null
	context.drawImage(level, left, top, size, size, 0, 0, size, size)
	return colours.discColour(context.getImageData(0, 0, size, size))
}
