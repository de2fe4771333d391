import { at } from '../geometry/numbers'
import type { Trail } from './trail'

/** Where a trail passes and which way it runs, by local regression. */
export interface Bearing {
	x: number
	y: number
	/** Unit vector in the direction of travel. */
	dx: number
	dy: number
}

/** What residual counts as noise: `sigma` is the jitter, `floor` what is neglected anyway, px. */
export interface Grain {
	readonly sigma: number
	readonly floor: number
}

const WINDOWS = [44, 32, 24, 18, 13, 9, 6]
/** A window of fewer points says little: rather leave the points next to the corner out. */
const TELLING = 13

/**
 * The bearing at point `i` as the points on one side alone show it: a parabola through the largest
 * window that it explains, extrapolated to `i`. The point itself is left out: at a corner it may
 * lie beside both branches; and if need be some beside it, where the corner is blunt.
 * @param side +1 for the points after `i`, −1 for those before
 * @param most points there are on that side
 * @param blunt how many points beside the corner may belong to neither branch
 */
export function oneSided(
	trail: Trail,
	i: number,
	side: 1 | -1,
	most: number,
	grain: Grain,
	blunt = 0,
): Bearing {
	for (const skip of blunt > 0 ? [0, blunt] : [0])
		for (const w of WINDOWS)
			if (w + skip <= most && w >= TELLING) {
				const found = regress(trail, i, side, 1 + skip, w, grain)
				if (found) return turned(found, side)
			}
	for (const w of WINDOWS)
		if (w <= most && w < TELLING) {
			const found = regress(trail, i, side, 1, w, grain)
			if (found) return turned(found, side)
		}
	const w = Math.max(1, Math.min(most, 5))
	const rough = w >= 3 && regress(trail, i, side, 1, w, ANY)
	if (rough) return turned(rough, side)
	const o = i + trail.pad
	const dx = side * (at(trail.x, o + side * w) - at(trail.x, o))
	const dy = side * (at(trail.y, o + side * w) - at(trail.y, o))
	const n = Math.hypot(dx, dy) || 1
	return { x: at(trail.x, o), y: at(trail.y, o), dx: dx / n, dy: dy / n }
}

function turned(b: Bearing, side: 1 | -1): Bearing {
	return { x: b.x, y: b.y, dx: side * b.dx, dy: side * b.dy }
}

const HALF_WINDOWS = [18, 13, 9, 6, 4, 3]
const ANY: Grain = { sigma: Number.POSITIVE_INFINITY, floor: 0 }

/** The bearing at `i` from the points on both sides, at most `before` and `after` of them. */
export function twoSided(
	trail: Trail,
	i: number,
	before: number,
	after: number,
	grain: Grain,
): Bearing {
	const most = Math.min(before, after)
	for (const w of HALF_WINDOWS) {
		const found = w <= most && regress(trail, i, 1, -w, 2 * w + 1, grain)
		if (found) return found
	}
	const rough = most >= 2 && regress(trail, i, 1, -2, 5, ANY)
	if (rough) return rough
	const a = i + trail.pad - Math.min(1, before)
	const b = i + trail.pad + Math.min(1, after)
	const dx = at(trail.x, b) - at(trail.x, a)
	const dy = at(trail.y, b) - at(trail.y, a)
	const n = Math.hypot(dx, dy) || 1
	return { x: at(trail.x, i + trail.pad), y: at(trail.y, i + trail.pad), dx: dx / n, dy: dy / n }
}

/**
 * Fits p(k) = A + B k + C k² to the points i + side·(first + j), j = 0 … w − 1.
 * @returns place and direction at k = 0; `null` where more than grain is left across the curve
 */
function regress(
	{ x, y, pad }: Trail,
	i: number,
	side: number,
	first: number,
	w: number,
	{ sigma, floor }: Grain,
): Bearing | null {
	const o = i + pad
	const ox = at(x, o)
	const oy = at(y, o)
	const middle = (w - 1) / 2
	let sx = 0
	let sy = 0
	let ux = 0
	let uy = 0
	let vx = 0
	let vy = 0
	let xx = 0
	let xy = 0
	let yy = 0
	for (let j = 0; j < w; j++) {
		const k = o + side * (first + j)
		const u = j - middle
		const px = at(x, k) - ox
		const py = at(y, k) - oy
		sx += px
		sy += py
		ux += u * px
		uy += u * py
		vx += u * u * px
		vy += u * u * py
		xx += px * px
		xy += px * py
		yy += py * py
	}
	const m2 = (w * w - 1) / 12
	const m4 = ((w * w - 1) * (3 * w * w - 7)) / 240
	const q = m4 - m2 * m2
	const mx = sx / w
	const my = sy / w
	const bx = ux / w / m2
	const by = uy / w / m2
	const cx = q > 0 ? (vx / w - m2 * mx) / q : 0
	const cy = q > 0 ? (vy / w - m2 * my) / q : 0
	const u0 = -first - middle
	const dx = bx + 2 * cx * u0
	const dy = by + 2 * cy * u0
	const speed = Math.sqrt(dx * dx + dy * dy)
	if (!(speed > 0)) return null
	// The residual's variance along the mean normal.
	const b = Math.sqrt(bx * bx + by * by) || 1
	const nx = -by / b
	const ny = bx / b
	const rxx = xx / w - mx * mx - bx * bx * m2 - cx * cx * q
	const rxy = xy / w - mx * my - bx * by * m2 - cx * cy * q
	const ryy = yy / w - my * my - by * by * m2 - cy * cy * q
	const left = nx * nx * rxx + 2 * nx * ny * rxy + ny * ny * ryy
	const bound = 1.2 * sigma + floor
	if (!(left <= bound * bound)) return null
	return {
		x: ox + mx - cx * m2 + bx * u0 + cx * u0 * u0,
		y: oy + my - cy * m2 + by * u0 + cy * u0 * u0,
		dx: dx / speed,
		dy: dy / speed,
	}
}
