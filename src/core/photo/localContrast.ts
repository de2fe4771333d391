import { luminance, type Pixels } from './pixels'

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
					const level = levels[y * width + x] ?? 0
					counts[level] = (counts[level] ?? 0) + 1
				}
			curves.set(spread(counts, (right - left) * (bottom - top)), (row * columns + column) * 256)
		}
	}
	return { columns, rows, curves }
}

/**
 * What a level becomes at a place of the photo, between the four tiles round it.
 * @param u share of the photo's width
 * @param v share of its height
 */
export function localLevel(
	{ columns, rows, curves }: LocalContrast,
	u: number,
	v: number,
	level: number,
): number {
	const x = Math.min(columns - 1, Math.max(0, u * columns - 0.5))
	const y = Math.min(rows - 1, Math.max(0, v * rows - 0.5))
	const i = Math.min(columns - 1, x | 0)
	const j = Math.min(rows - 1, y | 0)
	const right = i + 1 < columns ? 256 : 0
	const below = j + 1 < rows ? columns * 256 : 0
	const at = (j * columns + i) * 256 + level
	const [fx, fy] = [x - i, y - j]
	const top = (curves[at] ?? 0) * (1 - fx) + (curves[at + right] ?? 0) * fx
	const bottom = (curves[at + below] ?? 0) * (1 - fx) + (curves[at + below + right] ?? 0) * fx
	return top * (1 - fy) + bottom * fy
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
		const share = Math.min(limit, counts[level] ?? 0) + excess / 256
		sum += share
		// The middle of the level's own share, so that an even histogram changes nothing.
		curve[level] = total > 0 ? Math.round((255 * (sum - share / 2)) / total) : level
	}
	return curve
}
