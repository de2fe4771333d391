import { byteAt, floatAt } from '../../geometry/numbers'
import type { Pixels } from '../pixels'

/** The light of a coded level, 0 to 1 (IEC 61966-2-1). */
const LIGHT = Float32Array.from({ length: 256 }, (_, level) => {
	const share = level / 255
	return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
})
/** A just noticeable difference is about 2 then, along any of the three. */
const SCALE = 100
const CHROMA = 2.5

/** A picture's colours, three floats a pixel: lightness 0 to 100, green to red, blue to yellow (Ottosson, *OKLab*, 2020), chroma stretched to count as lightness does. */
export function coloursOf({ data }: Pixels): Float32Array {
	const colours = new Float32Array((data.length >> 2) * 3)
	for (let p = 0, k = 0; k < colours.length; p += 4, k += 3) {
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

/** A picture made smaller by a whole number: each pixel the mean of those it stands for. */
export function reduced({ width, height, data }: Pixels, factor: number): Pixels {
	if (factor === 1) return { width, height, data }
	const [across, down] = [Math.ceil(width / factor), Math.ceil(height / factor)]
	const made = new Uint8ClampedArray(4 * across * down)
	for (let y = 0; y < down; y++)
		for (let x = 0; x < across; x++) {
			let [r, g, b, count] = [0, 0, 0, 0]
			const right = Math.min(width, (x + 1) * factor)
			const bottom = Math.min(height, (y + 1) * factor)
			for (let j = y * factor; j < bottom; j++)
				for (let i = x * factor; i < right; i++) {
					const p = 4 * (j * width + i)
					r += byteAt(data, p)
					g += byteAt(data, p + 1)
					b += byteAt(data, p + 2)
					count++
				}
			const to = 4 * (y * across + x)
			made[to] = r / count
			made[to + 1] = g / count
			made[to + 2] = b / count
			made[to + 3] = 255
		}
	return { width: across, height: down, data: made }
}
