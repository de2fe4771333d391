import { type Box, boxOf, growBox } from '../geometry/box'
import { cross, distance, type Point, subtract } from '../geometry/point'
import type { Pixels } from './pixels'

/** Pictures of flat things, taken at a slant, laid square. */

/** Four corners of something flat, in order round it from its upper left, px of the photo. */
export type Quad = readonly [Point, Point, Point, Point]

/** A projective map of the plane: nine numbers, row by row, that take (x, y, 1) to (X, Y, W). */
export type Projective = readonly [
	number,
	number,
	number,
	number,
	number,
	number,
	number,
	number,
	number,
]

/** Four corners that are none of a rectangle seen at a slant: three in a line, or crossing sides. */
export class NotARectangle extends Error {
	constructor() {
		super(
			'The four corners do not stand round anything flat: set them in order, none on the line of two others.',
		)
		this.name = 'NotARectangle'
	}
}

export interface RectifyOptions {
	/** Width over height of the rectangle, where it was measured. */
	readonly ratio?: number
	/** How far the lens bends straight lines: at the photo's corners points lie by this share further out than they should. */
	readonly curvature?: number
}

export interface Rectified {
	readonly pixels: Pixels
	/** Where the rectangle came to lie, px of the new picture. */
	readonly rectangle: Box
}

/** So much of what is round the rectangle comes along at most, as a share of its sides. */
const ROUND = 1
/** A picture is never made of more, px. */
const MOST_PX = 100e6

/**
 * The photo as it would be had it been taken square on: the four corners become a rectangle, and what lies round it
 * comes along as far as it is seen.
 * @param quad px of the photo, clockwise from the corner that becomes the upper left one
 * @param tell is told how far the work has come, 0 to 1
 * @throws {NotARectangle}
 */
export function rectify(
	photo: Pixels,
	quad: Quad,
	{ ratio, curvature = 0 }: RectifyOptions = {},
	tell: (share: number) => void = () => {},
): Rectified {
	const lens = lensOf(photo, curvature)
	const corners = quad.map(lens.straight) as unknown as Quad
	assertConvex(corners)
	const size = sizeOf(corners, ratio ?? ratioOf(corners, photo))
	const flat: Quad = [
		[0, 0],
		[size.width, 0],
		[size.width, size.height],
		[0, size.height],
	]
	const back = projectiveBetween(flat, corners)
	const bounds = boundsOf(photo, projectiveBetween(corners, flat), size, lens)
	const pixels = resampled(photo, bounds, (p) => lens.bent(applyProjective(back, p)), tell)
	const [x, y] = [-bounds.minX, -bounds.minY]
	return { pixels, rectangle: { minX: x, minY: y, maxX: x + size.width, maxY: y + size.height } }
}

/** The map that takes four points to four others (Heckbert, *Fundamentals of texture mapping*, 1989). */
export function projectiveBetween(from: Quad, to: Quad): Projective {
	return times(fromSquare(to), inverse(fromSquare(from)))
}

export function applyProjective(m: Projective, [x, y]: Point): Point {
	const w = m[6] * x + m[7] * y + m[8]
	return [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w]
}

/** The map that takes the unit square to four points. */
function fromSquare([a, b, c, d]: Quad): Projective {
	const sum = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]] as const
	const u = subtract(b, c)
	const v = subtract(d, c)
	const det = cross(u, v)
	const g = (sum[0] * v[1] - sum[1] * v[0]) / det
	const h = (u[0] * sum[1] - u[1] * sum[0]) / det
	return [
		b[0] - a[0] + g * b[0],
		d[0] - a[0] + h * d[0],
		a[0],
		b[1] - a[1] + g * b[1],
		d[1] - a[1] + h * d[1],
		a[1],
		g,
		h,
		1,
	]
}

function times(a: Projective, b: Projective): Projective {
	const at = (row: 0 | 3 | 6, column: 0 | 1 | 2) =>
		a[row] * b[column] +
		(a[row + 1] ?? 0) * (b[column + 3] ?? 0) +
		(a[row + 2] ?? 0) * (b[column + 6] ?? 0)
	return [at(0, 0), at(0, 1), at(0, 2), at(3, 0), at(3, 1), at(3, 2), at(6, 0), at(6, 1), at(6, 2)]
}

/** The inverse, but for a factor, which a projective map does not know. */
function inverse([a, b, c, d, e, f, g, h, i]: Projective): Projective {
	return [
		e * i - f * h,
		c * h - b * i,
		b * f - c * e,
		f * g - d * i,
		a * i - c * g,
		c * d - a * f,
		d * h - e * g,
		b * g - a * h,
		a * e - b * d,
	]
}

function assertConvex(quad: Quad): void {
	const turns = quad.map((p, k) => {
		const [q = p, r = p] = [quad[(k + 1) % 4], quad[(k + 2) % 4]]
		const [u, v] = [subtract(q, p), subtract(r, q)]
		return cross(u, v) / Math.max(1e-9, Math.hypot(...u) * Math.hypot(...v))
	})
	if (!turns.every((turn) => turn > 0.01)) throw new NotARectangle()
}

/**
 * Width over height of a rectangle by how it is seen, for a camera whose axis goes through the middle of the photo
 * (Zhang and He, *Whiteboard scanning and image enhancement*, 2007); by its sides where it is seen nearly square on.
 */
function ratioOf(quad: Quad, { width, height }: Pick<Pixels, 'width' | 'height'>): number {
	const [m1, m2, m4, m3] = quad.map(([x, y]) => [x - width / 2, y - height / 2, 1] as const)
	if (!m1 || !m2 || !m3 || !m4) return 1
	const side = cross3(m1, m4)
	const k2 = dot3(side, m3) / dot3(cross3(m2, m4), m3)
	const k3 = dot3(side, m2) / dot3(cross3(m3, m4), m2)
	const n2 = m2.map((v, k) => k2 * v - (m1[k] ?? 0)) as [number, number, number]
	const n3 = m3.map((v, k) => k3 * v - (m1[k] ?? 0)) as [number, number, number]
	const seen = sidesOf(quad)
	const bySides = seen.width / seen.height
	const slant = Math.min(Math.abs(n2[2]), Math.abs(n3[2]))
	const focal2 = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2])
	if (slant < 0.02 || !(focal2 > 0)) return bySides
	const along = (n: readonly [number, number, number]) =>
		(n[0] ** 2 + n[1] ** 2) / focal2 + n[2] ** 2
	return Math.sqrt(along(n2) / along(n3))
}

type Triple = readonly [number, number, number]
const cross3 = (a: Triple, b: Triple): Triple => [
	a[1] * b[2] - a[2] * b[1],
	a[2] * b[0] - a[0] * b[2],
	a[0] * b[1] - a[1] * b[0],
]
const dot3 = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

function sidesOf([a, b, c, d]: Quad) {
	return {
		width: (distance(a, b) + distance(d, c)) / 2,
		height: (distance(a, d) + distance(b, c)) / 2,
	}
}

/** As many px as it has in the photo, in its own proportion. */
function sizeOf(quad: Quad, ratio: number): { width: number; height: number } {
	const { width, height } = sidesOf(quad)
	const area = width * height
	return { width: Math.sqrt(area * ratio), height: Math.sqrt(area / ratio) }
}

/** What of the photo comes along, px of the rectangle's plane. */
function boundsOf(
	{ width, height }: Pixels,
	ahead: Projective,
	size: { width: number; height: number },
	lens: Lens,
): Box {
	const rectangle: Box = { minX: 0, minY: 0, maxX: size.width, maxY: size.height }
	const most = growBox(rectangle, ROUND * Math.max(size.width, size.height))
	const rim: Point[] = []
	for (let k = 0; k <= 16; k++) {
		const t = k / 16
		rim.push([t * width, 0], [t * width, height], [0, t * height], [width, t * height])
	}
	const weight = ([x, y]: Point) => ahead[6] * x + ahead[7] * y + ahead[8]
	const side = Math.sign(weight(lens.straight([width / 2, height / 2])))
	// What lies beyond the horizon is no place on the plane.
	const seen = rim.map(lens.straight).filter((p) => Math.sign(weight(p)) === side)
	const all = boxOf([
		...seen.map((p) => applyProjective(ahead, p)),
		[0, 0],
		[size.width, size.height],
	])
	const box: Box = {
		minX: Math.floor(Math.max(most.minX, all.minX)),
		minY: Math.floor(Math.max(most.minY, all.minY)),
		maxX: Math.ceil(Math.min(most.maxX, all.maxX)),
		maxY: Math.ceil(Math.min(most.maxY, all.maxY)),
	}
	return (box.maxX - box.minX) * (box.maxY - box.minY) <= MOST_PX ? box : rectangle
}

interface Lens {
	/** Where a point of the photo would lie without the lens's curvature. */
	straight(p: Point): Point
	/** Where such a point lies in the photo. */
	bent(p: Point): Point
}

/** A lens that moves points out along the ray from the middle by a share that grows with the square of the distance. */
function lensOf({ width, height }: Pick<Pixels, 'width' | 'height'>, curvature: number): Lens {
	const [x, y] = [width / 2, height / 2]
	const reach2 = x * x + y * y
	const bent = (p: Point): Point => {
		const [dx, dy] = [p[0] - x, p[1] - y]
		const out = 1 + (curvature * (dx * dx + dy * dy)) / reach2
		return [x + dx * out, y + dy * out]
	}
	if (curvature === 0) return { straight: (p) => p, bent: (p) => p }
	const straight = (p: Point): Point => {
		let now: Point = p
		for (let k = 0; k < 12; k++) {
			const [dx, dy] = [now[0] - x, now[1] - y]
			const out = 1 + (curvature * (dx * dx + dy * dy)) / reach2
			now = [x + (p[0] - x) / out, y + (p[1] - y) / out]
		}
		return now
	}
	return { straight, bent }
}

/** A picture of a part of a plane, each px from where it is in the photo, mixed of its four neighbours; white beyond it. */
function resampled(
	photo: Pixels,
	{ minX, minY, maxX, maxY }: Box,
	from: (p: Point) => Point,
	tell: (share: number) => void,
): Pixels {
	const [width, height] = [
		Math.max(1, Math.round(maxX - minX)),
		Math.max(1, Math.round(maxY - minY)),
	]
	const data = new Uint8ClampedArray(4 * width * height)
	for (let j = 0; j < height; j++) {
		if (j % 64 === 0) tell(j / height)
		for (let i = 0; i < width; i++) {
			const [x, y] = from([minX + i + 0.5, minY + j + 0.5])
			mixAt(photo, x - 0.5, y - 0.5, data, 4 * (j * width + i))
		}
	}
	return { width, height, data }
}

function mixAt(
	{ width, height, data }: Pixels,
	x: number,
	y: number,
	into: Uint8ClampedArray,
	at: number,
): void {
	if (!(x > -1 && y > -1 && x < width && y < height)) {
		into.fill(255, at, at + 4)
		return
	}
	const [i, j] = [Math.floor(x), Math.floor(y)]
	const [u, v] = [x - i, y - j]
	const left = Math.max(0, i)
	const right = Math.min(width - 1, i + 1)
	const upper = Math.max(0, j) * width
	const lower = Math.min(height - 1, j + 1) * width
	for (let c = 0; c < 4; c++) {
		const byte = (k: number) => data[4 * k + c] as number
		const above = byte(upper + left) * (1 - u) + byte(upper + right) * u
		const below = byte(lower + left) * (1 - u) + byte(lower + right) * u
		into[at + c] = above * (1 - v) + below * v
	}
}
