import sharp from 'sharp'
import { between, betweenLogs, oneOf, type Random, whole } from './random'

/** Levels of red, green and blue of each pixel in turn, 0 to 255. */
export type Picture = Float32Array
export type Colour = readonly [number, number, number]

const PHOTOS = [
	'fern',
	'heron',
	'key',
	'lantern',
	'scroll',
	'shears',
	'teapot',
	'tray',
	'wateringCan',
	'fruit',
]

const clamp = (v: number) => Math.max(0, Math.min(255, v))
export const hex = (c: Colour) => `rgb(${c.map((v) => Math.round(clamp(v))).join(',')})`

/** Some colours that could lie beside each other in one material. */
export function paletteOf(r: Random, near?: Colour): Colour[] {
	const grey = r() < 0.3 ? between(r, 0, 0.25) : between(r, 0.15, 1)
	const base: Colour = near ?? [between(r, 10, 250), between(r, 10, 250), between(r, 10, 250)]
	const mean = (base[0] + base[1] + base[2]) / 3
	const own = base.map((v) => mean + (near ? 1 : grey) * (v - mean)) as unknown as Colour
	const spread = betweenLogs(r, 6, 80)
	return Array.from({ length: whole(r, 2, 5) }, (_, n) => {
		const light = n === 0 ? 0 : between(r, -spread, spread)
		const tint = n === 0 ? 0 : 0.4 * spread
		return own.map((v) => clamp(v + light + between(r, -tint, tint))) as unknown as Colour
	})
}

const photos = new Map<string, Promise<{ data: Buffer; width: number; height: number }>>()
export function photo(id: string) {
	const kept = photos.get(id)
	if (kept) return kept
	const made = sharp(`public/photos/${id}.jpg`)
		.removeAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true })
		.then(({ data, info }) => ({ data, width: info.width, height: info.height }))
	photos.set(id, made)
	return made
}

/** A material or a view of some kind, as it fills a picture. */
export async function texture(
	r: Random,
	width: number,
	height: number,
	palette: readonly Colour[] = paletteOf(r),
): Promise<Picture> {
	const kind = r()
	if (kind < 0.12) return ramped(palette, slowly(r, width, height))
	if (kind < 0.34) return ramped(palette, noise(r, width, height, betweenLogs(r, 3, 120), 1))
	if (kind < 0.5)
		return ramped(palette, noise(r, width, height, betweenLogs(r, 2, 20), between(r, 4, 25)))
	if (kind < 0.84) return leaves(r, width, height, palette)
	return fromPhoto(r, width, height)
}

/** Light that falls off over a plain ground. */
function slowly(r: Random, width: number, height: number): Float32Array {
	const [a, b, c] = [between(r, -1, 1), between(r, -1, 1), between(r, 0, 1)]
	return Float32Array.from(
		{ length: width * height },
		(_, k) => c + 0.5 * (a * ((k % width) / width) + b * (Math.floor(k / width) / height)),
	)
}

/** Value noise of some octaves, 0 to 1 mostly, stretched along a direction. */
export function noise(
	r: Random,
	width: number,
	height: number,
	size: number,
	stretch: number,
): Float32Array {
	const made = new Float32Array(width * height)
	const angle = between(r, 0, Math.PI)
	const [c, s] = [Math.cos(angle), Math.sin(angle)]
	const fall = between(r, 0.35, 0.75)
	let [cell, share] = [size, 1]
	let all = 0
	for (let octave = 0; octave < 4 && cell >= 1; octave++, cell /= 2.3, share *= fall) {
		const seed = whole(r, 0, 1e6)
		all += share
		for (let y = 0, k = 0; y < height; y++)
			for (let x = 0; x < width; x++, k++) {
				const u = (c * x + s * y) / (cell * stretch)
				const v = (c * y - s * x) / cell
				const [i, j] = [Math.floor(u), Math.floor(v)]
				const [fu, fv] = [smooth(u - i), smooth(v - j)]
				const top = lattice(i, j, seed) * (1 - fu) + lattice(i + 1, j, seed) * fu
				const below = lattice(i, j + 1, seed) * (1 - fu) + lattice(i + 1, j + 1, seed) * fu
				made[k] = (made[k] ?? 0) + share * (top * (1 - fv) + below * fv)
			}
	}
	const hard = betweenLogs(r, 0.8, 3)
	return made.map((v) => 0.5 + hard * (v / all - 0.5))
}

const smooth = (t: number) => t * t * (3 - 2 * t)
function lattice(i: number, j: number, seed: number): number {
	let h = Math.imul(i, 374761393) + Math.imul(j, 668265263) + Math.imul(seed, 2246822519)
	h = Math.imul(h ^ (h >>> 13), 1274126177)
	return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Colours of a palette in a row, by values of 0 to 1. */
function ramped(palette: readonly Colour[], values: Float32Array): Picture {
	const made = new Float32Array(3 * values.length)
	for (let k = 0; k < values.length; k++) {
		const v = Math.max(0, Math.min(0.999, values[k] ?? 0)) * (palette.length - 1)
		const n = Math.floor(v)
		const [a, b] = [palette[n] as Colour, palette[Math.min(palette.length - 1, n + 1)] as Colour]
		for (let c = 0; c < 3; c++)
			made[3 * k + c] = (a[c] ?? 0) + (v - n) * ((b[c] ?? 0) - (a[c] ?? 0))
	}
	return made
}

/** Things that lie over each other, of all sizes (dead leaves; Matheron, 1968): pebbles, blades, boards, drops. */
async function leaves(
	r: Random,
	width: number,
	height: number,
	palette: readonly Colour[],
): Promise<Picture> {
	const kind = oneOf(r, ['ellipse', 'blade', 'board', 'mixed', 'line'] as const)
	const [least, most] = [betweenLogs(r, 3, 20), betweenLogs(r, 20, 160)]
	const count = Math.min(500, Math.ceil((2.5 * width * height) / (least * most)))
	const turned = between(r, 0, 180)
	const wild = r() < 0.5 ? 180 : between(r, 2, 30)
	const jitter = between(r, 0, 30)
	const stops = palette.slice(0, 6).map((colour, n) => {
		const dark = between(r, 0.3, 1)
		return `<linearGradient id="g${n}" x1="${r()}" y1="0" x2="${r()}" y2="1"><stop offset="0" stop-color="${hex(colour)}"/><stop offset="1" stop-color="${hex(colour.map((v) => dark * v) as unknown as Colour)}"/></linearGradient>`
	})
	const shapes = Array.from({ length: count }, () => {
		const size = betweenLogs(r, least, Math.max(most, least + 1))
		const long =
			size * (kind === 'blade' || kind === 'line' ? between(r, 4, 14) : between(r, 1, 2.5))
		const [x, y] = [between(r, -0.1, 1.1) * width, between(r, -0.1, 1.1) * height]
		const own = oneOf(r, palette).map((v) => v + between(r, -jitter, jitter)) as unknown as Colour
		const fill = r() < 0.5 ? hex(own) : `url(#g${Math.min(5, whole(r, 0, palette.length - 1))})`
		const turn = turned + between(r, -wild, wild)
		const shape = kind === 'mixed' ? oneOf(r, ['ellipse', 'blade', 'board'] as const) : kind
		const d =
			shape === 'ellipse'
				? `<ellipse rx="${long / 2}" ry="${size / 2}"`
				: shape === 'board'
					? `<rect x="${-long / 2}" y="${-size / 2}" width="${long}" height="${size}"`
					: `<path d="M${-long / 2} 0Q0 ${-size * between(r, 0.4, 1)} ${long / 2} ${size * between(r, -0.5, 0.5)}Q0 ${size * 0.6} ${-long / 2} 0Z"`
		return `${d} fill="${fill}" transform="translate(${x} ${y}) rotate(${turn})"/>`
	})
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs>${stops.join('')}</defs><rect width="100%" height="100%" fill="${hex(palette[0] as Colour)}"/>${shapes.join('')}</svg>`
	return Float32Array.from(await sharp(Buffer.from(svg)).removeAlpha().raw().toBuffer())
}

/** A piece of a studio photograph, at some size. */
async function fromPhoto(r: Random, width: number, height: number): Promise<Picture> {
	const from = await photo(oneOf(r, PHOTOS))
	const most = Math.min(from.width / width, from.height / height) * 0.98
	const by = betweenLogs(r, Math.min(0.6, most), Math.min(2.5, most))
	const [w, h] = [Math.floor(width * by), Math.floor(height * by)]
	const left = whole(r, 0, from.width - w - 1)
	const top = whole(r, 0, from.height - h - 1)
	const { data, width: across, height: down } = from
	const tint =
		r() < 0.5
			? ([1, 1, 1] as const)
			: ([between(r, 0.6, 1.3), between(r, 0.6, 1.3), between(r, 0.6, 1.3)] as const)
	let image = sharp(data, { raw: { width: across, height: down, channels: 3 } })
		.extract({ left, top, width: w, height: h })
		.resize(width, height, { fit: 'fill' })
	if (r() < 0.5) image = image.flop()
	const bytes = await image.raw().toBuffer()
	return Float32Array.from(bytes, (v, k) => v * (tint[k % 3] ?? 1))
}
