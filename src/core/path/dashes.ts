import { item } from '../geometry/numbers'
import type { Contour, Stroke } from './model'
import { measured } from './stretches'

/** More dashes than this along one outline are a grey, not a row: the line is drawn through. */
const MOST_DASHES = 5000

/**
 * The stretches of an outline that a dashed line draws, each an open outline (SVG 2, 13.5.6): an odd row of
 * lengths is gone through twice; one that is all zero breaks nothing.
 * @returns the outline itself where its line is not broken
 */
export function dashesOf(
	contour: Contour,
	{ dashes = [], dashOffset = 0 }: Pick<Stroke, 'dashes' | 'dashOffset'>,
): Contour[] {
	const row = dashes.length % 2 === 1 ? [...dashes, ...dashes] : dashes
	const round = row.reduce((sum, one) => sum + one, 0)
	if (!(round > 0)) return [contour]
	const { length, stretch } = measured(contour)
	if ((length / round) * (row.length / 2) > MOST_DASHES) return [contour]
	const drawn: Contour[] = []
	let begin = -(((dashOffset % round) + round) % round)
	for (let k = 0; begin < length; k = (k + 1) % row.length) {
		const end = begin + item(row, k)
		const [from, to] = [Math.max(0, begin), Math.min(length, end)]
		if (k % 2 === 0 && to > from) drawn.push(stretch(from, to))
		begin = end
	}
	return drawn
}
