import { distance, mix, type Point } from '../geometry/point'
import type { Lettering } from '../path/lettering'
import type { PlacedLine } from './lines'
import type { Way } from './ways'

/** Where a caret stands: from below the letters to above them, on the sheet. */
export type Caret = readonly [foot: Point, head: Point]

/** The place in its line, px from the line's beginning, before the text at `index`. */
function xOf(line: PlacedLine, index: number, to: number): number {
	const { letters, width } = line
	for (const { letter, x, width: room } of letters) {
		if (index < letter.from || index >= letter.to) continue
		const share = (index - letter.from) / (letter.to - letter.from)
		return letter.rtl ? x + room * (1 - share) : x + room * share
	}
	// Behind what is read last.
	const last = letters.reduce<(typeof letters)[number] | null>(
		(best, one) =>
			one.letter.to <= index && (!best || one.letter.to > best.letter.to) ? one : best,
		null,
	)
	if (last) return last.letter.rtl ? last.x : last.x + last.width
	return index >= to ? width : 0
}

/** The caret before the text at an index, UTF-16 units. */
export function caretAt({ shaped }: Lettering, way: Way, index: number): Caret {
	const number = shaped.lines.findIndex(({ to }) => index <= to)
	const line = number < 0 ? shaped.lines.length - 1 : number
	const x = way.lines[line] ? xOf(way.lines[line], index, shaped.lines[line]?.to ?? 0) : 0
	const px = way.size / shaped.em
	return [way.at(line, x, shaped.descent * px), way.at(line, x, shaped.ascent * px)]
}

/** The index of the text whose caret is nearest to a place on the sheet, and how far that is, px. */
export function nearestCaret(
	lettering: Lettering,
	way: Way,
	p: Point,
): { readonly index: number; readonly away: number } {
	let best = { index: 0, away: Number.POSITIVE_INFINITY }
	for (let index = 0; index <= lettering.text.length; index++) {
		const away = toSegment(p, caretAt(lettering, way, index))
		if (away < best.away) best = { index, away }
	}
	return best
}

/** The index of the text whose caret is nearest to a place on the sheet. */
export function indexNear(lettering: Lettering, way: Way, p: Point): number {
	return nearestCaret(lettering, way, p).index
}

/** What is chosen of a text, as bands from caret to caret, on the sheet. */
export function bandsOf(
	lettering: Lettering,
	way: Way,
	from: number,
	to: number,
): readonly (readonly Point[])[] {
	const { shaped } = lettering
	const px = way.size / shaped.em
	return way.lines.flatMap(({ letters }, line) =>
		letters.flatMap(({ letter, x, width }) => {
			if (letter.to <= from || letter.from >= to || width === 0) return []
			const corner = (u: number, y: number) => way.at(line, u, y * px)
			return [
				[
					corner(x, shaped.descent),
					corner(x + width, shaped.descent),
					corner(x + width, shaped.ascent),
					corner(x, shaped.ascent),
				],
			]
		}),
	)
}

function toSegment(p: Point, [a, b]: Caret): number {
	const l2 = distance(a, b) ** 2
	const t = l2 > 0 ? ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / l2 : 0
	return distance(p, mix(a, b, Math.min(1, Math.max(0, t))))
}
