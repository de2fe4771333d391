/**
 * Signed distances to simple solids, negative inside, in scene units.
 * Formulas after Inigo Quilez, "Distance functions". Coordinates are passed as
 * scalars so that a march of millions of rays allocates nothing.
 */

export function sphere(x: number, y: number, z: number, radius: number): number {
	return Math.sqrt(x * x + y * y + z * z) - radius
}

/** A box with half sizes `hx`, `hy`, `hz`, its edges rounded by `round`. */
export function roundBox(
	x: number,
	y: number,
	z: number,
	hx: number,
	hy: number,
	hz: number,
	round: number,
): number {
	const dx = Math.abs(x) - hx + round
	const dy = Math.abs(y) - hy + round
	const dz = Math.abs(z) - hz + round
	const ox = Math.max(dx, 0)
	const oy = Math.max(dy, 0)
	const oz = Math.max(dz, 0)
	return Math.sqrt(ox * ox + oy * oy + oz * oz) + Math.min(Math.max(dx, dy, dz), 0) - round
}

/** A rectangle in two dimensions, rounded; revolved or extruded by its caller. */
export function roundRect(x: number, y: number, hx: number, hy: number, round: number): number {
	const dx = Math.abs(x) - hx + round
	const dy = Math.abs(y) - hy + round
	const ox = Math.max(dx, 0)
	const oy = Math.max(dy, 0)
	return Math.sqrt(ox * ox + oy * oy) + Math.min(Math.max(dx, dy), 0) - round
}

/** An upright cylinder about the y axis through the origin, half height `h`, rim rounded. */
export function roundCylinder(
	x: number,
	y: number,
	z: number,
	radius: number,
	h: number,
	round: number,
): number {
	return roundRect(Math.sqrt(x * x + z * z), y, radius, h, round)
}

/**
 * An upright frustum in the half plane (r, y): radius `r1` at y = -h, `r2` at y = h.
 * `r` is the distance from the axis.
 */
export function frustum(r: number, y: number, h: number, r1: number, r2: number): number {
	const k2x = r2 - r1
	const k2y = 2 * h
	const cax = r - Math.min(r, y < 0 ? r1 : r2)
	const cay = Math.abs(y) - h
	const t = Math.min(1, Math.max(0, ((r2 - r) * k2x + (h - y) * k2y) / (k2x * k2x + k2y * k2y)))
	const cbx = r - r2 + k2x * t
	const cby = y - h + k2y * t
	const inside = cbx < 0 && cay < 0 ? -1 : 1
	return inside * Math.sqrt(Math.min(cax * cax + cay * cay, cbx * cbx + cby * cby))
}

/** A rod of the given radius from (ax, ay, az) to (bx, by, bz), ends rounded. */
export function capsule(
	x: number,
	y: number,
	z: number,
	ax: number,
	ay: number,
	az: number,
	bx: number,
	by: number,
	bz: number,
	radius: number,
): number {
	const ux = bx - ax
	const uy = by - ay
	const uz = bz - az
	const px = x - ax
	const py = y - ay
	const pz = z - az
	const t = Math.min(1, Math.max(0, (px * ux + py * uy + pz * uz) / (ux * ux + uy * uy + uz * uz)))
	const dx = px - ux * t
	const dy = py - uy * t
	const dz = pz - uz * t
	return Math.sqrt(dx * dx + dy * dy + dz * dz) - radius
}

/** A ring about the y axis. */
export function ring(x: number, y: number, z: number, radius: number, wire: number): number {
	const d = Math.sqrt(x * x + z * z) - radius
	return Math.sqrt(d * d + y * y) - wire
}

/**
 * A wire bent along a circle in the plane z = 0 about the origin, kept to
 * directions within `half` radians of +x.
 */
export function arcWire(
	x: number,
	y: number,
	z: number,
	radius: number,
	half: number,
	wire: number,
): number {
	const ay = Math.abs(y)
	const cos = Math.cos(half)
	const sin = Math.sin(half)
	const beyond = x * sin - ay * cos < 0
	const inPlane = beyond
		? Math.sqrt((x - radius * cos) ** 2 + (ay - radius * sin) ** 2)
		: Math.abs(Math.sqrt(x * x + y * y) - radius)
	return Math.sqrt(inPlane * inPlane + z * z) - wire
}

/** The union of two solids with a fillet of about `k`. */
export function blend(a: number, b: number, k: number): number {
	const h = Math.max(k - Math.abs(a - b), 0) / k
	return Math.min(a, b) - h * h * k * 0.25
}

/** A round cone: a sphere at each of two joints, and the cone that touches both. */
function roundCone([ax, ay, az, ra]: Joint, [bx, by, bz, rb]: Joint) {
	const ux = bx - ax
	const uy = by - ay
	const uz = bz - az
	const l2 = ux * ux + uy * uy + uz * uz
	const rr = ra - rb
	const a2 = l2 - rr * rr
	const cx = (ax + bx) / 2
	const cy = (ay + by) / 2
	const cz = (az + bz) / 2
	const reach = Math.sqrt(l2) / 2 + Math.max(ra, rb)
	return {
		/** A lower bound of the distance, quickly had. */
		bound: (x: number, y: number, z: number) =>
			Math.sqrt((x - cx) ** 2 + (y - cy) ** 2 + (z - cz) ** 2) - reach,
		distance: (x: number, y: number, z: number): number => {
			const px = x - ax
			const py = y - ay
			const pz = z - az
			const along = px * ux + py * uy + pz * uz
			const beyond = along - l2
			const qx = px * l2 - ux * along
			const qy = py * l2 - uy * along
			const qz = pz * l2 - uz * along
			const x2 = qx * qx + qy * qy + qz * qz
			const y2 = along * along * l2
			const z2 = beyond * beyond * l2
			const k = Math.sign(rr) * rr * rr * x2
			if (Math.sign(beyond) * a2 * z2 > k) return Math.sqrt(x2 + z2) / l2 - rb
			if (Math.sign(along) * a2 * y2 < k) return Math.sqrt(x2 + y2) / l2 - ra
			return (Math.sqrt((x2 * a2) / l2) + along * rr) / l2 - ra
		},
	}
}

/** A joint of a bent tube: its place and the tube's radius there. */
export type Joint = readonly [x: number, y: number, z: number, radius: number]

/** Beyond this distance from a tube its bounding sphere is a good enough bound. */
const FAR = 0.3

/**
 * A tube through joints, thickening and thinning from one to the next, its bends eased by `ease`
 * (0 for joints so close that they need none).
 * @returns its distance function, which far away answers from a bounding sphere alone
 */
export function bentTube(joints: readonly Joint[], ease: number) {
	const n = joints.length
	const middle = [0, 1, 2].map((i) => joints.reduce((sum, j) => sum + (j[i] ?? 0), 0) / n)
	const [cx = 0, cy = 0, cz = 0] = middle
	const reach = Math.max(...joints.map(([x, y, z, r]) => Math.hypot(x - cx, y - cy, z - cz) + r))
	const cones = joints.slice(1).map((joint, i) => roundCone(joints[i] ?? joint, joint))
	return (x: number, y: number, z: number): number => {
		const away = Math.sqrt((x - cx) ** 2 + (y - cy) ** 2 + (z - cz) ** 2) - reach
		if (away > FAR) return away
		let d = Number.POSITIVE_INFINITY
		for (const cone of cones) {
			if (cone.bound(x, y, z) > d + ease) continue
			const part = cone.distance(x, y, z)
			d = ease > 0 && d < Number.POSITIVE_INFINITY ? blend(d, part, ease) : Math.min(d, part)
		}
		return d
	}
}

/** Joints along a smooth curve through the given ones (Catmull–Rom), `per` to a span. */
export function smoothJoints(joints: readonly Joint[], per: number): Joint[] {
	const out: Joint[] = []
	for (let i = 0; i + 1 < joints.length; i++) {
		const p = [
			joints[Math.max(0, i - 1)],
			joints[i],
			joints[i + 1],
			joints[Math.min(joints.length - 1, i + 2)],
		] as Joint[]
		for (let k = 0; k < per; k++) out.push(catmullRom(p, k / per))
	}
	const last = joints.at(-1)
	return last ? [...out, last] : out
}

function catmullRom([a, b, c, d]: readonly Joint[], t: number): Joint {
	const at = (i: 0 | 1 | 2 | 3) => {
		const [p = 0, q = 0, r = 0, s = 0] = [a?.[i], b?.[i], c?.[i], d?.[i]]
		return (
			0.5 *
			(2 * q +
				(r - p) * t +
				(2 * p - 5 * q + 4 * r - s) * t * t +
				(3 * q - p - 3 * r + s) * t * t * t)
		)
	}
	return [at(0), at(1), at(2), at(3)]
}

/** An ellipsoid with the given radii; a bound that is near enough to march on (after Quilez). */
export function ellipsoid(
	x: number,
	y: number,
	z: number,
	rx: number,
	ry: number,
	rz: number,
): number {
	const k0 = Math.sqrt((x / rx) ** 2 + (y / ry) ** 2 + (z / rz) ** 2)
	const k1 = Math.sqrt((x / (rx * rx)) ** 2 + (y / (ry * ry)) ** 2 + (z / (rz * rz)) ** 2)
	return k1 > 0 ? (k0 * (k0 - 1)) / k1 : -Math.min(rx, ry, rz)
}

/**
 * A prism that stands on the polygon `corners` (x0, z0, x1, z1, … in the ground plane) about the
 * height 0: exact in the plane (after Quilez), half as thick as `h` up and down, edges rounded.
 */
export function prism(
	x: number,
	y: number,
	z: number,
	corners: readonly number[],
	h: number,
	round: number,
): number {
	const n = corners.length / 2
	let nearest = Number.POSITIVE_INFINITY
	let sign = 1
	for (let i = 0, j = n - 1; i < n; j = i, i++) {
		const ax = corners[2 * i] ?? 0
		const az = corners[2 * i + 1] ?? 0
		const ex = (corners[2 * j] ?? 0) - ax
		const ez = (corners[2 * j + 1] ?? 0) - az
		const wx = x - ax
		const wz = z - az
		const t = Math.min(1, Math.max(0, (wx * ex + wz * ez) / (ex * ex + ez * ez)))
		nearest = Math.min(nearest, (wx - ex * t) ** 2 + (wz - ez * t) ** 2)
		const above = z >= az
		const below = z < az + ez
		const left = ex * wz > ez * wx
		if ((above && below && left) || (!above && !below && !left)) sign = -sign
	}
	const flat = sign * Math.sqrt(nearest) + round
	const tall = Math.abs(y) - h + round
	const ox = Math.max(flat, 0)
	const oy = Math.max(tall, 0)
	return Math.sqrt(ox * ox + oy * oy) + Math.min(Math.max(flat, tall), 0) - round
}

/**
 * A flat distance function answered from a grid wherever its value is far from 0.
 * A cell whose middle lies further from the edge than a cell is wide answers with the middle's
 * distance less half a diagonal (a lower bound of the same sign); others ask `exact`.
 * @param reach the grid covers x and z from -reach to reach; beyond it `exact` is asked
 */
export function banded(exact: (x: number, z: number) => number, reach: number, cell: number) {
	const n = Math.ceil((2 * reach) / cell)
	const half = (cell * Math.SQRT2) / 2
	const middles = new Float32Array(n * n)
	for (let j = 0; j < n; j++)
		for (let i = 0; i < n; i++)
			middles[j * n + i] = exact((i + 0.5) * cell - reach, (j + 0.5) * cell - reach)
	return (x: number, z: number): number => {
		const i = Math.floor((x + reach) / cell)
		const j = Math.floor((z + reach) / cell)
		if (i < 0 || j < 0 || i >= n || j >= n) return exact(x, z)
		const d = middles[j * n + i] ?? 0
		return Math.abs(d) < 3 * half ? exact(x, z) : d - Math.sign(d) * half
	}
}
