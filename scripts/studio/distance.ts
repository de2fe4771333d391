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
