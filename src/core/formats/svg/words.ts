import { type Affine, composeAffine } from '../../geometry/affine'
import { arcLength } from '../../geometry/cubic'
import { item } from '../../geometry/numbers'
import { layOut } from '../../letter/layOut'
import { LINED_UP, placedLines } from '../../letter/lines'
import { reverseContour, segmentCubic, segments } from '../../path/contour'
import type { Lettering, Setting, ShapedText } from '../../path/lettering'
import type { Contour } from '../../path/model'
import { readPathData } from '../../path/parsePathData'
import { transformContour } from '../../path/pieces'
import type { Drawn } from './drawn'
import type { SvgElement } from './elements'
import { type Looks, looksOf } from './looks'
import { referenceOf } from './paints'
import type { Place, Reader, WordsSet } from './reader'
import { paintedItems } from './shapeItem'
import { SHAPES, shapeOf } from './shapes'
import { parseTransform } from './transforms'
import { lengthOrNone, lengthPx } from './units'

/** A character and what is said of where it stands. */
interface Character {
	readonly text: string
	/** The element that it stands in, and how things stand there. */
	readonly of: SvgElement
	readonly place: Place
	readonly way: Way | null
	readonly x?: number
	readonly y?: number
	readonly dx?: number
	readonly dy?: number
}

/** An outline that words go along, by a `textPath`. */
interface Way {
	readonly contour: Contour
	readonly start: number
}

/** Characters in one font and paint that follow each other. */
interface Run {
	readonly first: Character
	readonly text: string
	readonly set: WordsSet
	/** px */
	readonly width: number
}

/**
 * What is drawn of a `text`: a piece of words for each font, paint and place said anew; lines under each other are one.
 * Words along an outline are outlines, laid where they go (SVG 2, chapter 11, as far as a still drawing of plain lines needs it).
 */
export function wordItems(reader: Reader, element: SvgElement, place: Place): Drawn[] {
	const characters = collapsed(charactersOf(reader, element, place, null))
	const runs = runsOf(reader, characters)
	return together(reader, chunksOf(runs)).flatMap((chunk) => linesOf(reader, chunk))
}

function charactersOf(
	reader: Reader,
	element: SvgElement,
	place: Place,
	way: Way | null,
): Character[] {
	nameWhatIsNot(reader, element)
	const { ruler } = place
	const declared = reader.declared(element)
	const list = (name: 'x' | 'y' | 'dx' | 'dy') =>
		(declared.get(name) ?? element.attributes[name] ?? '')
			.split(/[\s,]+/)
			.filter(Boolean)
			.map((said) => lengthPx(said, ruler, name === 'x' || name === 'dx' ? 'width' : 'height'))
	const [xs, ys, dxs, dys] = [list('x'), list('y'), list('dx'), list('dy')]
	const all = (element.content ?? []).flatMap((part): Character[] => {
		if (typeof part === 'string')
			return [...part].map((text) => ({ text, of: element, place, way }))
		if (!INNER.has(part.name)) return []
		const inner = reader.declared(part)
		if (inner.get('display') === 'none') return []
		const looks = looksOf(place.looks, inner, ruler)
		const there: Place = { ...place, looks, ruler: { ...ruler, fontSize: looks.fontSize } }
		if (part.name !== 'textPath') return charactersOf(reader, part, there, way)
		const along = wayOf(reader, part, there)
		return along ? charactersOf(reader, part, there, along) : []
	})
	return all.map((one, k) => {
		// What an inner element says of its own characters counts before.
		const said = { x: xs[k], y: ys[k], dx: dxs[k], dy: dys[k] }
		const own = Object.entries(said).filter(
			([name, v]) => v !== undefined && one[name as keyof typeof said] === undefined,
		)
		return own.length > 0 ? { ...one, ...Object.fromEntries(own) } : one
	})
}

const INNER = new Set(['tspan', 'a', 'textPath', 'tref', 'switch'])

/** What is said of words and not followed, by name. */
function nameWhatIsNot({ tally, declared }: Reader, element: SvgElement): void {
	const { rotate = '', textLength } = element.attributes
	const said = declared(element)
	if (/[1-9]/.test(rotate)) tally.add('letters that are turned by themselves')
	if (textLength !== undefined) tally.add('text stretched to a length')
	if (/^(tb|vertical)/.test(said.get('writing-mode') ?? '')) tally.add('text in upright lines')
	if ((said.get('text-decoration') ?? 'none') !== 'none') tally.add('lines under text')
	if (!['baseline', undefined].includes(said.get('baseline-shift')))
		tally.add('text set higher or lower')
}

/** Runs of white space as one space, and none at the ends, unless it is to be kept. */
function collapsed(characters: readonly Character[]): Character[] {
	const kept: Character[] = []
	let carried: Partial<Character> = {}
	for (const one of characters) {
		const { of, place } = one
		const keeps = place.looks['white-space'].startsWith('pre') || keepsSpace(of)
		const space = /^[ \t\r\n]$/.test(one.text)
		const before = kept.at(-1)
		if (!space) kept.push({ ...carried, ...one })
		else if (keeps) kept.push({ ...carried, ...one, text: ' ' })
		else if (before && before.text !== ' ') kept.push({ ...carried, ...one, text: ' ' })
		else {
			// Where a line is said to begin counts for its first character that shows.
			const { x, y, dx, dy } = one
			carried = Object.fromEntries(
				Object.entries({ ...carried, x, y, dx, dy }).filter(([, v]) => v !== undefined),
			)
			continue
		}
		carried = {}
	}
	const last = kept.at(-1)
	if (last?.text === ' ' && !keepsSpace(last.of)) kept.pop()
	return kept
}

function keepsSpace(element: SvgElement): boolean {
	for (let at: SvgElement | null = element; at; at = at.parent) {
		const said = at.attributes['xml:space']
		if (said !== undefined) return said === 'preserve'
	}
	return false
}

/** Characters that are set at once. */
function runsOf(reader: Reader, characters: readonly Character[]): Run[] {
	const parts: Character[][] = []
	for (const one of characters) {
		const last = parts.at(-1)?.[0]
		const placed = [one.x, one.y, one.dx, one.dy].some((v) => v !== undefined)
		if (last && !placed && last.place.looks === one.place.looks && last.way === one.way)
			parts.at(-1)?.push(one)
		else parts.push([one])
	}
	return parts.flatMap((part): Run[] => {
		const [first] = part
		const text = part.map((one) => one.text).join('')
		const set =
			first &&
			reader.setWords?.({ ...fontOf(first.place.looks), text, ligatures: spacingOf(first) === 0 })
		if (!first || !set) {
			if (text.trim() !== '') reader.tally.add('text')
			return []
		}
		if (set.standsIn) reader.tally.add('text in a font that is not here, set in another')
		if (set.shaped.missing.length > 0) reader.tally.add('letters that the font lacks')
		const [line] = placedLines(bare({ first, text, set, width: 0 }))
		return [{ first, text, set, width: line?.width ?? 0 }]
	})
}

function fontOf(looks: Looks) {
	const weight = { normal: 400, lighter: 300, bold: 700, bolder: 700 }[looks['font-weight']]
	const said = weight ?? Number(looks['font-weight'])
	return {
		families: looks['font-family']
			.split(',')
			.map((name) =>
				name
					.trim()
					.replace(/^(["'])(.*)\1$/, '$2')
					.trim(),
			)
			.filter(Boolean),
		weight: said >= 1 && said <= 1000 ? said : 400,
		italic: /^(italic|oblique)/.test(looks['font-style']),
	}
}

function spacingOf({ place: { looks, ruler } }: Character): number {
	return lengthPx(looks['letter-spacing'], ruler, 'width') ?? 0
}

/** A run as words that stand at the origin. */
function bare({ first, text, set }: Run): Lettering {
	const { fontSize: size } = first.place.looks
	return {
		text,
		font: set.font,
		size,
		spacing: size > 0 ? spacingOf(first) / size : 0,
		leading: LEADING,
		align: 'left',
		setting: { kind: 'free', place: [1, 0, 0, 1, 0, 0] },
		shaped: set.shaped,
	}
}

const LEADING = 1.2

/** Runs that are lined up together: each begins where the one before ends. */
interface Chunk {
	readonly runs: readonly Run[]
	readonly x: number
	/** The baseline of each run. */
	readonly ys: readonly number[]
	/** The room before each run. */
	readonly before: readonly number[]
	readonly way: Way | null
	/** From one line to the next, px, where it has several. */
	readonly step?: number
}

function chunksOf(runs: readonly Run[]): Chunk[] {
	const chunks: Chunk[] = []
	let x = 0
	let y = 0
	for (const run of runs) {
		const { first } = run
		const last = chunks.at(-1)
		const anew = !last || first.x !== undefined || first.y !== undefined || first.way !== last.way
		const dx = first.dx ?? 0
		if (anew) x = first.x ?? (first.way && first.way !== last?.way ? 0 : x)
		y = (first.y ?? (first.way && first.way !== last?.way ? 0 : y)) + (first.dy ?? 0)
		if (anew) chunks.push({ runs: [run], x, ys: [y], before: [dx], way: first.way })
		else
			chunks[chunks.length - 1] = {
				...last,
				runs: [...last.runs, run],
				ys: [...last.ys, y],
				before: [...last.before, dx],
			}
		x += dx + run.width
	}
	return chunks
}

/** Lines under each other that are alike in all else, set as one text of lines. */
function together(reader: Reader, chunks: readonly Chunk[]): Chunk[] {
	const made: Chunk[] = []
	for (let k = 0; k < chunks.length; ) {
		const chunk = item(chunks, k)
		const step = (chunks[k + 1]?.ys[0] ?? 0) - (chunk.ys[0] ?? 0)
		let end = k + 1
		while (end < chunks.length && isNextLine(item(chunks, end - 1), item(chunks, end), step)) end++
		const lines = chunks.slice(k, end)
		const [run] = chunk.runs
		const text = lines.flatMap(({ runs }) => runs.map((one) => one.text)).join('\n')
		const set =
			run && lines.length > 1
				? reader.setWords?.({
						...fontOf(run.first.place.looks),
						text,
						ligatures: spacingOf(run.first) === 0,
					})
				: null
		made.push(run && set ? { ...chunk, runs: [{ ...run, text, set }], step } : chunk)
		k = set ? end : k + 1
	}
	return made
}

/** Lines lie so near to where they should, px. */
const LINE_PX = 0.01

function isNextLine(a: Chunk, b: Chunk, step: number): boolean {
	const [one, other] = [a.runs[0], b.runs[0]]
	if (!one || !other || a.runs.length > 1 || b.runs.length > 1 || a.way || b.way) return false
	const down = (b.ys[0] ?? 0) - (a.ys[0] ?? 0)
	const alike = one.first.place.looks === other.first.place.looks || sameLooks(one, other)
	return alike && step > 0 && Math.abs(down - step) < LINE_PX && Math.abs(a.x - b.x) < LINE_PX
}

function sameLooks({ first: a }: Run, { first: b }: Run): boolean {
	const [one, other] = [a.place.looks, b.place.looks]
	return (Object.keys(one) as (keyof Looks)[]).every((key) => one[key] === other[key])
}

/** The pieces of a chunk: its words, lined up as it says. */
function linesOf(reader: Reader, { runs, x, ys, before, way, step }: Chunk): Drawn[] {
	const width = runs.reduce((sum, run, k) => sum + run.width + (before[k] ?? 0), 0)
	const [first] = runs
	if (!first) return []
	const align = alignOf(first)
	// A single run keeps the end that it is lined up by; several have their places.
	const alone = runs.length === 1
	// Room between letters follows the last of them, too.
	const trailing = LINED_UP[align] * spacingOf(first.first)
	let at = x - trailing - (alone ? 0 : LINED_UP[align] * width)
	return runs.flatMap((run, k) => {
		at += before[k] ?? 0
		const plain = bare(run)
		const words = {
			...plain,
			align: alone ? align : ('left' as const),
			...(step !== undefined && { leading: step / plain.size }),
		}
		const y = (ys[k] ?? 0) + baselineOf(reader, run)
		const here = at
		at += run.width
		return way
			? alongItems(reader, run, words, way, here, y)
			: freeItems(reader, run, words, [1, 0, 0, 1, here, y])
	})
}

function alignOf({ first: { place } }: Run): Lettering['align'] {
	const { 'text-anchor': anchor, direction } = place.looks
	if (anchor === 'middle') return 'middle'
	return (anchor === 'end') === (direction === 'rtl') ? 'left' : 'right'
}

/** How far down words go that are not placed by their baseline, px. */
function baselineOf({ declared }: Reader, { first, set: { shaped } }: Run): number {
	let said: string | undefined
	for (let at: SvgElement | null = first.of; at && said === undefined; at = at.parent)
		said = at.name === 'text' || at.content ? declared(at).get('dominant-baseline') : 'auto'
	return ((BASELINES[said ?? 'auto']?.(shaped) ?? 0) * first.place.looks.fontSize) / shaped.em
}

const BASELINES: Readonly<Record<string, (of: ShapedText) => number>> = {
	middle: ({ xHeight }) => xHeight / 2,
	central: ({ ascent, descent }) => (ascent + descent) / 2,
	hanging: ({ ascent }) => 0.8 * ascent,
	'text-before-edge': ({ ascent }) => ascent,
	'text-after-edge': ({ descent }) => descent,
	ideographic: ({ descent }) => descent,
	mathematical: ({ ascent }) => ascent / 2,
}

function freeItems(reader: Reader, run: Run, words: Lettering, at: Affine): Drawn[] {
	const { of, place } = run.first
	const laid = layOut('words', { ...words, setting: { kind: 'free', place: at } }, () => undefined)
	const setting: Setting = { kind: 'free', place: composeAffine(place.map, at) }
	return named(run, paintedItems(reader, of, place, { contours: laid })).map((item) =>
		item.combined ? item : { ...item, lettering: { ...words, setting } },
	)
}

function alongItems(
	reader: Reader,
	run: Run,
	words: Lettering,
	{ contour, start }: Way,
	x: number,
	y: number,
): Drawn[] {
	const { of, place } = run.first
	const setting: Setting = {
		kind: 'along',
		piece: '',
		contour: contour.id,
		// A right end is counted from the way's end, and its middle from the middle.
		start: 0,
		offset: -y,
		reversed: false,
		under: false,
		upright: false,
		fit: 'none',
	}
	const from = start + x - LINED_UP[words.align] * run.width
	const along = { ...words, align: 'left' as const, setting: { ...setting, start: from } }
	return named(
		run,
		paintedItems(reader, of, place, { contours: layOut('words', along, () => contour) }),
	)
}

function named({ text, first }: Run, items: Drawn[]): Drawn[] {
	const name = first.place.title || text.replaceAll('\n', ' ').trim()
	return items.map((item) => ({ ...item, name: item.name || name, rule: 'nonzero' as const }))
}

/** The way that a `textPath` goes: its own data, or that of the shape that it names. */
function wayOf({ tree, declared, tally }: Reader, element: SvgElement, place: Place): Way | null {
	const { href, path, startOffset = '0', side } = element.attributes
	const target = tree.byId.get(referenceOf(href) ?? '')
	const shape =
		path !== undefined
			? readPathData(path)
			: target && SHAPES.has(target.name)
				? shapeOf(target.name, target.attributes, declared(target), place.ruler)
				: { contours: [] }
	const [contour] = shape.contours
	if (!contour || contour.nodes.length < 2) {
		tally.add('text along an outline that is not there')
		return null
	}
	const moved = target
		? transformContour(contour, parseTransform(target.attributes.transform, place.ruler))
		: contour
	const length = segments(moved).reduce((sum, one) => sum + arcLength(segmentCubic(one), 1e-3), 0)
	const told = Number(target?.attributes.pathLength)
	const start = /%\s*$/.test(startOffset)
		? (Number.parseFloat(startOffset) / 100) * length
		: lengthOrNone(startOffset, place.ruler, 'width') * (told > 0 ? length / told : 1)
	return { contour: side === 'right' ? reverseContour(moved) : moved, start }
}
