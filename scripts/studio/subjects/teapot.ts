import { bentTube, blend, ellipsoid, type Joint, roundRect, smoothJoints } from '../distance.ts'
import { fractal, mix, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

const SPOUT: readonly Joint[] = smoothJoints(
	[
		[-0.72, 0.62, 0, 0.2],
		[-1.12, 0.8, 0, 0.15],
		[-1.3, 1.12, 0, 0.105],
		[-1.56, 1.38, 0, 0.085],
	],
	7,
)
const HANDLE: readonly Joint[] = smoothJoints(
	[
		[0.78, 1.3, 0, 0.085],
		[1.16, 1.44, 0, 0.078],
		[1.48, 1.2, 0, 0.075],
		[1.38, 0.76, 0, 0.07],
		[0.86, 0.5, 0, 0.075],
	],
	7,
)

const spout = bentTube(SPOUT, 0)
const handle = bentTube(HANDLE, 0)

/** A glazed teapot: full curves, one highlight that breaks the edge, an opening in the handle. */
export const teapot: Subject = {
	name: 'teapot',
	bounds: { centre: [0, 0.95, 0], radius: 1.75 },
	distance: (x, y, z) => {
		const r = Math.sqrt(x * x + z * z)
		const belly = ellipsoid(x, y - 0.86, z, 1.02, 0.8, 1.02)
		const foot = roundRect(r, y - 0.08, 0.56, 0.08, 0.04)
		const rim = roundRect(r, y - 1.56, 0.46, 0.05, 0.03)
		const lid = ellipsoid(x, y - 1.58, z, 0.42, 0.2, 0.42)
		const knob = ellipsoid(x, y - 1.88, z, 0.14, 0.13, 0.14)
		const neck = roundRect(r, y - 1.78, 0.07, 0.06, 0.03)
		const body = blend(blend(belly, foot, 0.1), rim, 0.08)
		const top = blend(blend(lid, neck, 0.06), knob, 0.05)
		return Math.min(blend(body, spout(x, y, z), 0.14), blend(body, handle(x, y, z), 0.09), top)
	},
	surface,
}

function surface(x: number, y: number, z: number): Surface {
	const glaze = fractal(x * 2, y * 2, z * 2 + 7, 4)
	// Glaze pools darker below and breaks to bare clay at the foot.
	const bare = smoothstep(0.2, 0.14, y + 0.04 * noise(Math.atan2(z, x) * 4, y, 3))
	const depth = smoothstep(1.6, 0.2, y) * 0.5 + 0.3 * glaze
	const speck = smoothstep(0.8, 0.86, noise(x * 30, y * 30, z * 30))
	const tone = mix(1.1, 0.62, depth) * (1 - 0.5 * speck)
	return {
		colour: [
			mix(0.07 * tone, 0.3, bare),
			mix(0.17 * tone, 0.2, bare),
			mix(0.19 * tone, 0.12, bare),
		],
		reflectance: mix(0.06, 0.03, bare),
		roughness: mix(0.08, 0.9, bare),
		metal: false,
	}
}
