import { roundBox, roundCylinder } from '../distance.ts'
import { fractal, mix } from '../noise.ts'
import type { Subject, Vec } from '../scene.ts'
import { threadReel } from './benchProps.ts'
import { ironKey } from './key.ts'
import { shears } from './shears.ts'

interface Place {
	/** Where its middle lies on the bench, and how high above it it begins. */
	readonly x: number
	readonly z: number
	readonly lift?: number
	/** Radians about the upright. */
	readonly turn: number
	readonly size: number
}

/** A subject made smaller and laid somewhere else. */
function placed(subject: Subject, name: string, { x, z, lift = 0, turn, size }: Place): Subject {
	const [c, s] = [Math.cos(turn), Math.sin(turn)]
	const own = (px: number, py: number, pz: number): Vec => {
		const [u, v] = [(px - x) / size, (pz - z) / size]
		return [u * c + v * s, (py - lift) / size, v * c - u * s]
	}
	const [bx, by, bz] = subject.bounds.centre
	return {
		name,
		distance: (px, py, pz) => size * subject.distance(...own(px, py, pz)),
		surface: (px, py, pz) => subject.surface(...own(px, py, pz)),
		bounds: {
			centre: [x + size * (bx * c - bz * s), lift + size * by, z + size * (bx * s + bz * c)],
			radius: size * subject.bounds.radius,
		},
	}
}

const MOON = { x: 1.3, z: 0.5, radius: 0.55, thick: 0.04 }

/** A moon of painted wood, as a puppet holds it up: a flat crescent, worn at its edges. */
const moon: Subject = {
	name: 'moon',
	bounds: { centre: [MOON.x, MOON.thick, MOON.z], radius: 0.62 },
	distance: (x, y, z) => {
		const [u, v] = [x - MOON.x, z - MOON.z]
		const disc = roundCylinder(u, y - MOON.thick, v, MOON.radius, MOON.thick, 0.012)
		return Math.max(disc, 0.46 - Math.hypot(u - 0.2, v + 0.16))
	},
	surface: (x, y, z) => {
		const worn = fractal(x * 7, y * 9, z * 7, 4)
		const tone = mix(0.85, 1.1, worn)
		return {
			colour: [0.62 * tone, 0.44 * tone, 0.1 * tone],
			reflectance: 0.05,
			roughness: 0.5,
			metal: false,
		}
	},
}

const RIM = { x: 2.35, z: 1.72, high: 0.11, thick: 0.06 }

/** The tray's wooden rim. */
export const trayRim: Subject = {
	name: 'rim',
	bounds: { centre: [0, RIM.high, 0], radius: 3.1 },
	distance: (x, y, z) =>
		Math.min(
			roundBox(Math.abs(x) - RIM.x, y - RIM.high, z, RIM.thick, RIM.high, RIM.z, 0.02),
			roundBox(x, y - RIM.high, Math.abs(z) - RIM.z, RIM.x + RIM.thick, RIM.high, RIM.thick, 0.02),
		),
	surface: (x, y, z) => {
		const tone = mix(0.7, 1.15, fractal(x * 5, y * 30, z * 5, 3))
		return {
			colour: [0.2 * tone, 0.11 * tone, 0.06 * tone],
			reflectance: 0.04,
			roughness: 0.6,
			metal: false,
		}
	},
}

/** Small props lying side by side, the shears over the moon. */
export const trayKey = placed(ironKey, 'key', { x: -1, z: -0.72, turn: 0.28, size: 0.6 })
export const trayProps: readonly Subject[] = [
	placed(shears, 'shears', { x: 0.95, z: -0.1, lift: 0.1, turn: 0.62, size: 0.52 }),
	moon,
	{ ...threadReel(-1.55, 0.85, 0.62), name: 'reel' },
	{ ...threadReel(-0.62, 1.02, 0.48), name: 'small-reel' },
]
