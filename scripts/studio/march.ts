import type { Subject } from './scene.ts'

const HIT = 4e-4
const MAX_STEPS = 160

/**
 * Sphere tracing (Hart, 1996): the distance along a unit ray at which it meets the
 * subject, or Infinity. Starts where the ray enters the subject's bounding sphere and
 * gives up where it leaves it.
 */
export function march(
	subject: Subject,
	ox: number,
	oy: number,
	oz: number,
	dx: number,
	dy: number,
	dz: number,
	limit = Number.POSITIVE_INFINITY,
): number {
	const [cx, cy, cz] = subject.bounds.centre
	const px = ox - cx
	const py = oy - cy
	const pz = oz - cz
	const b = px * dx + py * dy + pz * dz
	const h = b * b - (px * px + py * py + pz * pz - subject.bounds.radius ** 2)
	if (h < 0) return Number.POSITIVE_INFINITY
	const root = Math.sqrt(h)
	const end = Math.min(limit, root - b)
	let t = Math.max(0, -b - root)
	for (let i = 0; i < MAX_STEPS && t < end; i++) {
		const d = subject.distance(ox + dx * t, oy + dy * t, oz + dz * t)
		if (d < HIT) return t
		t += d * 0.92
	}
	return Number.POSITIVE_INFINITY
}

/** The outward unit normal by central differences on a tetrahedron. */
export function normalAt(
	subject: Subject,
	x: number,
	y: number,
	z: number,
): [number, number, number] {
	const e = 1e-3
	const a = subject.distance(x + e, y - e, z - e)
	const b = subject.distance(x - e, y - e, z + e)
	const c = subject.distance(x - e, y + e, z - e)
	const d = subject.distance(x + e, y + e, z + e)
	const nx = a - b - c + d
	const ny = -a - b + c + d
	const nz = -a + b - c + d
	const n = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1
	return [nx / n, ny / n, nz / n]
}
