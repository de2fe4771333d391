import type { Pixels } from '../pixels'
import { type EdgeField, logAt } from './edgeField'

/** Levels per px above which an edge is drawn as dark as it gets. */
const FULL_INK = 22
/** Weaker changes than this are grain, levels per px. */
const GRAIN = 1.2

/** Draws edges as dark lines on paper, in place of the pixels they were found in. */
export function drawEdges(field: EdgeField, into: Pixels): void {
	const { width, height, data } = into
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p += 4) {
			const strength = 2 ** logAt(field, x, y)
			const share = Math.min(1, Math.max(0, strength - GRAIN) / (FULL_INK - GRAIN))
			const ink = Math.sqrt(share)
			data[p] = 251 - 217 * ink
			data[p + 1] = 249 - 210 * ink
			data[p + 2] = 244 - 198 * ink
		}
}
