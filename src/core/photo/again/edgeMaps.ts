import { byteAt } from '../../geometry/numbers'
import { type EdgeField, logAt, turnAt } from '../edge/edgeField'
import { leastLog } from '../edge/edgesAlong'

/** Bearings of edges that are told apart, of half a turn. */
export const BEARINGS = 8
/** Octaves above what counts at all at which an edge is as plain as can be. */
const PLAIN = 2.5

/**
 * Where a photo has edges of each bearing, coarsely: for each block of pixels and each bearing how plain the
 * plainest edge near it is, 0 to 255. Spread over the blocks round it, so that what lies a block off is seen
 * (after Hinterstoisser and others, _Gradient response maps_, 2012).
 */
export interface EdgeMaps {
	/** The side of a block, photo px. */
	readonly block: number
	/** Blocks in a row, and rows. */
	readonly across: number
	readonly down: number
	/** One a bearing, row by row. */
	readonly plain: readonly Uint8Array[]
}

export function edgeMaps(field: EdgeField, block: number): EdgeMaps {
	const across = Math.ceil(field.width / block)
	const down = Math.ceil(field.height / block)
	const own = Array.from({ length: BEARINGS }, () => new Uint8Array(across * down))
	for (let v = 0; v < down; v++)
		for (let u = 0; u < across; u++) {
			const best = plainest(field, u * block, v * block, block)
			const map = best && own[best.bearing]
			if (map) map[v * across + u] = best.plain
		}
	const plain = own.map((map, k) => {
		const spread = spreadOut(map, across, down)
		for (const by of [1, BEARINGS - 1]) {
			const beside = own[(k + by) % BEARINGS]
			if (beside)
				for (let i = 0; i < spread.length; i++)
					spread[i] = Math.max(byteAt(spread, i), BESIDE * byteAt(beside, i))
		}
		return spread
	})
	return { block, across, down, plain }
}

/** An edge of the next bearing counts for so much. */
const BESIDE = 0.6

/** The plainest edge in a block of pixels; nothing where none stands out from the grain there. */
function plainest(field: EdgeField, left: number, top: number, size: number) {
	let log = leastLog(field, left + size / 2, top + size / 2)
	const least = log
	let turn = -1
	for (let y = top; y < Math.min(field.height, top + size); y++)
		for (let x = left; x < Math.min(field.width, left + size); x++) {
			const here = logAt(field, x, y)
			if (here <= log) continue
			log = here
			turn = turnAt(field, x, y)
		}
	if (turn < 0) return null
	return {
		bearing: bearingOf((turn * 2 * Math.PI) / 256),
		plain: Math.round(255 * Math.min(1, (log - least) / PLAIN)),
	}
}

/** The bearing of a normal, radians. */
export function bearingOf(angle: number): number {
	const k = Math.round((angle * BEARINGS) / Math.PI) % BEARINGS
	return k < 0 ? k + BEARINGS : k
}

/** Each block takes the plainest of the nine round it. */
function spreadOut(map: Uint8Array, across: number, down: number): Uint8Array {
	const rows = new Uint8Array(map.length)
	for (let v = 0; v < down; v++)
		for (let u = 0; u < across; u++) {
			const k = v * across + u
			rows[k] = Math.max(
				byteAt(map, k),
				u > 0 ? byteAt(map, k - 1) : 0,
				u + 1 < across ? byteAt(map, k + 1) : 0,
			)
		}
	return rows.map((here, k) =>
		Math.max(
			here,
			k >= across ? byteAt(rows, k - across) : 0,
			k + across < rows.length ? byteAt(rows, k + across) : 0,
		),
	)
}
