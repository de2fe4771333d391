import { byteAt, floatAt } from '../geometry/numbers'
import { LIGHT, levelOfLight } from './light'
import { BLUE_WEIGHT, GREEN_WEIGHT, type Pixels, RED_WEIGHT } from './pixels'

/** How bright a light casing is to the eye: white through which a little shows, narrow; relative luminance, 0 to 1. */
export const LIGHT_CASING = 0.78
/** How bright a dark casing is to the eye: relative luminance, 0 to 1. */
const DARK = 0.012
/** Where a line or its light casing is told from what lies beneath so well, the light casing stays. */
const TOLD_APART = 3.2
/** Of a thin line no pixel may be covered wholly: so much of the best one is, the rest is its casing. */
const COVERED = 0.8

/**
 * How bright a picture is to the eye at each pixel and those beside it: relative luminance (WCAG 2.2), 0 to 1,
 * row-major. A casing need not answer to what is finer.
 */
export function luminancesBeneath({ data, width, height }: Pixels): Float32Array {
	const each = new Float32Array(width * height)
	for (let i = 0, p = 0; i < each.length; i++, p += 4)
		each[i] = luminanceOf(byteAt(data, p), byteAt(data, p + 1), byteAt(data, p + 2))
	const across = new Float32Array(each.length)
	for (let line = 0; line < each.length; line += width) meansOfThree(each, across, line, width, 1)
	for (let line = 0; line < width; line++) meansOfThree(across, each, line, height, width)
	return each
}

/** How well two luminances are told apart, 1 to 21: the contrast ratio of WCAG 2.2. */
export function contrastRatio(a: number, b: number): number {
	return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
}

/**
 * Where a line must be cased darkly to be seen: where neither its colour nor a light casing is told from what lies
 * beneath it. With the casing so chosen one of the two always is, by 3 : 1 and more.
 * @param beneath relative luminance of each place, 0 to 1
 * @param colour the line's, `#rrggbb`
 * @returns 1 for each place that wants a dark casing, else 0; null where none does
 */
export function darkCasing(beneath: Float32Array, colour: string): Uint8Array | null {
	const line = COVERED * luminanceOfHex(colour) + (1 - COVERED) * LIGHT_CASING
	const [least, most] = [
		Math.max(alikeAbout(line).least, alikeAbout(LIGHT_CASING).least),
		Math.min(alikeAbout(line).most, alikeAbout(LIGHT_CASING).most),
	]
	const dark = new Uint8Array(beneath.length)
	let any = false
	for (let i = 0; i < beneath.length; i++) {
		const ground = floatAt(beneath, i)
		if (ground <= least || ground >= most) continue
		dark[i] = 1
		any = true
	}
	return any ? dark : null
}

/** Between which luminances one is not told from others well enough. */
function alikeAbout(luminance: number): { readonly least: number; readonly most: number } {
	return {
		least: (luminance + 0.05) / TOLD_APART - 0.05,
		most: (luminance + 0.05) * TOLD_APART - 0.05,
	}
}

/** The dark casing of a line: its own colour in deep shade. @param colour and result `#rrggbb` */
export function darkCasingOf(colour: string): string {
	const shade = Math.min(1, DARK / Math.max(luminanceOfHex(colour), 1e-6))
	const levels = channels(colour).map((level) =>
		Math.round(levelOfLight(floatAt(LIGHT, level) * shade)),
	)
	return `#${levels.map((level) => level.toString(16).padStart(2, '0')).join('')}`
}

/** The relative luminance of a colour, 0 to 1. @param hex `#rrggbb` */
export function luminanceOfHex(hex: string): number {
	const [red, green, blue] = channels(hex)
	return luminanceOf(red, green, blue)
}

function channels(hex: string): [red: number, green: number, blue: number] {
	const level = (i: number) => Number.parseInt(hex.slice(i, i + 2), 16)
	return [level(1), level(3), level(5)]
}

const luminanceOf = (red: number, green: number, blue: number) =>
	RED_WEIGHT * floatAt(LIGHT, red) +
	GREEN_WEIGHT * floatAt(LIGHT, green) +
	BLUE_WEIGHT * floatAt(LIGHT, blue)

/** The mean of each value and those before and after it in one line of values, from one array into another. */
function meansOfThree(
	from: Float32Array,
	to: Float32Array,
	start: number,
	count: number,
	stride: number,
): void {
	let before = floatAt(from, start)
	let here = before
	for (let i = 0; i < count; i++) {
		const after = i + 1 < count ? floatAt(from, start + (i + 1) * stride) : here
		to[start + i * stride] = (before + here + after) / 3
		before = here
		here = after
	}
}
