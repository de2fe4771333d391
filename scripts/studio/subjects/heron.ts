import { bentTube, blend, ellipsoid, type Joint, roundCylinder, smoothJoints } from '../distance.ts'
import { fractal, mix, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

/** The neck's S, from the breast up to the head; the figure looks to the left. */
const NECK: readonly Joint[] = smoothJoints(
	[
		[-0.3, 1.62, 0, 0.21],
		[-0.52, 1.86, 0, 0.15],
		[-0.4, 2.16, 0, 0.1],
		[-0.3, 2.46, 0, 0.085],
		[-0.46, 2.68, 0, 0.095],
	],
	5,
)
const BEAK: readonly Joint[] = [
	[-0.5, 2.69, 0, 0.075],
	[-0.7, 2.66, 0, 0.042],
	[-1.22, 2.55, 0, 0.01],
]
const CREST: readonly Joint[] = [
	[-0.46, 2.75, 0, 0.05],
	[-0.2, 2.72, 0, 0.03],
	[0.08, 2.58, 0, 0.008],
]
const FRONT_LEG: readonly Joint[] = [
	[-0.02, 1.3, 0.09, 0.06],
	[-0.06, 1.05, 0.09, 0.034],
	[0.06, 0.66, 0.09, 0.036],
	[-0.02, 0.12, 0.09, 0.028],
]
const BACK_LEG: readonly Joint[] = [
	[0.22, 1.3, -0.09, 0.06],
	[0.24, 1.05, -0.09, 0.034],
	[0.4, 0.68, -0.09, 0.036],
	[0.3, 0.12, -0.09, 0.028],
]
const TAIL: readonly Joint[] = [
	[0.4, 1.5, 0, 0.2],
	[0.78, 1.26, 0, 0.1],
	[1.02, 1.08, 0, 0.02],
]

const neck = bentTube(NECK, 0)
const beak = bentTube(BEAK, 0.02)
const crest = bentTube(CREST, 0.02)
const frontLeg = bentTube(FRONT_LEG, 0.03)
const backLeg = bentTube(BACK_LEG, 0.03)
const tail = bentTube(TAIL, 0.08)

/** A carved and painted heron on a turned foot: long neck, thin legs, thinner beak. */
export const heron: Subject = {
	name: 'heron',
	bounds: { centre: [-0.05, 1.4, 0], radius: 1.72 },
	distance: (x, y, z) => {
		const upper = Math.min(beak(x, y, z), crest(x, y, z))
		const body = blend(trunk(x, y, z), neck(x, y, z), 0.14)
		const legs = Math.min(frontLeg(x, y, z), backLeg(x, y, z))
		const foot = roundCylinder(x - 0.14, y - 0.06, z, 0.5, 0.06, 0.04)
		return Math.min(blend(body, upper, 0.04), blend(body, legs, 0.06), foot)
	},
	surface,
}

function trunk(x: number, y: number, z: number): number {
	// The body leans: turned by 24° about z.
	const cos = Math.cos(0.42)
	const sin = Math.sin(0.42)
	const px = x - 0.06
	const py = y - 1.5
	const body = ellipsoid(px * cos - py * sin, px * sin + py * cos, z, 0.56, 0.3, 0.25)
	return blend(body, tail(x, y, z), 0.12)
}

function surface(x: number, y: number, z: number): Surface {
	const grain = noise(x * 5, y * 38, z * 5) * 0.6 + fractal(x * 3, y * 9, z * 3, 4) * 0.4
	if (y < 0.125) return painted([0.2, 0.115, 0.06], 0.75 + 0.5 * grain, 0.45)
	if (beak(x, y, z) < 0.004 && x < -0.56)
		return painted([0.52, 0.33, 0.08], 0.85 + 0.3 * grain, 0.4)
	if (y < 1.16) return painted([0.2, 0.19, 0.16], 0.8 + 0.4 * grain, 0.5)
	const capped = y > 2.68 && x > -0.5
	// Grey wing over a pale breast; the breast is nearly as light as the wall behind it.
	const wing = smoothstep(-0.16, 0.02, x + 0.22 * (y - 1.5)) * smoothstep(1.9, 1.75, y)
	const feather = 0.86 + 0.2 * Math.sin(x * 26 + y * 18 + grain * 4)
	const dark = capped ? 1 : wing
	const pale: [number, number, number] = [0.3, 0.285, 0.25]
	return painted(
		[mix(pale[0], 0.075, dark), mix(pale[1], 0.09, dark), mix(pale[2], 0.11, dark)],
		(0.9 + 0.2 * grain) * mix(1, feather, wing),
		0.55,
	)
}

function painted(
	colour: readonly [number, number, number],
	tone: number,
	roughness: number,
): Surface {
	return {
		colour: [colour[0] * tone, colour[1] * tone, colour[2] * tone],
		reflectance: 0.04,
		roughness,
		metal: false,
	}
}
