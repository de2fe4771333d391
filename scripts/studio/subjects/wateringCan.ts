import {
	bentTube,
	blend,
	capsule,
	frustum,
	type Joint,
	ring,
	roundRect,
	smoothJoints,
} from '../distance.ts'
import { fractal, hash, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

const SPOUT: readonly Joint[] = [
	[-0.42, 0.36, 0, 0.15],
	[-1.02, 0.98, 0, 0.095],
	[-1.48, 1.5, 0, 0.072],
]
const HANDLE: readonly Joint[] = smoothJoints(
	[
		[0.12, 1.34, 0, 0.045],
		[0.2, 1.78, 0, 0.052],
		[0.66, 2.02, 0, 0.055],
		[1.18, 1.72, 0, 0.055],
		[1.28, 1.1, 0, 0.052],
		[0.98, 0.5, 0, 0.045],
	],
	7,
)
/** The spout's direction, on which the rose sits. */
const ALONG: readonly [number, number] = [-0.66, 0.75]
const ROSE = { x: -1.6, y: 1.63, half: 0.15, neck: 0.07, face: 0.27 }

const spout = bentTube(SPOUT, 0.03)
const handle = bentTube(HANDLE, 0)

/** A galvanised watering can: a wide handle, a brace under the spout, a rose with its holes. */
export const wateringCan: Subject = {
	name: 'watering can',
	bounds: { centre: [-0.25, 1.0, 0], radius: 1.95 },
	distance: (x, y, z) => {
		const px = x - 0.32
		const r = Math.sqrt(px * px + z * z)
		const wall = frustum(r, y - 0.66, 0.64, 0.74, 0.6) - 0.02
		const hoops = Math.min(
			ring(px, y - 0.07, z, 0.755, 0.035),
			ring(px, y - 0.5, z, 0.715, 0.014),
			ring(px, y - 1.31, z, 0.615, 0.032),
		)
		const collar = roundRect(r, y - 1.4, 0.34, 0.09, 0.03)
		const mouth = Math.max(collar, -roundRect(r, y - 1.45, 0.29, 0.12, 0.01))
		const body = Math.min(Math.min(wall, hoops), mouth)
		const brace = capsule(x, y, z, -0.16, 1.26, 0, -1.16, 1.16, 0, 0.026)
		const arm = blend(blend(body, spout(x, y, z), 0.05), handle(x, y, z), 0.04)
		return Math.min(arm, brace, rose(x, y, z))
	},
	surface,
}

/** The rose: a cone that widens to a domed face, about the spout's line. */
function rose(x: number, y: number, z: number): number {
	const along = (x - ROSE.x) * ALONG[0] + (y - ROSE.y) * ALONG[1]
	const across = (x - ROSE.x) * ALONG[1] - (y - ROSE.y) * ALONG[0]
	const r = Math.sqrt(across * across + z * z)
	return frustum(r, along, ROSE.half, ROSE.neck, ROSE.face) - 0.018
}

function surface(x: number, y: number, z: number): Surface {
	const along = (x - ROSE.x) * ALONG[0] + (y - ROSE.y) * ALONG[1]
	if (along > 0.1 && x < -1.2) return brass(x, y, z)
	// Zinc freezes in spangles: each a facet that mirrors a little otherwise.
	const spangle = cell(x * 9, y * 9, z * 9)
	const stain = smoothstep(0.5, 0.75, fractal(x * 2 + 6, y * 2, z * 2, 5))
	const wet = smoothstep(0.5, 0.1, y) * 0.25
	const tone = 0.3 + 0.13 * spangle - 0.12 * stain - wet * 0.3
	return {
		colour: [tone * 0.97, tone, tone * 1.02],
		reflectance: 0.14,
		roughness: 0.36 + 0.25 * (1 - spangle) + 0.2 * stain,
		metal: false,
	}
}

function brass(x: number, y: number, z: number): Surface {
	const age = fractal(x * 6, y * 6, z * 6, 4)
	const tone = 0.6 + 0.6 * age
	return {
		colour: [0.5 * tone, 0.33 * tone, 0.11 * tone],
		reflectance: 0.5,
		roughness: 0.3 + 0.2 * age,
		metal: true,
	}
}

/** A number in [0, 1) that is constant within each cell of a jittered lattice (Worley, 1996). */
function cell(x: number, y: number, z: number): number {
	const i = Math.floor(x)
	const j = Math.floor(y)
	const k = Math.floor(z)
	let nearest = Number.POSITIVE_INFINITY
	let value = 0
	for (let a = -1; a <= 1; a++)
		for (let b = -1; b <= 1; b++)
			for (let c = -1; c <= 1; c++) {
				const dx = i + a + hash(i + a, j + b, k + c) - x
				const dy = j + b + hash(i + a, j + b, k + c + 31) - y
				const dz = k + c + hash(i + a, j + b, k + c + 67) - z
				const d = dx * dx + dy * dy + dz * dz
				if (d < nearest) {
					nearest = d
					value = hash(i + a + 11, j + b + 13, k + c)
				}
			}
	return 0.8 * value + 0.2 * noise(x * 6, y * 6, z * 6)
}
