import { cross, type Point, subtract } from './point'

/** Area of a closed polygon (shoelace); positive when it runs clockwise on screen (y down). */
export function signedArea(ring: readonly Point[]): number {
	let sum = 0
	for (const [i, p] of ring.entries()) sum += cross(p, ring[(i + 1) % ring.length] ?? p)
	return sum / 2
}

/**
 * How often a closed polygon winds round `p`, clockwise on screen counted positive.
 * Sunday's crossing count; points on the boundary may fall either way.
 */
export function ringWinding(ring: readonly Point[], p: Point): number {
	let winding = 0
	for (const [i, a] of ring.entries()) {
		const b = ring[(i + 1) % ring.length] ?? a
		const side = cross(subtract(b, a), subtract(p, a))
		if (a[1] <= p[1] && b[1] > p[1] && side > 0) winding++
		else if (a[1] > p[1] && b[1] <= p[1] && side < 0) winding--
	}
	return winding
}

/** Whether the open segments a–b and c–d cross or touch. */
export function segmentsMeet(a: Point, b: Point, c: Point, d: Point): boolean {
	const ab = subtract(b, a)
	const cd = subtract(d, c)
	const c1 = cross(ab, subtract(c, a))
	const d1 = cross(ab, subtract(d, a))
	const a1 = cross(cd, subtract(a, c))
	const b1 = cross(cd, subtract(b, c))
	return c1 * d1 <= 0 && a1 * b1 <= 0 && !(c1 === 0 && d1 === 0 && a1 === 0 && b1 === 0)
}

/** The place of a ring's edge that is nearest to a point. */
export function nearestOnRing([x, y]: Point, ring: readonly Point[]): Point {
	let [least, nearX, nearY] = [Number.POSITIVE_INFINITY, x, y]
	for (let i = 0; i < ring.length; i++) {
		const [ax, ay] = ring[i] as Point
		const [bx, by] = ring[(i + 1) % ring.length] as Point
		const [dx, dy] = [bx - ax, by - ay]
		const l2 = dx * dx + dy * dy
		const t = l2 > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / l2)) : 0
		const [px, py] = [ax + t * dx, ay + t * dy]
		const d2 = (x - px) * (x - px) + (y - py) * (y - py)
		if (d2 >= least) continue
		least = d2
		nearX = px
		nearY = py
	}
	return [nearX, nearY]
}
