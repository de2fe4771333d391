import { byteAt } from '../geometry/numbers'
import type { Tone } from '../path/model'
import {
	addLocalContrast,
	type LocalContrast,
	WHOLE_PHOTO,
	type WindowInPhoto,
} from './localContrast'
import { brightness, type Pixels } from './pixels'

/**
 * Applies a tone to pixels, in place: first local contrast, then levels, then colour. Local contrast
 * shifts the three channels alike, so that hues stay. Transparency stays.
 * @param local the photo's local contrast, measured once; not needed where `tone.local` is 0
 * @param window which part of the photo the pixels are
 */
export function applyTone(
	pixels: Pixels,
	tone: Tone,
	local: LocalContrast | null = null,
	window: WindowInPhoto = WHOLE_PHOTO,
): void {
	if (tone.local > 0 && local) addLocalContrast(pixels, tone.local, local, window)
	const curve = toneCurve(tone)
	const { data } = pixels
	const saturation = tone.grey ? 0 : tone.saturation
	for (let p = 0; p < data.length; p += 4) {
		if (saturation === 0) {
			const level = byteAt(curve, brightness(data, p))
			data[p] = data[p + 1] = data[p + 2] = level
			continue
		}
		const r = byteAt(curve, byteAt(data, p))
		const g = byteAt(curve, byteAt(data, p + 1))
		const b = byteAt(curve, byteAt(data, p + 2))
		data[p] = r
		data[p + 1] = g
		data[p + 2] = b
		if (saturation === 1) continue
		const y = brightness(data, p)
		data[p] = y + saturation * (r - y)
		data[p + 1] = y + saturation * (g - y)
		data[p + 2] = y + saturation * (b - y)
	}
}

/**
 * What each level becomes under a tone's black point, white point and midtone: 256 levels, never
 * falling. A level a share m of the way from black to white becomes 255 m^γ, with γ such that
 * the midtone becomes the middle.
 */
export function toneCurve({ black, white, midtone }: Tone): Uint8ClampedArray {
	const gamma = Math.log(0.5) / Math.log(midtone)
	const curve = new Uint8ClampedArray(256)
	for (let level = 0; level < 256; level++) {
		const share = Math.min(1, Math.max(0, (level - black) / (white - black)))
		curve[level] = 255 * share ** gamma
	}
	return curve
}

/** Whether a tone shows a photo just as it is. */
export function isNeutral(tone: Tone): boolean {
	const levels = tone.black === 0 && tone.white === 255 && tone.midtone === 0.5
	return levels && !tone.grey && tone.local === 0 && tone.saturation === 1
}
