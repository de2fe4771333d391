import { fractal, hash, mix, noise, smoothstep } from './noise.ts'
import type { Surface } from './scene.ts'

const PLANK = 0.86

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
