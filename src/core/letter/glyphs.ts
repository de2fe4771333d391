import { inferKinds } from '../path/kinds'
import type { ShapedText } from '../path/lettering'
import type { Contour } from '../path/model'
import { readPathData } from '../path/parsePathData'

/** What was read of the glyphs of a text, for as long as the text stands. */
const read = new WeakMap<ShapedText['glyphs'], Map<string, readonly Contour[]>>()

/** A glyph's outlines in units of its font, y up, as its designer drew them; quadratic curves as the same cubics. */
export function glyphOutlines(glyphs: ShapedText['glyphs'], name: string): readonly Contour[] {
	const known = read.get(glyphs) ?? new Map<string, readonly Contour[]>()
	read.set(glyphs, known)
	const there = known.get(name)
	if (there) return there
	const outlines = readPathData(glyphs[name] ?? '').contours.map(inferKinds)
	known.set(name, outlines)
	return outlines
}
