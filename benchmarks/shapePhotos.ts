import sharp from 'sharp'
import { type Contour, flattenContour, type Pixels, type Point } from '../src/core'

/** Designers' shapes over textures, as a camera shows them: pictures of which every edge is known. */

/** A sample photograph's pixels. */
export async function samplePhoto(id: string): Promise<Pixels> {
	const { data, info } = await sharp(`public/photos/${id}.jpg`)
		.ensureAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true })
	return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
}

export interface Ground {
	/** Levels of the shape and of what is round it. */
	readonly inside: Colour
	readonly outside: Colour
	/** Levels that their textures go up and down by. */
	readonly rough: readonly [inside: number, outside: number]
}

type Colour = readonly [number, number, number]

export const GROUNDS: Record<'plain' | 'weak' | 'busy', readonly Ground[]> = {
	plain: [
		{ inside: [52, 60, 48], outside: [196, 190, 176], rough: [6, 6] },
		{ inside: [214, 190, 120], outside: [70, 84, 112], rough: [8, 6] },
		{ inside: [150, 60, 52], outside: [178, 186, 190], rough: [5, 8] },
	],
	weak: [
		{ inside: [120, 112, 100], outside: [142, 134, 124], rough: [4, 4] },
		{ inside: [70, 96, 84], outside: [98, 104, 112], rough: [3, 4] },
	],
	busy: [
		{ inside: [66, 60, 58], outside: [158, 150, 128], rough: [10, 38] },
		{ inside: [196, 180, 150], outside: [104, 112, 92], rough: [18, 34] },
	],
}

export interface Camera {
	readonly width: number
	readonly height: number
	/** σ of the blur, px. */
	readonly blur: number
	/** Levels of grain, σ. */
	readonly grain: number
	/** Of the JPEG, 1 to 100. */
	readonly quality: number
	/** Whether blur is in light, as a lens's, or in levels, as a picture program's. */
	readonly inLight: boolean
	readonly seed: number
}

/** What a camera makes of a shape over a texture. */
export async function photograph(
	shape: readonly Contour[],
	ground: Ground,
	camera: Camera,
): Promise<Pixels> {
	const { width, height, seed } = camera
	const [a, b] = [texture(width, height, seed), texture(width, height, seed + 77)]
	return composed(
		shape,
		(k, c) => (ground.inside[c] ?? 0) + ground.rough[0] * (a[k] ?? 0),
		(k, c) => (ground.outside[c] ?? 0) + ground.rough[1] * (b[k] ?? 0),
		camera,
	)
}

/** The level that a pixel has in one of three channels. */
export type Filling = (pixel: number, channel: number) => number

/** What a camera makes of a shape with one filling over another. */
export async function composed(
	shape: readonly Contour[],
	inside: Filling,
	outside: Filling,
	{ width, height, blur, grain, quality, inLight, seed }: Camera,
): Promise<Pixels> {
	const covered = softened(await coverage(shape, width, height), width, height, blur)
	const random = mulberry(seed)
	const data = new Uint8Array(3 * width * height)
	for (let k = 0; k < width * height; k++) {
		const share = covered[k] ?? 0
		const rough = normal(random) * grain
		for (let c = 0; c < 3; c++) {
			const own = inside(k, c)
			const other = outside(k, c)
			const level = inLight
				? coded(share * light(own) + (1 - share) * light(other))
				: share * own + (1 - share) * other
			data[3 * k + c] = Math.max(0, Math.min(255, Math.round(level + rough)))
		}
	}
	const jpeg = await sharp(data, { raw: { width, height, channels: 3 } })
		.jpeg({ quality })
		.toBuffer()
	const rgba = await sharp(jpeg).ensureAlpha().raw().toBuffer()
	return { width, height, data: new Uint8ClampedArray(rgba) }
}

const light = (level: number) => (Math.max(0, level) / 255) ** 2.2
const coded = (value: number) => 255 * value ** (1 / 2.2)

const FINE = 4

/** The share of each pixel that is inside, by sixteen places of it. */
export async function coverage(shape: readonly Contour[], width: number, height: number) {
	const d = shape
		.map(
			(contour) =>
				`M${flattenContour(contour, 0.02)
					.map((p) => p.join(' '))
					.join('L')}Z`,
		)
		.join('')
	const svg =
		`<svg xmlns="http://www.w3.org/2000/svg" width="${FINE * width}" height="${FINE * height}" ` +
		`viewBox="0 0 ${width} ${height}"><rect width="100%" height="100%"/><path d="${d}" fill="#fff" fill-rule="evenodd"/></svg>`
	const { data, info } = await sharp(Buffer.from(svg), { unlimited: true })
		.removeAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true })
	const covered = new Float32Array(width * height)
	for (let y = 0; y < FINE * height; y++)
		for (let x = 0; x < FINE * width; x++) {
			const k = Math.floor(y / FINE) * width + Math.floor(x / FINE)
			covered[k] =
				(covered[k] ?? 0) + (data[(y * info.width + x) * info.channels] ?? 0) / 255 / FINE ** 2
		}
	return covered
}

function softened(from: Float32Array, width: number, height: number, sigma: number): Float32Array {
	const reach = Math.ceil(4 * sigma)
	const weights = Array.from({ length: 2 * reach + 1 }, (_, i) =>
		Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)),
	)
	const whole = weights.reduce((a, b) => a + b, 0)
	const along = (own: Float32Array, stride: number, last: number, place: (k: number) => number) =>
		own.map((_, k) => {
			const p = place(k)
			let sum = 0
			for (const [i, weight] of weights.entries()) {
				const kept = Math.min(last, Math.max(0, p + i - reach))
				sum += weight * (own[k + (kept - p) * stride] ?? 0)
			}
			return sum / whole
		})
	const rows = along(from, 1, width - 1, (k) => k % width)
	return along(rows, width, height - 1, (k) => Math.floor(k / width))
}

/** Value noise at several scales, −1 to 1, mostly between −½ and ½. */
function texture(width: number, height: number, seed: number): Float32Array {
	const sum = new Float32Array(width * height)
	for (const [cell, share] of [
		[61, 0.35],
		[17, 0.3],
		[6, 0.25],
		[2.7, 0.2],
	] as const) {
		const value = (i: number, j: number) => {
			const v = Math.sin(i * 127.1 + j * 311.7 + seed * 17.3 + cell) * 43758.5453
			return 2 * (v - Math.floor(v)) - 1
		}
		for (let y = 0, k = 0; y < height; y++)
			for (let x = 0; x < width; x++, k++) {
				const [u, v] = [x / cell, y / cell]
				const [i, j] = [Math.floor(u), Math.floor(v)]
				const [fx, fy] = [smooth(u - i), smooth(v - j)]
				const top = value(i, j) * (1 - fx) + value(i + 1, j) * fx
				const bottom = value(i, j + 1) * (1 - fx) + value(i + 1, j + 1) * fx
				sum[k] = (sum[k] ?? 0) + share * (top * (1 - fy) + bottom * fy)
			}
	}
	return sum
}

const smooth = (t: number) => t * t * (3 - 2 * t)

function mulberry(seed: number): () => number {
	let a = seed
	return () => {
		a = (a + 0x6d2b79f5) | 0
		let t = Math.imul(a ^ (a >>> 15), 1 | a)
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296
	}
}

const normal = (random: () => number) =>
	Math.sqrt(-2 * Math.log(random() + 1e-12)) * Math.cos(2 * Math.PI * random())

/** Outlines scaled about the origin, then moved. */
export function placed(shape: readonly Contour[], by: number, [dx, dy]: Point): Contour[] {
	const go = ([x, y]: Point): Point => [by * x + dx, by * y + dy]
	return shape.map((contour) => ({
		...contour,
		nodes: contour.nodes.map((node) => ({
			...node,
			at: go(node.at),
			...(node.in && { in: go(node.in) }),
			...(node.out && { out: go(node.out) }),
		})),
	}))
}
