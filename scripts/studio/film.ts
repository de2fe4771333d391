import { hash } from './noise.ts'
import type { Vec } from './scene.ts'

/** Linear light to an 8-bit pixel: exposure, vignette, a filmic shoulder, sRGB, and grain. */
export function develop(
	light: Vec,
	px: number,
	py: number,
	width: number,
	height: number,
	o: { exposure: number; seed: number },
): [number, number, number] {
	const vignette = falloff(px, py, width, height)
	const grain = gauss(px, py, o.seed)
	return light.map((v, i) => {
		const curve = shoulder(v * o.exposure * vignette)
		const coded = curve <= 0.0031308 ? curve * 12.92 : 1.055 * curve ** (1 / 2.4) - 0.055
		const colourGrain = gauss(px, py, o.seed + 17 * (i + 1))
		const strength = 0.0085 + 0.012 * (1 - coded)
		return Math.round(
			255 * Math.min(1, Math.max(0, coded + strength * (0.75 * grain + 0.5 * colourGrain))),
		)
	}) as [number, number, number]
}

/** The fourth power of the cosine, softened: how a lens darkens towards its corners. */
function falloff(px: number, py: number, width: number, height: number): number {
	const x = (px - width / 2) / (width / 2)
	const y = (py - height / 2) / (width / 2)
	return 1 / (1 + 0.28 * (x * x + y * y)) ** 2
}

/** A rational tone curve that keeps highlights from clipping hard (after Narkowicz, 2015). */
function shoulder(v: number): number {
	return Math.min(1, Math.max(0, (v * (2.51 * v + 0.03)) / (v * (2.43 * v + 0.59) + 0.14)))
}

function gauss(x: number, y: number, seed: number): number {
	return (
		(hash(x, y, seed) +
			hash(x, y, seed + 101) +
			hash(x, y, seed + 211) +
			hash(x, y, seed + 307) -
			2) *
		1.73
	)
}
