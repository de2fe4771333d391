import { at, byteAt, intAt } from '../geometry/numbers'
import { brightness, luminance, type Pixels } from './pixels'

/** How each part of a photo would have its levels spread: one curve for each tile of a grid. */
export interface LocalContrast {
	readonly columns: number
	readonly rows: number
	/** 256 levels for each tile, row-major. */
	readonly curves: Uint8Array
}

/** Tiles along the longer side of the photo. */
const TILES = 10
/** No level may take more than this many times its even share of a tile: noise stays noise. */
const CLIP = 3

/**
 * Measures a photo for local contrast: in each tile of a grid, levels are spread by how often they
 * occur, no level beyond the clip limit. Contrast-limited adaptive histogram equalisation
 * (Zuiderveld, *Graphics Gems IV*, 1994).
 * @param pixels the whole photo; a small copy will do
 */
export function measureLocalContrast(pixels: Pixels): LocalContrast {
	const { width, height } = pixels
	const size = Math.max(width, height) / TILES
	const columns = Math.max(1, Math.round(width / size))
	const rows = Math.max(1, Math.round(height / size))
	const levels = luminance(pixels)
	const curves = new Uint8Array(columns * rows * 256)
	for (let row = 0; row < rows; row++) {
		for (let column = 0; column < columns; column++) {
			const counts = new Float64Array(256)
			const [top, bottom] = [edge(row, rows, height), edge(row + 1, rows, height)]
			const [left, right] = [edge(column, columns, width), edge(column + 1, columns, width)]
			for (let y = top; y < bottom; y++)
				for (let x = left; x < right; x++) {
					const level = byteAt(levels, y * width + x)
					counts[level] = at(counts, level) + 1
				}
			curves.set(spread(counts, (right - left) * (bottom - top)), (row * columns + column) * 256)
		}
	}
	return { columns, rows, curves }
}

/** Which part of a photo some pixels are: its top left and its size, as shares of the photo's. */
export interface WindowInPhoto {
	readonly x: number
	readonly y: number
	readonly width: number
	readonly height: number
}

export const WHOLE_PHOTO: WindowInPhoto = { x: 0, y: 0, width: 1, height: 1 }

/**
 * Adds local contrast to pixels, in place: what each level becomes lies between the curves of the
 * four tiles round the pixel. The three channels shift alike, so that hues stay.
 * @param strength 0 to 1
 */
export function addLocalContrast(
	{ data, width, height }: Pixels,
	strength: number,
	{ columns, rows, curves }: LocalContrast,
	window: WindowInPhoto = WHOLE_PHOTO,
): void {
	const across = between(window.x, window.width, width, columns, 256)
	const down = between(window.y, window.height, height, rows, columns * 256)
	const k = Math.round(strength * 256)
	let p = 0
	for (let y = 0; y < height; y++) {
		const above = intAt(down.before, y)
		const below = intAt(down.after, y)
		const fy = intAt(down.share, y)
		for (let x = 0; x < width; x++, p += 4) {
			const level = brightness(data, p)
			const left = intAt(across.before, x) + level
			const right = intAt(across.after, x) + level
			const fx = intAt(across.share, x)
			// In whole numbers, shares of 256: millions of pixels wait on a slider.
			const top = byteAt(curves, above + left) * (256 - fx) + byteAt(curves, above + right) * fx
			const bottom = byteAt(curves, below + left) * (256 - fx) + byteAt(curves, below + right) * fx
			const shift = (k * (((top * (256 - fy) + bottom * fy + 32768) >> 16) - level)) >> 8
			data[p] = byteAt(data, p) + shift
			data[p + 1] = byteAt(data, p + 1) + shift
			data[p + 2] = byteAt(data, p + 2) + shift
		}
	}
}

/**
 * For each pixel along one axis: the offsets of the tiles before and after it, and how near it is to
 * the latter, of 256.
 */
function between(from: number, size: number, pixels: number, tiles: number, stride: number) {
	const before = new Int32Array(pixels)
	const after = new Int32Array(pixels)
	const share = new Int32Array(pixels)
	for (let i = 0; i < pixels; i++) {
		const at = (from + (size * (i + 0.5)) / pixels) * tiles - 0.5
		const within = Math.min(tiles - 1, Math.max(0, at))
		const tile = Math.floor(within)
		before[i] = tile * stride
		after[i] = Math.min(tiles - 1, tile + 1) * stride
		share[i] = Math.round(256 * (within - tile))
	}
	return { before, after, share }
}

/** Tile borders; every tile holds a pixel, even of a photo smaller than its grid. */
function edge(i: number, n: number, length: number): number {
	return Math.round((i * length) / n)
}

/** The cumulative curve of clipped counts; what was clipped is shared out among all levels. */
function spread(counts: Float64Array, total: number): Uint8Array {
	const limit = (CLIP * total) / 256
	let excess = 0
	for (const count of counts) excess += Math.max(0, count - limit)
	const curve = new Uint8Array(256)
	let sum = 0
	for (let level = 0; level < 256; level++) {
		const share = Math.min(limit, at(counts, level)) + excess / 256
		sum += share
		// The middle of the level's own share, so that an even histogram changes nothing.
		curve[level] = total > 0 ? Math.round((255 * (sum - share / 2)) / total) : level
	}
	return curve
}
