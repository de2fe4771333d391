import {
	bentTube,
	blend,
	type Joint,
	prism,
	roundBox,
	roundCylinder,
	smoothJoints,
} from '../distance.ts'
import { fractal, mix, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

/** Each half is turned by this much about the pivot, one either way: the blades stand open. */
const OPEN = 0.165
/** Heights at which the lower and the upper half lie. */
const LOWER = 0.055
const UPPER = 0.115

/** One half, its blade along +x: the cutting edge runs straight, the back tapers to the point. */
const BLADE = [-0.32, -0.17, 0.3, -0.2, 1.92, 0.02, 1.95, 0.055, -0.3, 0.09]
const SHANK: readonly Joint[] = smoothJoints(
	[
		[-0.2, 0, -0.03, 0.105],
		[-0.55, 0, 0.06, 0.085],
		[-0.86, 0, 0.2, 0.075],
	],
	5,
)
const shank = bentTube(SHANK, 0)
const smallBow = bow(-1.3, 0.34, 0.44, 0.27)
const largeBow = bow(-1.42, 0.38, 0.58, 0.32)

/** Tailor's shears, a little open: two bows to see through, long straight edges, a pivot. */
export const shears: Subject = {
	name: 'shears',
	bounds: { centre: [-0.03, 0.1, 0], radius: 2.12 },
	distance: (x, y, z) => {
		const pivot = Math.max(
			roundCylinder(x, y - 0.12, z, 0.105, 0.085, 0.02),
			-roundBox(x * 0.8 + z * 0.6, y - 0.205, z * 0.8 - x * 0.6, 0.2, 0.025, 0.016, 0.002),
		)
		return Math.min(half(x, y - LOWER, z, 1), half(x, y - UPPER, z, -1), pivot)
	},
	surface,
}

/** One half at height 0; `side` 1 has the small bow, -1 is mirrored and has the large one. */
function half(x: number, y: number, z: number, side: 1 | -1): number {
	const cos = Math.cos(OPEN)
	const sin = Math.sin(OPEN) * side
	const u = x * cos - z * sin
	const v = (x * sin + z * cos) * side
	const blade = prism(u, y, v, BLADE, 0.03, 0.006)
	const grip = Math.min(shank(u, y, v), side > 0 ? smallBow(u, y, v) : largeBow(u, y, v))
	return blend(blade, grip, 0.03)
}

/** A bow: an oval wire ring, thicker where the hand pulls. */
function bow(cx: number, cz: number, long: number, wide: number) {
	const joints: Joint[] = Array.from({ length: 33 }, (_, i) => {
		const a = (2 * Math.PI * i) / 32
		const lean = 0.16 * Math.cos(a)
		return [
			cx + long * Math.cos(a),
			0,
			cz + wide * Math.sin(a) - lean,
			0.07 + 0.018 * Math.cos(a + 2.4),
		]
	})
	return bentTube(joints, 0)
}

function surface(x: number, y: number, z: number): Surface {
	const japanned = smoothstep(-0.42, -0.5, x + 0.05 * noise(z * 8, y * 8, 2))
	const brushed = noise(x * 7, y * 40, z * 220) * 0.6 + noise(x * 16, y * 60, z * 420) * 0.4
	const stain = smoothstep(0.55, 0.72, fractal(x * 2.4 + 8, y * 3, z * 3, 5))
	const worn = smoothstep(0.62, 0.7, fractal(x * 6, y * 6, z * 6 + 3, 4)) * japanned
	if (japanned > 0.5 && worn < 0.5) {
		const tone = 0.8 + 0.4 * fractal(x * 12, y * 12, z * 12, 3)
		return {
			colour: [0.024 * tone, 0.022 * tone, 0.022 * tone],
			reflectance: 0.05,
			roughness: 0.28,
			metal: false,
		}
	}
	const steel = mix(0.62, 0.4, stain) * (0.85 + 0.25 * brushed)
	return {
		colour: [steel, steel * 0.97, steel * mix(0.94, 0.8, stain)],
		reflectance: 0.62,
		roughness: mix(0.26, 0.5, stain) + 0.12 * brushed,
		metal: true,
	}
}
