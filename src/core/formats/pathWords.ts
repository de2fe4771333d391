import type { Point } from '../geometry/point'
import { isStraight, segmentCubic, segments } from '../path/contour'
import { levelsOf } from '../path/hex'
import type { Contour } from '../path/model'

/** How a page language says the parts of an outline. */
export interface PathWords {
	readonly move: (to: Point) => string
	readonly line: (to: Point) => string
	readonly curve: (c1: Point, c2: Point, to: Point) => string
	readonly close: string
}

/** Outlines in the words of a page language, a line a part. */
export function pathIn(words: PathWords, contours: readonly Contour[]): string {
	const lines: string[] = []
	for (const contour of contours) {
		const [first] = contour.nodes
		if (!first) continue
		lines.push(words.move(first.at))
		for (const segment of segments(contour)) {
			const [, c1, c2, to] = segmentCubic(segment)
			const straight = isStraight(segment.from, segment.to)
			// The last straight way back is what closing draws.
			if (straight && contour.closed && segment.to === first) continue
			lines.push(straight ? words.line(to) : words.curve(c1, c2, to))
		}
		if (contour.closed) lines.push(words.close)
	}
	return lines.join('\n')
}

/** How ends and corners of lines are numbered in page languages. */
export const CAPS = { butt: 0, round: 1, square: 2 } as const
export const JOINS = { miter: 0, round: 1, bevel: 2 } as const

/** A number as page languages read it: no exponent, no more decimals than said. */
export function plainNumber(value: number, digits: number): string {
	const text = value.toFixed(digits)
	const plain = digits > 0 ? text.replace(/\.?0+$/, '') : text
	return plain === '-0' || plain === '' ? '0' : plain
}

/** Red, green and blue of `#rrggbb`, 0 to 1. */
export function shares(colour: string): readonly [number, number, number] {
	const [r, g, b] = levelsOf(colour)
	return [r / 255, g / 255, b / 255]
}
