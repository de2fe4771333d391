import { bentTube, blend, ellipsoid, type Joint, smoothJoints, sphere } from '../distance.ts'
import { fractal, mix, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface, Vec } from '../scene.ts'

/** Props of the play's fruit stall, turned from wood and painted with glossy house paint. */

const APPLE: Vec = [-0.42, 0.8, 0]
const APPLE_STALK: readonly Joint[] = smoothJoints(
	[
		[-0.42, 1.3, 0, 0.045],
		[-0.38, 1.62, 0.02, 0.05],
		[-0.24, 1.86, 0.02, 0.065],
	],
	5,
)
const appleStalk = bentTube(APPLE_STALK, 0)

/** The apple: red over yellow, a dimple about its stalk, brush marks from top to bottom. */
export const apple: Subject = {
	name: 'apple',
	bounds: { centre: [-0.42, 0.95, 0], radius: 1.12 },
	distance: (x, y, z) => {
		const [u, v, w] = [x - APPLE[0], y - APPLE[1], z - APPLE[2]]
		const body = ellipsoid(u, v, w, 0.92, 0.8, 0.92)
		const shoulder = sphere(u, v - 0.98, w, 0.42)
		const dimpled = Math.max(body, -shoulder) - 0.02
		return Math.min(blend(dimpled, body + 0.14, 0.1), appleStalk(x, y, z))
	},
	surface: (x, y, z) => {
		const [u, v, w] = [x - APPLE[0], y - APPLE[1], z - APPLE[2]]
		const onStalk = appleStalk(x, y, z) < 0.012 && y > 1.34
		if (onStalk) return painted([0.13, 0.075, 0.04], 0.6, 1)
		const round = Math.atan2(w, u)
		const brush = noise(round * 26, v * 2.2, 3) * 0.5 + noise(round * 60, v * 3, 8) * 0.5
		const yellow = smoothstep(
			0.1,
			-0.5,
			Math.cos(round - 2.2) * 0.55 + v * 0.5 + 0.5 * (brush - 0.5),
		)
		const crown = smoothstep(0.36, 0.2, Math.hypot(u, w) + 0.16 * (brush - 0.5))
		const tone = 0.88 + 0.24 * brush
		const green = Math.max(0, crown * (v > 0 ? 1 : 0))
		return painted(
			[
				mix(mix(0.46, 0.6, yellow), 0.3, green),
				mix(mix(0.035, 0.33, yellow), 0.36, green),
				mix(mix(0.025, 0.05, yellow), 0.06, green),
			],
			0.1,
			tone,
		)
	},
}

const PEAR: Vec = [1.12, 0, -0.3]
const PEAR_STALK: readonly Joint[] = smoothJoints(
	[
		[1.13, 1.85, -0.3, 0.05],
		[1.1, 2.04, -0.3, 0.05],
		[1.0, 2.2, -0.28, 0.06],
	],
	5,
)
const pearStalk = bentTube(PEAR_STALK, 0)

/** The pear: yellow green with a rusty cheek and specks. */
export const pear: Subject = {
	name: 'pear',
	bounds: { centre: [1.12, 1.05, -0.3], radius: 1.25 },
	distance: (x, y, z) => {
		const [u, w] = [x - PEAR[0], z - PEAR[2]]
		const belly = ellipsoid(u, y - 0.68, w, 0.72, 0.68, 0.72)
		const neck = ellipsoid(u - 0.02, y - 1.45, w, 0.36, 0.46, 0.36)
		return Math.min(blend(belly, neck, 0.5), pearStalk(x, y, z))
	},
	surface: (x, y, z) => {
		if (pearStalk(x, y, z) < 0.012 && y > 1.9) return painted([0.12, 0.07, 0.04], 0.6, 1)
		const [u, w] = [x - PEAR[0], z - PEAR[2]]
		const round = Math.atan2(w, u)
		const brush = fractal(round * 7, y * 3, 5, 4)
		const cheek = smoothstep(0.35, 0.95, Math.cos(round - 0.5) + 0.5 * (brush - 0.5)) * 0.8
		const speck = smoothstep(0.84, 0.88, noise(x * 26, y * 26, z * 26))
		const tone = (0.9 + 0.2 * brush) * (1 - 0.35 * speck)
		return painted(
			[mix(0.42, 0.5, cheek), mix(0.43, 0.16, cheek), mix(0.06, 0.03, cheek)],
			0.16,
			tone,
		)
	},
}

const LEAF_ROOT: Vec = [-0.34, 1.72, 0.06]
const LEAF_LENGTH = 1.02
/** The leaf's rise from its root towards its tip, radians. */
const LEAF_RISE = 0.1

/** One carved leaf: light green, its half away from the light darker, a pale midrib. */
export const leaf: Subject = {
	name: 'leaf',
	bounds: { centre: [-0.82, 1.78, 0.12], radius: 0.66 },
	distance: (x, y, z) => {
		const { along, across, out } = onLeaf(x, y, z)
		const t = Math.min(1, Math.max(0, along / LEAF_LENGTH))
		const half = 0.3 * Math.sin(Math.PI * t ** 0.8) * (1 - 0.25 * t)
		const flat = Math.max(Math.abs(across) - half, -along, along - LEAF_LENGTH)
		const fold = out - 0.1 * Math.abs(across)
		const thick = Math.abs(fold) - 0.03
		const inside = Math.min(Math.max(flat, thick), 0)
		return (inside + Math.hypot(Math.max(flat, 0), Math.max(thick, 0)) - 0.012) * 0.7
	},
	surface: (x, y, z) => {
		const { along, across } = onLeaf(x, y, z)
		const rib = smoothstep(0.03, 0.014, Math.abs(across) + 0.012 * (along / LEAF_LENGTH))
		const veins = smoothstep(
			0.82,
			0.95,
			Math.cos((along - Math.abs(across) * 0.9) * 38) * smoothstep(0.3, 0.05, Math.abs(across)),
		)
		const grain = fractal(x * 6, y * 6, z * 6, 3)
		const shade = across < 0 ? 0.62 : 1
		const pale = Math.max(rib, veins * 0.35)
		return painted(
			[mix(0.1 * shade, 0.36, pale), mix(0.27 * shade, 0.42, pale), mix(0.05 * shade, 0.14, pale)],
			0.2,
			0.88 + 0.24 * grain,
		)
	},
}

/** A place told along the leaf's midrib, across it and out of it towards the camera. */
function onLeaf(x: number, y: number, z: number) {
	const [c, s] = [Math.cos(LEAF_RISE), Math.sin(LEAF_RISE)]
	const [u, v, w] = [LEAF_ROOT[0] - x, y - LEAF_ROOT[1], z - LEAF_ROOT[2]]
	const along = u * c + v * s
	const droop = 0.16 * (along / LEAF_LENGTH) ** 2
	return { along, across: v * c - u * s + droop, out: w - 0.12 * Math.sin(along * 2.6) }
}

function painted(colour: Vec, roughness: number, tone: number): Surface {
	return {
		colour: [colour[0] * tone, colour[1] * tone, colour[2] * tone],
		reflectance: 0.05,
		roughness,
		metal: false,
	}
}
