import { roundBox, roundCylinder } from '../distance.ts'
import { fractal, mix, noise } from '../noise.ts'
import type { Subject } from '../scene.ts'

/** A wooden reel of linen thread, standing on the bench with its foot at (cx, 0, cz). */
export function threadReel(cx: number, cz: number, size: number): Subject {
	const distance = (x: number, y: number, z: number) => {
		const px = (x - cx) / size
		const py = y / size
		const pz = (z - cz) / size
		const flange = Math.min(
			roundCylinder(px, py - 0.07, pz, 0.42, 0.07, 0.03),
			roundCylinder(px, py - 0.93, pz, 0.42, 0.07, 0.03),
		)
		const wound = roundCylinder(px, py - 0.5, pz, 0.36 + 0.006 * Math.sin(py * 120), 0.4, 0.05)
		return size * Math.min(flange, wound)
	}
	return {
		name: 'thread reel',
		distance,
		surface: (x, y, z) => {
			const h = y / size
			const linen = h > 0.13 && h < 0.87
			const grain = linen ? noise(x * 30, y * 90, z * 30) : fractal(x * 8, y * 40, z * 8, 3)
			const tone = mix(0.75, 1.1, grain)
			return {
				colour: linen
					? [0.06 * tone, 0.13 * tone, 0.16 * tone]
					: [0.42 * tone, 0.27 * tone, 0.14 * tone],
				reflectance: 0.04,
				roughness: 0.7,
				metal: false,
			}
		},
		bounds: { centre: [cx, size / 2, cz], radius: 0.75 * size },
	}
}

/** A stack of black card, a little askew, its middle at (cx, 0, cz), turned by `turn` radians. */
export function cardStack(cx: number, cz: number, turn: number): Subject {
	const distance = (x: number, y: number, z: number) => {
		let d = Number.POSITIVE_INFINITY
		for (let i = 0; i < 3; i++) {
			const a = turn + (i - 1) * 0.06
			const px = (x - cx) * Math.cos(a) - (z - cz) * Math.sin(a)
			const pz = (x - cx) * Math.sin(a) + (z - cz) * Math.cos(a)
			d = Math.min(d, roundBox(px, y - 0.035 - i * 0.06, pz, 0.8 - 0.05 * i, 0.026, 0.55, 0.006))
		}
		return d
	}
	return {
		name: 'card stack',
		distance,
		surface: (x, y, z) => {
			const tone = mix(0.02, 0.035, fractal(x * 9, y * 60, z * 9, 3))
			return {
				colour: [tone, tone, tone * 1.08],
				reflectance: 0.035,
				roughness: 0.75,
				metal: false,
			}
		},
		bounds: { centre: [cx, 0.1, cz], radius: 1.05 },
	}
}
