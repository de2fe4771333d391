import { lens } from './camera.ts'
import { develop } from './film.ts'
import { radiance } from './light.ts'
import { march } from './march.ts'
import { hash } from './noise.ts'
import type { Scene, Subject, Vec } from './scene.ts'

/** Light paths a pixel where a scene does not say; also what soft shadow and blur are sampled with. */
const PATHS = 16
/** The coverage of a pixel on the edge is counted on a grid of this many points a side. */
const MASK_GRID = 12
// The additive recurrence R2 (Roberts, 2018) spreads samples evenly over the unit square.
const R2X = 0.7548776662466927
const R2Y = 0.5698402909980532

export interface Window {
	x: number
	y: number
	width: number
	height: number
}

/** Photographs one window of the picture: RGB, row-major, three bytes a pixel. */
export function exposeWindow(scene: Scene, window: Window): Uint8Array {
	const rgb = new Uint8Array(window.width * window.height * 3)
	const ray = lens(scene.camera, scene.width, scene.height)
	const paths = scene.paths ?? PATHS
	let i = 0
	for (let y = window.y; y < window.y + window.height; y++) {
		for (let x = window.x; x < window.x + window.width; x++) {
			const sum: Vec = [0, 0, 0]
			const shiftU = hash(x, y, scene.seed)
			const shiftV = hash(x, y, scene.seed + 1)
			for (let k = 0; k < paths; k++) {
				const u = (shiftU + k * R2X) % 1
				const v = (shiftV + k * R2Y) % 1
				const w = (shiftV + k * 0.618034 + 0.31) % 1
				const q = (shiftU + k * 0.414214 + 0.77) % 1
				const lensRadius = Math.sqrt(w)
				const { from, dir } = ray(
					x + 0.5 + tent(u),
					y + 0.5 + tent(v),
					lensRadius * Math.cos(2 * Math.PI * q),
					lensRadius * Math.sin(2 * Math.PI * q),
				)
				const light = radiance(scene, from, dir, [v, u])
				for (let c = 0; c < 3; c++) sum[c] = (sum[c] ?? 0) + Math.min(4, light[c] ?? 0) / paths
			}
			const pixel = develop(sum, x, y, scene.width, scene.height, scene)
			rgb.set(pixel, i)
			i += 3
		}
	}
	return rgb
}

/**
 * The subject's exact coverage of each pixel of a window, 0 to 255, through a pinhole in
 * the lens's middle. Pixels whose corners and centre agree are taken as whole. Where several have their
 * truths it is what is seen of each.
 */
export function coverageWindow(
	scene: Scene,
	window: Window,
	subject: Subject = scene.subject,
): Uint8Array {
	const ray = lens(scene.camera, scene.width, scene.height)
	const others = scene.also ? [scene.subject, ...scene.props].filter((one) => one !== subject) : []
	const covers = (x: number, y: number) => {
		const { from, dir } = ray(x, y, 0, 0)
		const away = march(subject, ...from, ...dir)
		return (
			away < Number.POSITIVE_INFINITY &&
			!others.some((other) => march(other, ...from, ...dir) < away)
		)
	}
	const corners = new Uint8Array((window.width + 1) * (window.height + 1))
	for (let y = 0; y <= window.height; y++)
		for (let x = 0; x <= window.width; x++)
			corners[y * (window.width + 1) + x] = covers(window.x + x, window.y + y) ? 1 : 0
	const mask = new Uint8Array(window.width * window.height)
	for (let y = 0; y < window.height; y++) {
		for (let x = 0; x < window.width; x++) {
			const at = y * (window.width + 1) + x
			const below = at + window.width + 1
			const inside =
				(corners[at] ?? 0) +
				(corners[at + 1] ?? 0) +
				(corners[below] ?? 0) +
				(corners[below + 1] ?? 0)
			const centre = covers(window.x + x + 0.5, window.y + y + 0.5)
			const whole = (inside === 4 && centre) || (inside === 0 && !centre)
			mask[y * window.width + x] = whole
				? centre
					? 255
					: 0
				: partial(covers, window.x + x, window.y + y)
		}
	}
	return mask
}

function partial(covers: (x: number, y: number) => boolean, x: number, y: number): number {
	let count = 0
	for (let j = 0; j < MASK_GRID; j++)
		for (let i = 0; i < MASK_GRID; i++)
			if (covers(x + (i + 0.5) / MASK_GRID, y + (j + 0.5) / MASK_GRID)) count++
	return Math.round((255 * count) / MASK_GRID ** 2)
}

/** A tent filter one pixel wide on either side: the softness of a good lens. */
function tent(u: number): number {
	return u < 0.5 ? Math.sqrt(2 * u) - 1 : 1 - Math.sqrt(2 - 2 * u)
}
