import { byteAt, floatAt, quantile, wordAt } from '../../geometry/numbers'
import type { Pixels } from '../pixels'
import { gradients, LEAST_LOG, LOG_STEPS, REACH_PX } from './gradients'
import type { Tone } from './tones'

/**
 * A photo's edges: at the centre of each pixel how strongly it changes and which way, and how bright it
 * and of what colour it is; six bytes a pixel, in tiles that are made when they are wanted.
 *
 * Pixel (i, j) covers [i, i + 1] × [j, j + 1]; what is kept of it holds for (i + ½, j + ½). Strength is
 * kept as its logarithm: across a blurred step that is a parabola, whose top is the edge's place.
 */
export interface EdgeField {
	readonly width: number
	readonly height: number
	/** Tiles in a row. */
	readonly columns: number
	readonly tiles: (EdgeTile | undefined)[]
}

/** Rows of `TILE_PX` each, also where the photo ends before. */
export interface EdgeTile {
	/** log₂ of the strength (levels per px), in steps of 1 / `LOG_STEPS` above `LEAST_LOG`. */
	readonly log: Uint16Array
	/** The direction of the steepest change from dark to light, in 256ths of a turn clockwise from +x. */
	readonly direction: Uint8Array
	/** Brightness, levels. */
	readonly level: Uint8Array
	/** Red against green and blue against yellow, halves of levels from 128. */
	readonly red: Uint8Array
	readonly blue: Uint8Array
	/** log₂ of the strength that grain and texture alone have, by blocks of `BLOCK_PX`, row by row. */
	readonly noise: Float32Array
}

export const TILE_SHIFT = 8
/** The side of a tile, px. */
export const TILE_PX = 1 << TILE_SHIFT
const MASK = TILE_PX - 1
const BLOCK_SHIFT = 5
/** The side of a block of pixels that have their grain in common, px. */
const BLOCK_PX = 1 << BLOCK_SHIFT
const BLOCKS = TILE_PX / BLOCK_PX

/**
 * The edges of a photo, by first derivatives of a Gaussian-like smoothing (σ 1.3 px, binomial) of
 * brightness and two colour opponents, put together by their structure tensor (Di Zenzo, 1986).
 */
export function edgeField(photo: Pixels): EdgeField {
	const field = emptyField(photo.width, photo.height)
	for (let k = 0; k < field.tiles.length; k++) makeTile(field, k, photo)
	return field
}

/** A field of which no tile is made yet. */
export function emptyField(width: number, height: number): EdgeField {
	const columns = Math.max(1, Math.ceil(width / TILE_PX))
	const rows = Math.max(1, Math.ceil(height / TILE_PX))
	return { width, height, columns, tiles: new Array(columns * rows).fill(undefined) }
}

/** The part of a photo that a tile is made from: its own pixels and as many round them as derivatives reach. */
export function tileGround({ width, height, columns }: EdgeField, tile: number) {
	const left = (tile % columns) << TILE_SHIFT
	const top = Math.floor(tile / columns) << TILE_SHIFT
	const x = Math.max(0, left - REACH_PX)
	const y = Math.max(0, top - REACH_PX)
	return {
		x,
		y,
		width: Math.min(width, left + TILE_PX + REACH_PX) - x,
		height: Math.min(height, top + TILE_PX + REACH_PX) - y,
	}
}

/**
 * Makes one tile.
 * @param pixels the whole photo, or its part by {@link tileGround}
 * @param origin where the pixels lie in the photo
 */
export function makeTile(
	field: EdgeField,
	tile: number,
	pixels: Pixels,
	origin: { readonly x: number; readonly y: number } = { x: 0, y: 0 },
): void {
	const left = (tile % field.columns) << TILE_SHIFT
	const top = Math.floor(tile / field.columns) << TILE_SHIFT
	const width = Math.min(TILE_PX, field.width - left)
	const height = Math.min(TILE_PX, field.height - top)
	const log = new Uint16Array(TILE_PX * TILE_PX)
	const direction = new Uint8Array(TILE_PX * TILE_PX)
	const level = new Uint8Array(TILE_PX * TILE_PX)
	const red = new Uint8Array(TILE_PX * TILE_PX)
	const blue = new Uint8Array(TILE_PX * TILE_PX)
	gradients(pixels, left - origin.x, top - origin.y, width, height, {
		stride: TILE_PX,
		log,
		direction,
		level,
		red,
		blue,
	})
	field.tiles[tile] = { log, direction, level, red, blue, noise: noiseOf(log, width, height) }
}

/** The share of a block's pixels that an edge through it leaves alone. */
const ALONE = 0.3
/** So many of a block's pixels are looked at. */
const SEEN_OF_BLOCK = (BLOCK_PX / 2) * Math.ceil(BLOCK_PX / 3)

function noiseOf(log: Uint16Array, width: number, height: number): Float32Array {
	const noise = new Float32Array(BLOCKS * BLOCKS)
	for (let block = 0; block < noise.length; block++) {
		const x0 = (block % BLOCKS) * BLOCK_PX
		const y0 = Math.floor(block / BLOCKS) * BLOCK_PX
		const seen = new Uint16Array(SEEN_OF_BLOCK)
		let count = 0
		// Every third pixel of every second row: neighbours have their smoothing in common.
		for (let y = y0; y < Math.min(height, y0 + BLOCK_PX); y += 2)
			for (let x = x0; x < Math.min(width, x0 + BLOCK_PX); x += 3)
				seen[count++] = wordAt(log, (y << TILE_SHIFT) | x)
		const sorted = seen.subarray(0, count).sort()
		noise[block] = quantile(sorted, ALONE) / LOG_STEPS + LEAST_LOG
	}
	return noise
}

/** log₂ of the strength that grain and texture alone have round a place. */
export function noiseAt({ width, height, columns, tiles }: EdgeField, px: number, py: number) {
	const x = px < 0 ? 0 : px >= width ? width - 1 : Math.floor(px)
	const y = py < 0 ? 0 : py >= height ? height - 1 : Math.floor(py)
	const tile = tiles[(y >> TILE_SHIFT) * columns + (x >> TILE_SHIFT)]
	if (!tile) return 0
	return floatAt(tile.noise, ((y & MASK) >> BLOCK_SHIFT) * BLOCKS + ((x & MASK) >> BLOCK_SHIFT))
}

/** The colour at a place: that of the pixel it lies in. */
export function toneAt({ width, height, columns, tiles }: EdgeField, px: number, py: number): Tone {
	const x = px < 0 ? 0 : px >= width ? width - 1 : Math.floor(px)
	const y = py < 0 ? 0 : py >= height ? height - 1 : Math.floor(py)
	const tile = tiles[(y >> TILE_SHIFT) * columns + (x >> TILE_SHIFT)]
	if (!tile) return [0, 0, 0]
	const k = ((y & MASK) << TILE_SHIFT) | (x & MASK)
	return [byteAt(tile.level, k), 2 * byteAt(tile.red, k) - 256, 2 * byteAt(tile.blue, k) - 256]
}

/** log₂ of the strength at the centre of a pixel; at the photo's border and beyond it that of the last pixel. */
export function logAt({ width, height, columns, tiles }: EdgeField, i: number, j: number): number {
	const x = i < 0 ? 0 : i >= width ? width - 1 : i
	const y = j < 0 ? 0 : j >= height ? height - 1 : j
	const tile = tiles[(y >> TILE_SHIFT) * columns + (x >> TILE_SHIFT)]
	if (!tile) return LEAST_LOG
	return wordAt(tile.log, ((y & MASK) << TILE_SHIFT) | (x & MASK)) / LOG_STEPS + LEAST_LOG
}

/** The direction from dark to light at the centre of a pixel, radians clockwise from +x. */
export function directionAt(field: EdgeField, i: number, j: number) {
	return (turnAt(field, i, j) * 2 * Math.PI) / 256
}

/** The same in 256ths of a turn. */
export function turnAt({ width, height, columns, tiles }: EdgeField, i: number, j: number) {
	const x = i < 0 ? 0 : i >= width ? width - 1 : i
	const y = j < 0 ? 0 : j >= height ? height - 1 : j
	const tile = tiles[(y >> TILE_SHIFT) * columns + (x >> TILE_SHIFT)]
	if (!tile) return 0
	return byteAt(tile.direction, ((y & MASK) << TILE_SHIFT) | (x & MASK))
}

/**
 * log₂ of the strength anywhere, by Catmull & Rom's bicubic between pixel centres, which gives parabolas
 * back exactly.
 */
export function logBetween(field: EdgeField, px: number, py: number): number {
	const u = px - 0.5
	const v = py - 0.5
	const i = Math.floor(u)
	const j = Math.floor(v)
	const fx = u - i
	const fy = v - j
	let sum = 0
	for (let n = 0; n < 4; n++) {
		const y = j + n - 1
		const row = cubic(
			logAt(field, i - 1, y),
			logAt(field, i, y),
			logAt(field, i + 1, y),
			logAt(field, i + 2, y),
			fx,
		)
		sum += row * weight(n, fy)
	}
	return sum
}

function cubic(a: number, b: number, c: number, d: number, t: number): number {
	return a * weight(0, t) + b * weight(1, t) + c * weight(2, t) + d * weight(3, t)
}

/** The weight of the `n`th of four samples at a place `t` between the second and the third. */
function weight(n: number, t: number): number {
	if (n === 0) return ((2 - t) * t - 1) * t * 0.5
	if (n === 1) return ((3 * t - 5) * t * t + 2) * 0.5
	if (n === 2) return ((4 - 3 * t) * t + 1) * t * 0.5
	return (t - 1) * t * t * 0.5
}
