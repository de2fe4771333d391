import { unit } from './light.ts'
import type { Camera, Vec } from './scene.ts'

export interface Ray {
	from: Vec
	dir: Vec
}

/**
 * A thin-lens camera focused on the plane through `camera.to`.
 * @returns a function from picture coordinates (pixels, y down) and a point of the unit
 *   disc on the lens to a ray in the scene
 */
export function lens(camera: Camera, width: number, height: number) {
	const forward = unit(subtract(camera.to, camera.from))
	const level = unit(cross(forward, [0, 1, 0]))
	const upright = cross(level, forward)
	const cos = Math.cos(camera.roll)
	const sin = Math.sin(camera.roll)
	const right: Vec = add(scale(level, cos), scale(upright, sin))
	const up: Vec = add(scale(upright, cos), scale(level, -sin))
	const perPixel = camera.height / height
	return (px: number, py: number, lx: number, ly: number): Ray => {
		const focus = add(
			camera.to,
			add(scale(right, (px - width / 2) * perPixel), scale(up, (height / 2 - py) * perPixel)),
		)
		const from = add(
			camera.from,
			add(scale(right, lx * camera.aperture), scale(up, ly * camera.aperture)),
		)
		return { from, dir: unit(subtract(focus, from)) }
	}
}

function add(a: Vec, b: Vec): Vec {
	return [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
}

function subtract(a: Vec, b: Vec): Vec {
	return [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
}

function scale(a: Vec, k: number): Vec {
	return [a[0] * k, a[1] * k, a[2] * k]
}

function cross(a: Vec, b: Vec): Vec {
	return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
}
