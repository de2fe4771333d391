import { blend, capsule, roundBox, roundRect } from '../distance.ts'
import { fractal, mix, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

/** The height at which the key's middle lies above the bench. */
const LIES = 0.085
/** The bow is three rings about its middle. */
const BOW = { x: -1.28, ring: 0.3, out: 0.31, wire: 0.085 }

/** A wrought-iron key lying flat: a trefoil bow with three openings, collars, a bit with wards. */
export const ironKey: Subject = {
	name: 'key',
	bounds: { centre: [-0.1, 0.1, 0], radius: 2.05 },
	distance: (x, y, z) => {
		const h = y - LIES
		const shank = capsule(x, h, z, -0.75, 0, 0, 1.45, 0, 0, 0.088)
		const collar = Math.min(
			ringAcross(x + 0.72, h, z, 0.14, 0.045),
			ringAcross(x + 0.58, h, z, 0.115, 0.03),
			ringAcross(x - 1.0, h, z, 0.115, 0.03),
		)
		return Math.min(blend(bow(x, h, z), shank, 0.05), collar, blend(shank, bit(x, h, z), 0.015))
	},
	surface,
}

function bow(x: number, h: number, z: number): number {
	let d = Number.POSITIVE_INFINITY
	for (const angle of [Math.PI, Math.PI / 3, -Math.PI / 3]) {
		const cx = BOW.x + BOW.out * Math.cos(angle)
		const cz = BOW.out * Math.sin(angle)
		const ring = Math.sqrt((x - cx) ** 2 + (z - cz) ** 2) - BOW.ring
		const lobe = Math.sqrt(ring * ring + h * h) - BOW.wire
		d = d === Number.POSITIVE_INFINITY ? lobe : blend(d, lobe, 0.05)
	}
	return d
}

/** The bit hangs towards the viewer, cut by wards from its edge: square corners, small teeth. */
function bit(x: number, h: number, z: number): number {
	const plate = roundBox(x - 1.22, h, z - 0.36, 0.25, 0.06, 0.34, 0.008)
	const wards = Math.min(
		roundBox(x - 1.1, h, z - 0.7, 0.035, 0.2, 0.16, 0.004),
		roundBox(x - 1.24, h, z - 0.7, 0.03, 0.2, 0.24, 0.004),
		roundBox(x - 1.37, h, z - 0.7, 0.03, 0.2, 0.12, 0.004),
		roundBox(x - 0.98, h, z - 0.34, 0.08, 0.2, 0.045, 0.004),
		roundBox(x - 1.47, h, z - 0.42, 0.07, 0.2, 0.05, 0.004),
	)
	return Math.max(plate, -wards)
}

/** A collar round the shank: a ring about the x axis. */
function ringAcross(x: number, h: number, z: number, radius: number, width: number): number {
	return roundRect(Math.sqrt(h * h + z * z), x, radius, width, 0.02)
}

function surface(x: number, y: number, z: number): Surface {
	const age = fractal(x * 4 + 3, y * 4, z * 4, 5)
	const rust = smoothstep(0.5, 0.68, age)
	const pits = fractal(x * 22, y * 22, z * 22, 3)
	const tone = 0.7 + 0.6 * pits
	return {
		colour: [
			mix(0.16, 0.15, rust) * tone,
			mix(0.155, 0.075, rust) * tone,
			mix(0.15, 0.035, rust) * tone,
		],
		reflectance: mix(0.42, 0.05, rust),
		roughness: mix(0.38 + 0.25 * pits, 0.9, rust),
		metal: rust < 0.5,
	}
}
