import { fractal, hash, mix, noise, smoothstep } from './noise.ts'
import type { Surface } from './scene.ts'

const PLANK = 0.86
/** The printed cotton repeats at this step. */
const PRINT = 0.44

/** A worn workshop bench of oiled planks that run from left to right; units as the scene's. */
export function plankBench(x: number, z: number): Surface {
	const plank = Math.floor(z / PLANK)
	const across = z / PLANK - plank
	const shift = hash(plank, 3) * 40
	const warp = fractal(x * 0.35 + shift, z * 1.4, plank, 4)
	const growth = Math.sin((z * 9 + warp * 14 + hash(plank, 9) * 6) * 2.1) * 0.5 + 0.5
	const fibre = noise(x * 5 + shift, z * 150, plank * 7) * 0.6 + noise(x * 19, z * 320, plank) * 0.4
	const stain = smoothstep(0.52, 0.75, fractal(x * 0.8 + 11, z * 0.8, 2, 5))
	const seam = smoothstep(0.018, 0.004, Math.min(across, 1 - across) * PLANK)
	const scratch = smoothstep(0.93, 0.99, noise(x * 2.2 + z * 7, z * 60 - x * 14, 5))
	const tone =
		0.8 +
		0.35 * growth * 0.5 +
		0.22 * (fibre - 0.5) -
		0.25 * stain +
		0.16 * scratch +
		(hash(plank, 1) - 0.5) * 0.16
	const dark = tone * (1 - 0.85 * seam)
	return {
		colour: [0.34 * dark, 0.205 * dark * mix(1, 0.94, growth), 0.115 * dark],
		reflectance: 0.04,
		roughness: 0.42 + 0.3 * fibre,
		metal: false,
	}
}

/** Limewashed plaster, faintly patchy. */
export function plasterWall(x: number, y: number): Surface {
	const patch = fractal(x * 0.5 + 4, y * 0.5, 8, 5)
	const trowel = fractal(x * 2.2, y * 5.5 + patch * 3, 3, 4)
	const tone = 0.3 + 0.3 * (patch - 0.5) + 0.12 * (trowel - 0.5)
	return {
		colour: [tone * 1.0, tone * 0.955, tone * 0.87],
		reflectance: 0.03,
		roughness: 1,
		metal: false,
	}
}

/** A board primed with chalk and glue: off-white, brushed along x, yellowed in patches. */
export function primedBoard(x: number, z: number): Surface {
	const brushed = noise(x * 1.2, z * 70, 3) * 0.5 + noise(x * 3, z * 160, 6) * 0.5
	const yellowed = fractal(x * 0.7 + 9, z * 0.9, 4, 4)
	const chip = smoothstep(0.79, 0.85, fractal(x * 5, z * 5, 21, 4))
	const tone = 0.56 + 0.07 * (brushed - 0.5) - 0.1 * yellowed
	return {
		colour: [
			mix(tone, 0.3, chip),
			mix(tone * 0.95, 0.21, chip),
			mix(tone * (0.86 - 0.12 * yellowed), 0.13, chip),
		],
		reflectance: 0.03,
		roughness: 0.85,
		metal: false,
	}
}

/** Block-printed cotton: rows of sprigs and dots in two inks, stripes between, the weave beneath. */
export function printedCotton(x: number, z: number): Surface {
	const weave =
		0.9 + 0.12 * Math.sin(x * 260) * Math.sin(z * 260) + 0.12 * (noise(x * 40, z * 40, 1) - 0.5)
	const fold = 0.85 + 0.3 * fractal(x * 0.7 + z * 0.4, z * 0.5 - x * 0.3, 12, 3)
	const row = Math.floor(z / PRINT)
	const u = x / PRINT + (row % 2 === 0 ? 0 : 0.5)
	const px = (u - Math.floor(u) - 0.5) * PRINT
	const pz = (z / PRINT - row - 0.5) * PRINT
	const worn = 0.75 + 0.5 * (noise(x * 14, z * 14, 5) - 0.5)
	const sprig = Math.max(leaf(px, pz, 0.9), leaf(px, pz, -0.9), leaf(px, pz, 0))
	const dots = smoothstep(0.035, 0.028, Math.hypot(Math.abs(px) - 0.15, pz + 0.12))
	const stripe = smoothstep(0.018, 0.012, Math.abs(Math.abs(pz) - PRINT / 2 + 0.01))
	const indigo = Math.max(sprig, stripe) * worn
	const madder = dots * worn
	const ground: readonly number[] = [0.36, 0.32, 0.25]
	const inks: readonly number[] = [0.035, 0.07, 0.13]
	const reds: readonly number[] = [0.24, 0.05, 0.035]
	const colour = [0, 1, 2].map(
		(i) => mix(mix(ground[i] ?? 0, inks[i] ?? 0, indigo), reds[i] ?? 0, madder) * weave * fold,
	)
	return {
		colour: [colour[0] ?? 0, colour[1] ?? 0, colour[2] ?? 0],
		reflectance: 0.02,
		roughness: 1,
		metal: false,
	}
}

/** One leaf of a printed sprig, turned by `turn` radians: 1 in the ink, 0 outside. */
function leaf(x: number, z: number, turn: number): number {
	const u = x * Math.cos(turn) - z * Math.sin(turn)
	const v = x * Math.sin(turn) + z * Math.cos(turn) + 0.09
	return smoothstep(1.06, 0.94, Math.hypot(u / 0.042, v / 0.11))
}
