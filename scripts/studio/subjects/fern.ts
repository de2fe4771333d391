import { bentTube, capsule, ellipsoid, type Joint } from '../distance.ts'
import { fractal, hash, mix, noise } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

/** The frond's stalk runs along x from its cut end to its tip. */
const CUT = -1.75
const TIP = 1.72
/** Where the first pinna stands, and the step from one to the next. */
const FIRST = -1.12
const STEP = 0.174
const PINNAE = 16
/** Leaflets stand this far apart along a pinna. */
const LEAFLET = 0.062
/** Pinnae lean towards the tip by this angle from the stalk. */
const LEAN = 1.12

const STALK: readonly Joint[] = Array.from({ length: 19 }, (_, i) => {
	const x = mix(CUT, TIP, i / 18)
	return [x, 0.06, bend(x), mix(0.034, 0.006, i / 18)]
})
const stalk = bentTube(STALK, 0)
const pinnae = Array.from({ length: PINNAE }, (_, i) => [pinna(i, 1), pinna(i, -1)]).flat()

/** A pressed fern frond: some three hundred leaflets along thirty-six pinnae. */
export const fern: Subject = {
	name: 'fern',
	bounds: { centre: [0, 0.08, 0], radius: 1.92 },
	distance: (x, y, z) => {
		if (y > 0.45) return y - 0.3
		let d = stalk(x, y, z)
		for (const one of pinnae) if (one.bound(x, y, z) < d) d = Math.min(d, one.distance(x, y, z))
		return d
	},
	surface,
}

/** How far the stalk's curve lies from the straight line, at `x`. */
function bend(x: number): number {
	return 0.16 * Math.sin(x * 0.95 + 0.3) - 0.05
}

/** The pinna of number `i` on one side (1 or -1) of the stalk, and a quick bound of it. */
function pinna(i: number, side: 1 | -1) {
	const shift = (hash(i, side, 5) - 0.5) * 0.03
	const fromX = FIRST + i * STEP + (side > 0 ? 0.05 : 0) + shift
	const fromZ = bend(fromX)
	const along = (fromX - FIRST) / (TIP - FIRST)
	// Longest a third of the way up, short again at the foot, nothing at the tip.
	const length = 0.86 * Math.sin(Math.PI * (0.2 + 0.8 * along) ** 0.72) ** 0.85 + 0.05
	const turn = LEAN - 0.3 * along + (hash(i, side, 9) - 0.5) * 0.12
	const cos = Math.cos(turn)
	const sin = Math.sin(turn) * side
	const rise = 0.04 + 0.11 * hash(i, side, 2)
	const reach = 0.078 * (0.35 + 0.65 * (length / 0.9))
	const count = Math.max(1, Math.floor(length / LEAFLET))
	const height = (u: number) => 0.06 + rise * (u / length) ** 2
	const toX = fromX + cos * length
	const toZ = fromZ + sin * length
	const leaflet = (u: number, y: number, v: number, k: number, sideways: 1 | -1) => {
		const at = (k + 0.5) * LEAFLET
		const taper = Math.sqrt(Math.max(0.06, 1 - (at / length) ** 2))
		const l = reach * taper * (0.9 + 0.2 * hash(k, i, side))
		const du = u - at - 0.32 * v * sideways
		const dv = v * sideways - l * 0.62
		return ellipsoid(
			du,
			y - height(at) - 0.02 * hash(k, i, 4) * sideways,
			dv,
			0.033,
			0.011,
			l * 0.72,
		)
	}
	return {
		bound: (x: number, y: number, z: number) =>
			capsule(x, y, z, fromX, 0.06, fromZ, toX, 0.06 + rise, toZ, reach * 1.5 + 0.03),
		distance: (x: number, y: number, z: number) => {
			const u = (x - fromX) * cos + (z - fromZ) * sin
			const v = -(x - fromX) * sin + (z - fromZ) * cos
			const rib = capsule(u, y, v, 0, 0.06, 0, length, height(length), 0, 0.009)
			const sideways = v > 0 ? 1 : -1
			const near = Math.round((u - 0.32 * v * sideways) / LEAFLET - 0.5)
			let d = rib
			for (let k = near - 1; k <= near + 1; k++)
				if (k >= 0 && k < count) d = Math.min(d, leaflet(u, y, v, k, sideways))
			// Leaflets are skewed along the rib: their distances shrink a little.
			return d * 0.8
		},
	}
}

function surface(x: number, y: number, z: number): Surface {
	const away = Math.abs(z - bend(x))
	const patch = fractal(x * 3, y * 3, z * 3 + 2, 4)
	const vein = noise(x * 60, y * 60, z * 60)
	const dry = Math.max(0, patch - 0.52) * 3
	const stem = away < 0.03 ? 0.6 : 0
	const tone = 0.75 + 0.35 * vein + 0.3 * patch
	return {
		colour: [
			mix(0.05, 0.2, Math.min(1, dry + stem)) * tone,
			mix(0.13, 0.13, dry) * tone,
			mix(0.03, 0.04, dry + stem) * tone,
		],
		reflectance: 0.04,
		roughness: 0.6,
		metal: false,
	}
}
