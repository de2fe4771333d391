import { byteAt, floatAt, intAt } from '../geometry/numbers'
import { LIGHT } from './light'
import type { Pixels } from './pixels'

/** A just noticeable difference is about 2 then, along any of the three. */
export const SCALE = 100
export const CHROMA = 2.5

/**
 * The colours of a picture's pixels, or of some of them in turn, three floats each: lightness 0 to 100, green
 * to red, blue to yellow (Ottosson, *OKLab*, 2020), chroma stretched to count as lightness does.
 */
export function coloursOf({ data }: Pixels, places?: Int32Array): Float32Array {
	const count = places ? places.length : data.length >> 2
	const colours = new Float32Array(3 * count)
	for (let n = 0, k = 0; n < count; n++, k += 3) {
		const p = 4 * (places ? intAt(places, n) : n)
		const r = floatAt(LIGHT, byteAt(data, p))
		const g = floatAt(LIGHT, byteAt(data, p + 1))
		const b = floatAt(LIGHT, byteAt(data, p + 2))
		const long = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b)
		const middle = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b)
		const short = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b)
		colours[k] = SCALE * (0.2104542553 * long + 0.793617785 * middle - 0.0040720468 * short)
		colours[k + 1] =
			SCALE * CHROMA * (1.9779984951 * long - 2.428592205 * middle + 0.4505937099 * short)
		colours[k + 2] =
			SCALE * CHROMA * (0.0259040371 * long + 0.7827717662 * middle - 0.808675766 * short)
	}
	return colours
}
