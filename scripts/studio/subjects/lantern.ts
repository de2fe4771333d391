import { arcWire, blend, capsule, frustum, ring, roundRect } from '../distance.ts'
import { fractal, mix, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

/** Where the bail handle's wire hinges, and the height at which it begins to round over. */
const BAIL = { x: 0.57, hinge: 1.9, spring: 2.46, wire: 0.03 }
/** The side tubes bulge along a circle about (-SIDE.centre, SIDE.y) in |x|. */
const SIDE = { centre: 0.456, y: 1.2, radius: 1.156, half: 0.62, wire: 0.056 }
const GUARD = { centre: 0.52, y: 1.2, radius: 1.1, half: 0.62, wire: 0.026 }

/** A storm lantern without its glass: tank, burner, caged side, vented hood, bail handle. */
export const lantern: Subject = {
	name: 'lantern',
	bounds: { centre: [0, 1.52, 0], radius: 1.72 },
	distance: (x, y, z) => {
		const r = Math.sqrt(x * x + z * z)
		return Math.min(tank(r, y), burner(x, y, z, r), cage(x, y, z), hood(r, y), bail(x, y, z))
	},
	surface,
}

function tank(r: number, y: number): number {
	const foot = roundRect(r, y - 0.05, 0.66, 0.05, 0.035)
	const body = roundRect(r, y - 0.3, 0.6, 0.22, 0.12)
	const bead = Math.sqrt((r - 0.6) ** 2 + (y - 0.3) ** 2) - 0.022
	const shoulder = frustum(r, y - 0.56, 0.08, 0.54, 0.3) - 0.02
	return blend(Math.min(blend(foot, body, 0.05), bead), shoulder, 0.04)
}

function burner(x: number, y: number, z: number, r: number): number {
	const gallery = roundRect(r, y - 0.7, 0.2, 0.07, 0.02)
	const dome = frustum(r, y - 0.83, 0.06, 0.17, 0.09) - 0.015
	const wick = roundRect(r, y - 0.94, 0.05, 0.05, 0.012)
	const spindle = capsule(x, y, z, 0.15, 0.7, 0.05, 0.5, 0.66, 0.12, 0.018)
	const knob = Math.sqrt((x - 0.5) ** 2 + (y - 0.66) ** 2 + (z - 0.12) ** 2) - 0.05
	return Math.min(blend(gallery, dome, 0.03), wick, spindle, knob)
}

function cage(x: number, y: number, z: number): number {
	const tube = arcWire(Math.abs(x) + SIDE.centre, y - SIDE.y, z, SIDE.radius, SIDE.half, SIDE.wire)
	const bar = arcWire(z + GUARD.centre, y - GUARD.y, x, GUARD.radius, GUARD.half, GUARD.wire)
	const band = ring(x, y - 1.25, z, 0.665, 0.026)
	return Math.min(blend(tube, band, 0.03), bar)
}

function hood(r: number, y: number): number {
	const plate = roundRect(r, y - 1.87, 0.55, 0.035, 0.02)
	const collar = frustum(r, y - 1.8, 0.05, 0.3, 0.42)
	const chimney = roundRect(r, y - 2.02, 0.33, 0.14, 0.02)
	const brim = roundRect(r, y - 2.16, 0.45, 0.022, 0.02)
	const roof = frustum(r, y - 2.25, 0.08, 0.43, 0.2) - 0.012
	const cap = roundRect(r, y - 2.38, 0.17, 0.05, 0.03)
	const knob = Math.sqrt(r * r + (y - 2.46) ** 2) - 0.07
	return Math.min(
		blend(plate, collar, 0.03),
		chimney,
		blend(Math.min(brim, roof), cap, 0.03),
		blend(cap, knob, 0.03),
	)
}

function bail(x: number, y: number, z: number): number {
	const ax = Math.abs(x)
	const ear = roundDisc(ax - 0.565, y - BAIL.hinge, z, 0.075, 0.03)
	const leg = capsule(ax, y, z, BAIL.x, BAIL.hinge, 0, BAIL.x, BAIL.spring, 0, BAIL.wire)
	const bow = arcWire(y - BAIL.spring, x, z, BAIL.x, Math.PI / 2, BAIL.wire)
	const grip = arcWire(y - BAIL.spring, x, z, BAIL.x, 0.42, 0.066)
	return Math.min(ear, leg, bow, grip)
}

/** A disc facing sideways: axis along x. */
function roundDisc(x: number, y: number, z: number, radius: number, h: number): number {
	return roundRect(Math.sqrt(y * y + z * z), x, radius, h, 0.015)
}

function surface(x: number, y: number, z: number): Surface {
	const r = Math.sqrt(x * x + z * z)
	if (y > 2.4 && bail(x, y, z) < 0.01) {
		const angle = Math.abs(Math.atan2(x, y - BAIL.spring))
		return angle < 0.43 ? wood(x, y, z) : steel(x, y, z)
	}
	if (bail(x, y, z) < 0.008) return steel(x, y, z)
	if (burner(x, y, z, r) < 0.006) return brass(x, y, z)
	if (y > 0.75 && y < 1.75 && Math.abs(x) < 0.58) return steel(x, y, z)
	return enamel(x, y, z, r)
}

/** Oxide-red enamel, rubbed to bare metal at the edges and speckled with age. */
function enamel(x: number, y: number, z: number, r: number): Surface {
	const age = fractal(x * 3 + 5, y * 3, z * 3, 5)
	const speck = smoothstep(0.77, 0.83, noise(x * 26, y * 26, z * 26) * 0.7 + age * 0.45)
	const rubbed = smoothstep(0.62, 0.7, age + 0.14 * smoothstep(0.56, 0.66, r) - 0.05)
	const vent = y > 1.95 && y < 2.1 && r < 0.36 && Math.abs(Math.sin(Math.atan2(z, x) * 9)) > 0.74
	if (vent) return { colour: [0.01, 0.008, 0.007], reflectance: 0.02, roughness: 0.9, metal: false }
	const worn = Math.max(speck * 0.8, rubbed * 0.75)
	const tone = 0.82 + 0.36 * age
	return {
		colour: [
			mix(0.22 * tone, 0.1, worn),
			mix(0.032 * tone, 0.07, worn),
			mix(0.024 * tone, 0.05, worn),
		],
		reflectance: mix(0.05, 0.12, worn),
		roughness: mix(0.2 + 0.15 * age, 0.6, worn),
		metal: false,
	}
}

function steel(x: number, y: number, z: number): Surface {
	const age = fractal(x * 7, y * 7, z * 7 + 2, 4)
	const tone = 0.34 + 0.3 * age
	return {
		colour: [tone, tone * 0.96, tone * 0.9],
		reflectance: 0.5,
		roughness: 0.36 + 0.3 * age,
		metal: true,
	}
}

function brass(x: number, y: number, z: number): Surface {
	const age = fractal(x * 6, y * 6 + 9, z * 6, 4)
	return {
		colour: [mix(0.72, 0.4, age), mix(0.5, 0.26, age), mix(0.2, 0.09, age)],
		reflectance: 0.6,
		roughness: 0.25 + 0.3 * age,
		metal: true,
	}
}

function wood(x: number, y: number, z: number): Surface {
	const grain = noise(x * 4, y * 60, z * 60) * 0.6 + noise(x * 14, y * 110, z * 90) * 0.4
	const tone = 0.75 + 0.5 * grain
	return {
		colour: [0.2 * tone, 0.105 * tone, 0.05 * tone],
		reflectance: 0.04,
		roughness: 0.4,
		metal: false,
	}
}
