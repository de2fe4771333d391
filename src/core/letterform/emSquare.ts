import type { Affine } from '../geometry/affine'
import { boxOf, joinBoxes } from '../geometry/box'
import { asSeen } from '../path/bridges'
import { boundsOf } from '../path/contour'
import { transformPaints } from '../path/gradients'
import { type LinesLaid, letterLinesOf } from '../path/letterLines'
import type { Sheet } from '../path/model'
import { transformContour } from '../path/pieces'

/** The baseline lies so far down the em square, as a share of it. */
const BASELINE = 0.8
/** What the lines are of the em square where its own height is not said, as shares of it. */
const SHARES = { 'cap height': 0.7, 'x-height': 0.5, ascender: 0.75 } as const

export interface EmSquareOptions {
	/** Units to the em, such as 1000 or 2048. */
	readonly units: number
	/** Room left and right of the letters, as a share of the em. */
	readonly bearing: number
}

/** The sheet's lines do not tell how large letters are. */
export class NoLetterLines extends Error {
	constructor() {
		super(
			'There are no letter lines on the sheet: lay the baseline and one that letters reach, in Photo, “Letter lines”.',
		)
		this.name = 'NoLetterLines'
	}
}

/**
 * A sheet's artwork as it lies on the em square of a font: a page as high as the em, the baseline at four fifths of it,
 * as wide as the letters with their room. The em is from the ascender to the descender where both lie there, else the
 * capitals are seven tenths of it, or small letters half.
 * @throws {NoLetterLines}
 */
export function onEmSquare(sheet: Sheet, { units, bearing }: EmSquareOptions): Sheet {
	const em = emOf(letterLinesOf(sheet))
	const baseline = letterLinesOf(sheet).baseline
	const boxes = sheet.pieces.flatMap((piece) => piece.contours.map(boundsOf))
	if (em === null || baseline === undefined) throw new NoLetterLines()
	const { minX, maxX } = boxes.reduce(joinBoxes, boxOf([]))
	const scale = units / em
	const room = Math.round(bearing * units)
	const map: Affine = [scale, 0, 0, scale, room - scale * minX, BASELINE * units - scale * baseline]
	const { background: _, mmPerPx: __, mirror: ___, ...rest } = sheet
	return {
		...rest,
		width: Math.max(1, Math.round(scale * (maxX - minX)) + 2 * room),
		height: units,
		guides: [],
		photos: [],
		pieces: sheet.pieces.map(asSeen).map((piece) => ({
			...piece,
			...transformPaints(piece, map),
			stroke: { ...piece.stroke, width: piece.stroke.width * scale },
			contours: piece.contours.map((contour) => transformContour(contour, map)),
		})),
	}
}

/** How high the em is, px; `null` where no line tells. */
function emOf(lines: LinesLaid): number | null {
	const { baseline, ascender, descender } = lines
	if (baseline === undefined) return null
	if (ascender !== undefined && descender !== undefined && descender > ascender)
		return descender - ascender
	for (const [line, share] of Object.entries(SHARES)) {
		const at = lines[line as keyof typeof SHARES]
		if (at !== undefined && at < baseline) return (baseline - at) / share
	}
	return null
}
