import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import type { Box, Pixels } from '../../src/core/index'
import { between, betweenLogs, normal, oneOf, type Random, whole } from './random'
import { silhouette } from './shapes'
import { type Colour, noise, type Picture, paletteOf, photo, texture } from './textures'

/** A photo of something on some ground, of which is known what is the thing's. */
export interface Scene {
	readonly photo: Pixels
	/** The share of each pixel that is the thing's. */
	readonly cover: Float32Array
	/** Drawn round it, px. */
	readonly box: Box
}

const STUDIO = [
	'heron',
	'key',
	'lantern',
	'shears',
	'teapot',
	'wateringCan',
	'fern',
	'tray',
	'fruit-pear',
	'fruit-leaf',
	'tray-moon',
	'tray-reel',
]
const light = (level: number) => (Math.max(0, level) / 255) ** 2.2
const coded = (value: number) => 255 * Math.max(0, value) ** (1 / 2.2)

/** Composes a thing with a ground, its shadow, a lens, grain and compression. `null` where nothing of it shows. */
export async function sceneOf(r: Random): Promise<Scene | null> {
	const by = r() < 0.25 ? between(r, 1.5, 2.6) : 1
	const [width, height] = [Math.round(by * whole(r, 150, 430)), Math.round(by * whole(r, 150, 430))]
	const n = width * height
	const groundColours = paletteOf(r)
	const ownColours = paletteBeside(r, groundColours)
	const ground = await grounded(r, width, height, groundColours)
	const thing =
		r() < 0.25
			? await studioThing(r, width, height)
			: await madeThing(r, width, height, ownColours, groundColours)
	if (!thing) return null
	const { cover, colours } = thing
	// Somebody tidied nothing away: other things stand behind it, cut off by the picture or the box.
	if (r() < 0.35) {
		const other =
			r() < 0.4
				? await studioThing(r, width, height)
				: await madeThing(r, width, height, paletteOf(r), groundColours)
		const [dx, dy] = [between(r, 0.3, 0.75) * width, between(r, 0.3, 0.75) * height]
		const [x, y] = [Math.round(r() < 0.5 ? dx : -dx), Math.round(r() < 0.5 ? dy : -dy)]
		laid(ground, other, width, height, x, y)
	}
	const softness = r() < 0.5 ? 0 : betweenLogs(r, 0.6, 4)
	const back = softness ? blurred(ground, width, height, 3, softness) : ground
	const left = lightLeft(r, cover, width, height)
	const falls = lamplight(r, width, height)
	// Light that falls from a warm lamp or the sky leaves a shadow of another tint.
	const tint = [between(r, 0.93, 1.07), 1, between(r, 0.93, 1.07)]
	const seen = new Float32Array(3 * n)
	for (let k = 0; k < n; k++) {
		const lit = falls[k] ?? 1
		const a = cover[k] ?? 0
		for (let c = 0; c < 3; c++) {
			const dark = Math.max(0, 1 - (1 - (left[k] ?? 1)) * (tint[c] ?? 1))
			seen[3 * k + c] =
				lit * (a * light(colours[3 * k + c] ?? 0) + (1 - a) * light(back[3 * k + c] ?? 0) * dark)
		}
	}
	const lens = blurred(seen, width, height, 3, between(r, 0.4, 1.1))
	const sharpened = r() < 0.25 ? between(r, 0.3, 1) : 0
	const softer = sharpened ? blurred(lens, width, height, 3, 1.2) : lens
	const grain = betweenLogs(r, 0.7, 5)
	const bytes = Buffer.alloc(3 * n)
	for (let k = 0; k < bytes.length; k++) {
		const v = (lens[k] ?? 0) + sharpened * ((lens[k] ?? 0) - (softer[k] ?? 0))
		bytes[k] = Math.max(0, Math.min(255, Math.round(coded(v) + grain * normal(r))))
	}
	const jpeg = await sharp(bytes, { raw: { width, height, channels: 3 } })
		.jpeg({ quality: whole(r, 75, 96) })
		.toBuffer()
	const rgba = await sharp(jpeg).ensureAlpha().raw().toBuffer()
	const box = boxAbout(cover, width, height)
	if (!box) return null
	const loose = () =>
		Math.max(2, betweenLogs(r, 0.01, 0.12) * Math.max(box.maxX - box.minX, box.maxY - box.minY))
	return {
		photo: { width, height, data: new Uint8ClampedArray(rgba) },
		cover,
		box: {
			minX: Math.max(1, box.minX - loose()),
			minY: Math.max(1, box.minY - loose()),
			maxX: Math.min(width - 1, box.maxX + loose()),
			maxY: Math.min(height - 1, box.maxY + loose()),
		},
	}
}

/** A thing's colours: any, or its ground's nearly, or of its ground's hue but much darker or lighter, as iron is. */
function paletteBeside(r: Random, ground: readonly Colour[]): Colour[] {
	const kind = r()
	const theirs = ground.at(-1) ?? [128, 128, 128]
	if (kind < 0.32)
		return paletteOf(r, theirs.map((v) => v + between(r, -45, 45)) as unknown as Colour)
	if (kind < 0.45) {
		const by = r() < 0.7 ? between(r, 0.05, 0.5) : between(r, 1.3, 2)
		return paletteOf(r, theirs.map((v) => v * by) as unknown as Colour)
	}
	if (kind < 0.55) {
		const level = r() < 0.6 ? between(r, 8, 60) : between(r, 90, 240)
		return paletteOf(r, [level, level + between(r, -5, 5), level + between(r, -8, 8)])
	}
	return paletteOf(r)
}

/** The share of light that a thing leaves the ground: shadows of one lamp or two, and little where they touch. */
function lightLeft(r: Random, cover: Float32Array, width: number, height: number): Float32Array {
	const left = new Float32Array(cover.length).fill(1)
	const darken = (shadow: Float32Array, depth: number) => {
		for (let k = 0; k < left.length; k++) left[k] = (left[k] ?? 1) * (1 - depth * (shadow[k] ?? 0))
	}
	const size = Math.min(width, height)
	for (let lamps = r() < 0.75 ? (r() < 0.2 ? 2 : 1) : 0; lamps > 0; lamps--)
		if (r() < 0.55) {
			const [dx, dy] = [between(r, -0.1, 0.1) * width, between(r, -0.02, 0.1) * height]
			const moved = shifted(cover, width, height, Math.round(dx), Math.round(dy))
			darken(blurred(moved, width, height, 1, betweenLogs(r, 2, 14)), between(r, 0.15, 0.72))
		} else {
			// What lies flat: its shadow begins at its edge, nearly as sharp, and is softer further out.
			const [angle, far] = [between(r, 0, 6.28), betweenLogs(r, 0.008, 0.12) * size]
			const cast = new Float32Array(cover.length)
			const steps = Math.ceil(far)
			for (let n = 1; n <= steps; n++) {
				const by = (far * n) / steps
				const [dx, dy] = [Math.round(by * Math.cos(angle)), Math.round(by * Math.sin(angle))]
				const moved = shifted(cover, width, height, dx, dy)
				for (let k = 0; k < cast.length; k++) cast[k] = Math.max(cast[k] ?? 0, moved[k] ?? 0)
			}
			darken(blurred(cast, width, height, 1, betweenLogs(r, 0.4, 5)), between(r, 0.3, 0.85))
		}
	if (r() < 0.4) {
		const touch = blurred(cover, width, height, 1, betweenLogs(r, 0.01, 0.05) * size)
		const depth = between(r, 0.2, 0.9)
		darken(touch, depth)
	}
	return left
}

/** How light falls over everything: leaning, from a lamp that lights some place, or mottled. */
function lamplight(r: Random, width: number, height: number): Float32Array {
	const [leanX, leanY] = [between(r, -0.35, 0.35), between(r, -0.35, 0.35)]
	const lamp = r() < 0.5 ? between(r, -0.75, 1.6) : 0
	const [lampX, lampY] = [between(r, 0.15, 0.85) * width, between(r, 0.15, 0.85) * height]
	const lampSize = between(r, 0.2, 0.8) * Math.max(width, height)
	const mottled = r() < 0.2 ? between(r, 0.1, 0.6) : 0
	const motes = mottled ? noise(r, width, height, betweenLogs(r, 25, 120), 1) : null
	return Float32Array.from({ length: width * height }, (_, k) => {
		const [x, y] = [k % width, Math.floor(k / width)]
		const near = Math.exp(-((x - lampX) ** 2 + (y - lampY) ** 2) / lampSize ** 2)
		const lean = 1 + leanX * (x / width - 0.5) + leanY * (y / height - 0.5)
		const mote = 1 + mottled * ((motes?.[k] ?? 0.5) - 0.5)
		return Math.max(0.05, lean * (1 + lamp * (near - 0.5)) * mote)
	})
}

/** One material, or two that meet along a line, or one with things of another strewn over it. */
async function grounded(
	r: Random,
	width: number,
	height: number,
	palette: readonly Colour[],
): Promise<Picture> {
	const one = await texture(r, width, height, palette)
	const kind = r()
	if (kind < 0.5) return one
	const other = await texture(r, width, height)
	if (kind < 0.7) {
		// What it stands on, and what is behind.
		const at = between(r, 0.5, 0.95) * height
		const tilt = between(r, -0.06, 0.06)
		return one.map((v, i) => {
			const k = Math.floor(i / 3)
			const below = Math.floor(k / width) - at - tilt * ((k % width) - width / 2)
			return v + Math.max(0, Math.min(1, below)) * ((other[i] ?? 0) - v)
		})
	}
	if (kind < 0.77) return tiled(r, one, other, width, height)
	const [x, y, angle] = [r() * width, r() * height, between(r, 0, 6.28)]
	const shapes =
		r() < 0.4
			? `<rect x="0" y="${-2 * height}" width="2000" height="${4 * height}" fill="#fff" transform="translate(${x} ${y}) rotate(${(angle * 180) / Math.PI})"/>`
			: Array.from(
					{ length: whole(r, 1, 6) },
					() =>
						`<g transform="translate(${r() * width} ${r() * height}) rotate(${r() * 360}) scale(${betweenLogs(r, 8, 90)})">${silhouette(r)}</g>`,
				).join('')
	const mask = await masked(shapes, width, height)
	return one.map((v, k) => v + (mask[Math.floor(k / 3)] ?? 0) * ((other[k] ?? 0) - v))
}

/** A figure again and again, as on cloth and paper. */
async function tiled(
	r: Random,
	one: Picture,
	other: Picture,
	width: number,
	height: number,
): Promise<Picture> {
	const size = whole(r, 14, 70)
	const figure = silhouette(r)
	const turn = between(r, 0, 360)
	const across = Math.ceil(width / size + 1)
	const shapes = Array.from({ length: across * Math.ceil(height / size + 1) }, (_, n) => {
		const [x, y] = [(n % across) * size, Math.floor(n / across) * size]
		return `<g transform="translate(${x} ${y}) rotate(${turn}) scale(${0.42 * size})">${figure}</g>`
	})
	const mask = await masked(shapes.join(''), width, height)
	return one.map((v, i) => v + (mask[Math.floor(i / 3)] ?? 0) * ((other[i] ?? 0) - v))
}

/** Lays a thing over a picture, moved by so much. */
function laid(
	onto: Picture,
	{ cover, colours }: Thing,
	width: number,
	height: number,
	dx: number,
	dy: number,
): void {
	for (let k = 0; k < width * height; k++) {
		const [x, y] = [(k % width) - dx, Math.floor(k / width) - dy]
		if (x < 0 || y < 0 || x >= width || y >= height) continue
		const from = y * width + x
		const share = cover[from] ?? 0
		for (let c = 0; c < 3; c++) {
			const v = onto[3 * k + c] ?? 0
			onto[3 * k + c] = v + share * ((colours[3 * from + c] ?? 0) - v)
		}
	}
}

async function masked(shapes: string, width: number, height: number): Promise<Float32Array> {
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%"/>${shapes}</svg>`
	const bytes = await sharp(Buffer.from(svg)).extractChannel(0).raw().toBuffer()
	return Float32Array.from(bytes, (v) => v / 255)
}

interface Thing {
	readonly cover: Float32Array
	/** Levels. */
	readonly colours: Picture
}

/** A thing of one to four materials, lit from somewhere. */
async function madeThing(
	r: Random,
	width: number,
	height: number,
	palette: readonly Colour[],
	groundColours: readonly Colour[],
): Promise<Thing> {
	const size = Math.min(width, height) * between(r, 0.34, 0.62)
	const [sx, sy] = [(size * width) / Math.max(width, height) / 1, size]
	const place = `translate(${width / 2 + between(r, -6, 6)} ${height / 2 + between(r, -6, 6)}) rotate(${between(r, 0, 360)}) scale(${Math.max(sx, sy) * between(r, 0.7, 1)} ${Math.max(sx, sy) * between(r, 0.6, 1)})`
	const cover = await masked(`<g transform="${place}">${silhouette(r)}</g>`, width, height)
	let colours = await texture(r, width, height, palette)
	for (let part = whole(r, 0, 3); part > 0; part--) {
		const own =
			r() < 0.15
				? paletteOf(r, groundColours[0])
				: r() < 0.5
					? palette.map((c) => c.map((v) => v * between(r, 0.5, 1.3)) as unknown as Colour)
					: paletteOf(r)
		const more = await texture(r, width, height, own)
		const at = `translate(${width / 2 + between(r, -0.7, 0.7) * size} ${height / 2 + between(r, -0.7, 0.7) * size}) rotate(${between(r, 0, 360)}) scale(${size * between(r, 0.2, 1)})`
		const where = await masked(`<g transform="${at}">${silhouette(r)}</g>`, width, height)
		const now = colours
		colours = now.map((v, k) => v + (where[Math.floor(k / 3)] ?? 0) * ((more[k] ?? 0) - v))
	}
	if (r() < 0.3) colours = line(cover, colours, width, height, oneOf(r, palette))
	return { cover, colours: lit(r, cover, colours, width, height) }
}

/** A dark or light rim, such as drawings, petals and dirt have. */
function line(
	cover: Float32Array,
	colours: Picture,
	width: number,
	height: number,
	colour: Colour,
): Picture {
	const soft = blurred(cover, width, height, 1, 1.5)
	return colours.map((v, k) => {
		const rim = Math.max(0, Math.min(1, 2.5 - 2.8 * (soft[Math.floor(k / 3)] ?? 0)))
		return v + 0.7 * rim * ((colour[k % 3] ?? 0) - v)
	})
}

/** Round things are dark on one side and shine on the other. */
function lit(
	r: Random,
	cover: Float32Array,
	colours: Picture,
	width: number,
	height: number,
): Picture {
	const bump = blurred(cover, width, height, 1, betweenLogs(r, 2, 25))
	const angle = between(r, 0, 6.28)
	const strength = between(r, 0, 7) * (r() < 0.75 ? 1 : 0)
	const shine = r() < 0.3 ? between(r, 20, 160) : 0
	const [c, s] = [Math.cos(angle), Math.sin(angle)]
	return colours.map((v, i) => {
		const k = Math.floor(i / 3)
		const x = k % width
		const dx = (bump[k + (x < width - 1 ? 1 : 0)] ?? 0) - (bump[k] ?? 0)
		const dy = (bump[k + width] ?? bump[k] ?? 0) - (bump[k] ?? 0)
		const slope = Math.max(-0.7, Math.min(0.7, strength * 4 * (c * dx + s * dy)))
		return v * (1 + slope) + (slope > 0.35 ? shine * (slope - 0.35) : 0)
	})
}

/** The studio's things cut out of their photographs, none larger than is needed. */
const cutOuts = new Map<string, Promise<Buffer>>()
const CUT_PX = 600

function cutOut(id: string): Promise<Buffer> {
	const kept = cutOuts.get(id)
	if (kept) return kept
	const made = (async () => {
		const from = await photo(id.split('-')[0] ?? id)
		const svg = readFileSync(`public/photos/truth/${id}.svg`, 'utf8')
		const d = /<path[^>]* d="([^"]+)"/.exec(svg)?.[1]
		if (!d) throw new Error(`No outline in the truth of ${id}.`)
		const path = `<path d="${d}" fill="#fff" fill-rule="evenodd"/>`
		const alpha = await masked(path, from.width, from.height)
		const box = boxAbout(alpha, from.width, from.height)
		if (!box) throw new Error(`Nothing in the truth of ${id}.`)
		const rgba = Buffer.alloc(4 * alpha.length)
		for (let k = 0; k < alpha.length; k++) {
			rgba.set(from.data.subarray(3 * k, 3 * k + 3), 4 * k)
			rgba[4 * k + 3] = Math.round(255 * (alpha[k] ?? 0))
		}
		const [left, top] = [Math.floor(box.minX), Math.floor(box.minY)]
		const [width, height] = [Math.ceil(box.maxX) - left, Math.ceil(box.maxY) - top]
		return sharp(rgba, { raw: { width: from.width, height: from.height, channels: 4 } })
			.extract({ left, top, width, height })
			.resize(CUT_PX, CUT_PX, { fit: 'inside' })
			.png()
			.toBuffer()
	})()
	cutOuts.set(id, made)
	return made
}

/** One of the studio's things, turned and made smaller. */
async function studioThing(r: Random, width: number, height: number): Promise<Thing> {
	const clear = { r: 0, g: 0, b: 0, alpha: 0 }
	const turned = await sharp(await cutOut(oneOf(r, STUDIO)))
		.rotate(between(r, 0, 360), { background: clear })
		.png({ compressionLevel: 0 })
		.toBuffer()
	const size = between(r, 0.6, 0.9)
	const small = await sharp(turned)
		.trim()
		.resize(Math.round(width * size), Math.round(height * size), { fit: 'inside' })
		.png({ compressionLevel: 0 })
		.toBuffer({ resolveWithObject: true })
	const left = Math.floor((width - small.info.width) / 2)
	const top = Math.floor((height - small.info.height) / 2)
	const whole = await sharp({ create: { width, height, channels: 4, background: clear } })
		.composite([{ input: small.data, left, top }])
		.raw()
		.toBuffer()
	const tint = r() < 0.5 ? [1, 1, 1] : [0, 1, 2].map(() => between(r, 0.6, 1.3))
	const n = width * height
	const cover = Float32Array.from({ length: n }, (_, k) => (whole[4 * k + 3] ?? 0) / 255)
	const colours = Float32Array.from({ length: 3 * n }, (_, i) =>
		Math.min(255, (whole[4 * Math.floor(i / 3) + (i % 3)] ?? 0) * (tint[i % 3] ?? 1)),
	)
	return { cover, colours }
}

function boxAbout(cover: Float32Array, width: number, height: number): Box | null {
	let [minX, minY, maxX, maxY] = [width, height, 0, 0]
	let count = 0
	for (let k = 0; k < width * height; k++) {
		if ((cover[k] ?? 0) < 0.5) continue
		const [x, y] = [k % width, Math.floor(k / width)]
		minX = Math.min(minX, x)
		maxX = Math.max(maxX, x + 1)
		minY = Math.min(minY, y)
		maxY = Math.max(maxY, y + 1)
		count++
	}
	return count > 150 && maxX - minX > 20 && maxY - minY > 20 ? { minX, minY, maxX, maxY } : null
}

function shifted(
	from: Float32Array,
	width: number,
	height: number,
	dx: number,
	dy: number,
): Float32Array {
	return from.map((_, k) => {
		const [x, y] = [(k % width) - dx, Math.floor(k / width) - dy]
		return x >= 0 && y >= 0 && x < width && y < height ? (from[y * width + x] ?? 0) : 0
	})
}

/** Blurred as by a Gaussian, in both directions: for small σ by its weights, else by three boxes. */
function blurred(
	from: Float32Array,
	width: number,
	height: number,
	channels: number,
	sigma: number,
): Float32Array {
	const radius = Math.max(0, Math.round(Math.sqrt(sigma * sigma + 0.25) - 0.5))
	const boxes = radius >= 2
	const taps = boxes ? Float32Array.of(1) : gaussian(sigma)
	let now = from
	for (let time = 0; time < (boxes ? 3 : 1); time++)
		for (const [count, lines, step, next] of [
			[width, height, channels, width * channels],
			[height, width, width * channels, channels],
		] as const)
			now = boxes
				? boxed(now, radius, count, lines, step, next, channels)
				: weighted(now, taps, count, lines, step, next, channels)
	return now
}

function boxed(
	from: Float32Array,
	radius: number,
	count: number,
	lines: number,
	step: number,
	next: number,
	channels: number,
): Float32Array {
	const made = new Float32Array(from.length)
	const all = 2 * radius + 1
	const last = count - 1
	for (let line = 0; line < lines; line++)
		for (let c = 0; c < channels; c++) {
			const first = line * next + c
			let sum = 0
			for (let t = -radius; t <= radius; t++)
				sum += from[first + (t < 0 ? 0 : t > last ? last : t) * step] as number
			for (let i = 0; i < count; i++) {
				made[first + i * step] = sum / all
				const [enters, leaves] = [i + radius + 1, i - radius]
				sum += from[first + (enters > last ? last : enters) * step] as number
				sum -= from[first + (leaves < 0 ? 0 : leaves) * step] as number
			}
		}
	return made
}

function weighted(
	from: Float32Array,
	taps: Float32Array,
	count: number,
	lines: number,
	step: number,
	next: number,
	channels: number,
): Float32Array {
	const made = new Float32Array(from.length)
	const reach = (taps.length - 1) / 2
	const last = count - 1
	for (let line = 0; line < lines; line++)
		for (let c = 0; c < channels; c++) {
			const first = line * next + c
			for (let i = 0; i < count; i++) {
				let sum = 0
				for (let t = -reach; t <= reach; t++) {
					const k = i + t
					sum +=
						(taps[t + reach] as number) *
						(from[first + (k < 0 ? 0 : k > last ? last : k) * step] as number)
				}
				made[first + i * step] = sum
			}
		}
	return made
}

/** The weights of a Gaussian, 1 in all. */
function gaussian(sigma: number): Float32Array {
	const reach = Math.max(1, Math.ceil(3 * sigma))
	const taps = Float32Array.from({ length: 2 * reach + 1 }, (_, k) =>
		Math.exp(-((k - reach) ** 2) / (2 * sigma * sigma)),
	)
	const all = taps.reduce((a, b) => a + b, 0)
	return taps.map((v) => v / all)
}
