import bidiFactory from 'bidi-js'
import { Buffer, Direction, Feature, type Font, shape } from 'harfbuzzjs'
import { item } from '../geometry/numbers'
import type { ShapedLetter, ShapedLine, ShapedText } from '../path/lettering'
import type { OpenFont } from './openFont'
import { scriptOf } from './scripts'

const bidi = bidiFactory()

/** A stretch of a line that is shaped at once: one direction, one script, one file of the font. */
interface Run {
	readonly from: number
	readonly to: number
	readonly level: number
	readonly font: number
}

/**
 * What a font makes of a text: kerning, ligatures, marks and joined letters by HarfBuzz, directions by Unicode's
 * bidirectional algorithm (UAX 9), line by line.
 * @param o.ligatures whether letters may grow together; not where they are spaced
 */
export function shapeText(open: OpenFont, text: string, { ligatures = true } = {}): ShapedText {
	const { em, ascent, descent, capHeight, xHeight, slant } = open
	const glyphs: Record<string, string> = {}
	const missing = new Set<string>()
	const lines: ShapedLine[] = []
	let from = 0
	for (const words of text.split('\n')) {
		const letters: ShapedLetter[] = []
		for (const run of inSight(runsOf(open, words, missing)))
			letters.push(...shapedRun(open, words, run, from, ligatures))
		lines.push({ from, to: from + words.length, letters })
		for (const { glyph } of letters) glyphs[glyph] ??= pathOf(open, glyph)
		from += words.length + 1
	}
	return { em, ascent, descent, capHeight, xHeight, slant, lines, glyphs, missing: [...missing] }
}

function pathOf({ fonts }: OpenFont, name: string): string {
	const [font = 0, glyph = 0] = name.split('.').map(Number)
	return item(fonts, font).glyphToPath(glyph)
}

/** The runs of a line in the order of its text. */
function runsOf({ fonts }: OpenFont, words: string, missing: Set<string>): Run[] {
	const { levels } = bidi.getEmbeddingLevels(words, 'auto')
	const runs: Run[] = []
	let script: string | null = null
	let at = 0
	for (const character of words) {
		const own = scriptOf(character)
		const last = runs.at(-1)
		const level = levels[at] ?? 0
		const font = fontOf(fonts, character, last?.font)
		if (font === undefined) missing.add(character)
		const turns = own !== null && script !== null && own !== script
		const to = at + character.length
		if (last && last.level === level && (font ?? last.font) === last.font && !turns)
			runs[runs.length - 1] = { ...last, to }
		else runs.push({ from: at, to, level, font: font ?? 0 })
		script = own ?? script
		at = to
	}
	return runs
}

/** The file that has a character: the one before where it can; `undefined` where none has it. */
function fontOf(
	fonts: readonly Font[],
	character: string,
	before: number | undefined,
): number | undefined {
	// What joins, breaks or orders letters has no shape, and goes with what is round it.
	if (/\p{Default_Ignorable_Code_Point}|\p{Cc}/u.test(character)) return before ?? 0
	const code = character.codePointAt(0) ?? 0
	const has = (k: number) => Boolean(fonts[k]?.nominalGlyph(code))
	if (before !== undefined && has(before)) return before
	const found = fonts.findIndex((_, k) => has(k))
	return found < 0 ? undefined : found
}

/** Runs from left to right (UAX 9, rule L2). */
function inSight(runs: Run[]): Run[] {
	const order = [...runs]
	const most = Math.max(0, ...runs.map(({ level }) => level))
	for (let level = most; level > 0; level--)
		for (let a = 0; a < order.length; a++) {
			if (item(order, a).level < level) continue
			let b = a
			while (b + 1 < order.length && item(order, b + 1).level >= level) b++
			order.splice(a, b - a + 1, ...order.slice(a, b + 1).reverse())
			a = b
		}
	return order
}

function shapedRun(
	{ fonts }: OpenFont,
	words: string,
	{ from, to, level, font }: Run,
	lineFrom: number,
	ligatures: boolean,
): ShapedLetter[] {
	const rtl = level % 2 === 1
	const buffer = new Buffer()
	// The whole line is its context: letters join across runs.
	buffer.addText(words, from, to - from)
	buffer.guessSegmentProperties()
	buffer.setDirection(rtl ? Direction.RTL : Direction.LTR)
	const features = ligatures ? [] : ['liga', 'clig', 'dlig'].map((tag) => new Feature(tag, 0))
	shape(item(fonts, font), buffer, features)
	const positions = buffer.getGlyphPositions()
	const infos = buffer.getGlyphInfos()
	const starts = [...new Set(infos.map(({ cluster }) => cluster))].sort((a, b) => a - b)
	const ends = new Map(starts.map((start, k) => [start, starts[k + 1] ?? to]))
	return infos.map(({ codepoint, cluster }, k) => {
		const { xAdvance, xOffset, yOffset } = item(positions, k)
		return {
			glyph: `${font}.${codepoint}`,
			advance: xAdvance,
			dx: xOffset,
			dy: yOffset,
			from: lineFrom + cluster,
			to: lineFrom + (ends.get(cluster) ?? to),
			rtl,
		}
	})
}
