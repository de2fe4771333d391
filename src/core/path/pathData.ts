import { at } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { contourHull, isStraight, segmentCubic, segments } from './contour'
import type { Contour, PathNode } from './model'

/**
 * Writes outlines as SVG path data in absolute commands, numbers rounded to `digits` decimals.
 * Reading it back gives the same outlines, to that rounding.
 * @throws {RangeError} where an outline holds NaN or an infinity
 */
export function formatPathData(contours: readonly Contour[], digits = 3): string {
	const number = (v: number) => {
		if (!Number.isFinite(v)) throw new RangeError('An outline holds a number that is none.')
		const text = v.toFixed(digits)
		const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text
		return short === '-0' ? '0' : short
	}
	const point = ([x, y]: Point) => `${number(x)} ${number(y)}`
	return contours
		.map((contour) => {
			const first = contour.nodes[0]
			if (!first) return ''
			const drawn = segments(contour).map((s) => {
				if (!isStraight(s.from, s.to)) {
					const [, b, c, d] = segmentCubic(s)
					return `C${point(b)} ${point(c)} ${point(d)}`
				}
				const closes = contour.closed && s.index === contour.nodes.length - 1
				return closes ? '' : `L${point(s.to.at)}`
			})
			return `M${point(first.at)}${drawn.join('')}${contour.closed ? 'Z' : ''}`
		})
		.join('')
}

/** Outlines with more nodes than this are sketched by as many of them as fit it. */
const SKETCH_NODES = 240

/** Path data for pictures the size of a card or a thumbnail: coarse, short, and quickly made. */
export function sketchPathData(contours: readonly Contour[]): string {
	let whole = wholes.get(contours)
	if (whole === undefined) {
		whole = largest(contours).map(sketchOf).join('')
		wholes.set(contours, whole)
	}
	return whole
}

const wholes = new WeakMap<readonly Contour[], string>()

/** Of more outlines than this only the largest are sketched. */
const SKETCH_OUTLINES = 1500

function largest(contours: readonly Contour[]): readonly Contour[] {
	if (contours.length <= SKETCH_OUTLINES) return contours
	const sizes = Float64Array.from(contours, (contour) => {
		const { minX, minY, maxX, maxY } = contourHull(contour)
		return Math.max(maxX - minX, maxY - minY)
	})
	const least = at(sizes.toSorted(), sizes.length - SKETCH_OUTLINES)
	const found = contours.filter((_, i) => at(sizes, i) >= least)
	// Of very many of one size some from everywhere.
	const every = found.length / SKETCH_OUTLINES
	return found.filter((_, i) => Math.floor(i / every) > Math.floor((i - 1) / every))
}

const sketches = new WeakMap<Contour, string>()

function sketchOf(contour: Contour): string {
	let sketch = sketches.get(contour)
	if (sketch === undefined) {
		const every = Math.ceil(contour.nodes.length / SKETCH_NODES)
		const nodes = contour.nodes.filter((_, i) => i % every === 0)
		const coarse = nodes.map(({ id, at }): PathNode => ({ id, at, kind: 'corner' }))
		sketch = formatPathData([every < 2 ? contour : { ...contour, nodes: coarse }], 1)
		sketches.set(contour, sketch)
	}
	return sketch
}
