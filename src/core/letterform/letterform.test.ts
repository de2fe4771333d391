import { describe, expect, test } from 'vitest'
import { readSvg } from '../formats/svg/readSvg'
import { formatSvg } from '../formats/svg/writeSvg'
import { boxOf, joinBoxes } from '../geometry/box'
import { boundsOf } from '../path/contour'
import { letterLinesOf, setLetterform, setLetterLines } from '../path/letterLines'
import { emptySheet, newPiece, type Sheet } from '../path/model'
import { moveNodes } from '../path/nodes'
import { flawsOf } from '../path/normalise'
import { parsePathData } from '../path/parsePathData'
import { addPieces } from '../path/pieces'
import { findings } from '../proof/findings'
import { limitsFor } from '../proof/limits'
import { allMended } from '../proof/mend'
import { NoLetterLines, onEmSquare } from './emSquare'
import { featuresOf, median } from './features'
import { letterMeasures } from './measures'
import { readLetterLines } from './readLines'
import { lettersOn } from './standing'
import { strokesOf } from './strokes'
import { BASELINE, lettersIn, saidBy } from './testing/letters'

/** A sheet with its letters' lines as they tell of themselves. */
function lined(sheet: Sheet): Sheet {
	const read = readLetterLines(sheet.pieces)
	if (!read) throw new Error('The letters have no lines.')
	return setLetterform(setLetterLines(sheet, read.lines), read.letterform)
}

const letterFindings = (sheet: Sheet) =>
	findings(sheet, limitsFor('print', sheet)).filter(({ kind }) =>
		['stroke', 'off-line', 'overshoot'].includes(kind),
	)

const one = (d: string) => ({ contours: parsePathData(d), fillRule: 'nonzero' as const })

describe('reading the lines of letters', () => {
	test.each(['figtree', 'abril', 'stardos'] as const)(
		'%s: baseline, capitals and small letters lie where the font says, within 0.5 % of the em',
		async (font) => {
			const { capHeight, xHeight } = await saidBy(font)
			const { pieces } = await lettersIn(font, 'HEIxzvoO')
			const read = readLetterLines(pieces)
			expect(Math.abs((read?.lines.baseline ?? 0) - BASELINE)).toBeLessThan(3)
			expect(Math.abs((read?.lines['cap height'] ?? 0) - (BASELINE - capHeight))).toBeLessThan(3)
			expect(Math.abs((read?.lines['x-height'] ?? 0) - (BASELINE - xHeight))).toBeLessThan(3)
			expect(read?.letterform.overshoot).toBeGreaterThan(2)
			expect(read?.letterform.overshoot).toBeLessThan(18)
			expect(read?.letterform.stem).toBeGreaterThan(20)
		},
	)

	test('letters that hang below stand on the descender; round ones alone are thought to overshoot', async () => {
		const { pieces } = await lettersIn('figtree', 'Hxpq')
		const read = readLetterLines(pieces)
		expect(read?.lines.descender).toBeGreaterThan(BASELINE + 60)
		expect(Math.abs((read?.lines.baseline ?? 0) - BASELINE)).toBeLessThan(3)
		const round = readLetterLines((await lettersIn('figtree', 'O')).pieces)
		expect(Math.abs((round?.lines.baseline ?? 0) - BASELINE)).toBeLessThan(6)
	})

	test('what has no closed outline tells nothing', () => {
		expect(readLetterLines([one('M0 0L100 100')])).toBeNull()
		expect(readLetterLines([])).toBeNull()
	})
})

describe('what letters are made of', () => {
	test('an I is one stem, an E three bars beside it, an O two bowls and two arches', async () => {
		const kinds = async (letter: string) => {
			const { pieces } = await lettersIn('figtree', letter)
			return strokesOf(pieces[0] ?? one(''), 420)
				.map(({ kind }) => kind)
				.sort()
		}
		expect(await kinds('I')).toEqual(['stem'])
		expect(await kinds('E')).toEqual(['bar', 'bar', 'bar', 'stem'])
		expect(await kinds('O')).toEqual(['arch', 'arch', 'bowl', 'bowl'])
		expect(await kinds('H')).toEqual(['bar', 'stem', 'stem'])
	})

	test('a leaning stem is measured square to itself, where letters lean so', () => {
		const [stem] = strokesOf(one('M100 400L140 0H200L160 400Z'), 400, 5.71)
		expect(stem?.width).toBeCloseTo(60 * Math.cos(Math.atan(0.1)), 3)
	})

	test('tops and bottoms: flat, round and pointed, of openings too', () => {
		const forms = featuresOf(
			one('M0 400V0H60L100 200L140 0H200V400H150V200L100 400L50 200V400Z'),
			400,
		)
		expect(forms.filter(({ form, end }) => form === 'flat' && end === 'top')).toHaveLength(2)
		expect(forms.filter(({ form, end }) => form === 'flat' && end === 'bottom')).toHaveLength(2)
		expect(forms.filter(({ form, at }) => form === 'pointed' && at[1] === 400)).toHaveLength(1)
	})
})

describe('what is uneven', () => {
	test.each(['figtree', 'abril', 'rye', 'lobster', 'amiri'] as const)(
		'%s: its letters are even as they are, but for a few ends',
		async (font) => {
			const found = letterFindings(lined(await lettersIn(font, 'HEIxOonvzaebg')))
			expect(found.filter(({ kind }) => kind !== 'overshoot').length).toBeLessThanOrEqual(2)
		},
	)

	test('a stem that was moved, a foot off the line and a round that falls short are told, and mended for good', async () => {
		const sheet = lined(await lettersIn('figtree', 'HIEOnx'))
		const before = letterFindings(sheet).length
		const [h, i] = sheet.pieces
		const stems = strokesOf(h ?? one(''), 420).filter(({ kind }) => kind === 'stem')
		const wide = moveNodes(sheet, new Set(stems[0]?.edges[1].nodes), [5, 0])
		const foot = featuresOf(i ?? one(''), 420).find(({ end }) => end === 'bottom')
		const high = moveNodes(wide, new Set(foot?.nodes), [0, -4])
		const o = high.pieces[3]
		const crown = featuresOf(o ?? one(''), 420).find(
			({ form, end, at }) => form === 'round' && end === 'top' && at[1] < BASELINE - 350,
		)
		const short = moveNodes(high, new Set(crown?.nodes), [0, 7])
		const found = letterFindings(short)
		const kinds = found.map(
			({ kind, piece }) => `${kind} ${short.pieces.find(({ id }) => id === piece)?.name}`,
		)
		expect(kinds).toContain('stroke H')
		expect(kinds).toContain('off-line I')
		expect(kinds).toContain('overshoot O')
		expect(found.length).toBeGreaterThanOrEqual(before + 3)
		let mended = allMended(short, found)
		for (let turn = 0; turn < 3; turn++) mended = allMended(mended, letterFindings(mended))
		expect(letterFindings(mended)).toEqual([])
		expect(flawsOf(mended)).toEqual([])
		expect(
			strokesOf(mended.pieces[0] ?? one(''), 420).find(({ kind }) => kind === 'stem')?.width,
		).toBeCloseTo(short.letterform?.stem ?? 0, 3)
	})

	test('the outer side of a stem that a bar joins moves the whole way: what parts its inner side stays', async () => {
		const sheet = lined(await lettersIn('figtree', 'HIE'))
		const [left] = strokesOf(sheet.pieces[0] ?? one(''), 420).filter(({ kind }) => kind === 'stem')
		const moved = moveNodes(sheet, new Set(left?.edges[0].nodes), [5, 0])
		const found = letterFindings(moved)
		expect(found.map(({ kind }) => kind)).toEqual(['stroke'])
		const [h] = allMended(moved, found).pieces
		const at = (of = sheet.pieces[0]) =>
			of?.contours.flatMap(({ nodes }) => nodes.map((node) => node.at[0].toFixed(6)))
		expect(at(h)).toEqual(at())
	})

	test('nothing is said where no lines are laid, nor of live words and of what stands elsewhere', async () => {
		const sheet = await lettersIn('figtree', 'HI')
		expect(lettersOn(sheet)).toEqual([])
		expect(letterFindings(sheet)).toEqual([])
		const leaf = newPiece('Leaf', parsePathData('M0 0C50 -40 90 20 60 60Z'))
		const all = lined(sheet)
		expect(lettersOn(addPieces(all, [leaf])).map(({ piece }) => piece.name)).toEqual(['H', 'I'])
	})

	test('a letter is measured beside another', async () => {
		const sheet = lined(await lettersIn('figtree', 'HO'))
		const [h, o] = sheet.pieces.map(({ id }) => letterMeasures(sheet, id))
		expect(h?.strokes.stem).toBeCloseTo(sheet.letterform?.stem ?? 0, 3)
		expect(h?.strokes.bowl).toBeUndefined()
		expect(o?.strokes.bowl).toBeGreaterThan(30)
		expect(o?.overshoot).toBeGreaterThan(1)
		expect(o?.height).toBeGreaterThan(h?.height ?? 0)
	})
})

describe('the em square', () => {
	test('letters stand on its baseline, capitals seven tenths of it high, with their room on either side', async () => {
		const sheet = lined(await lettersIn('figtree', 'H'))
		const laid = onEmSquare(sheet, { units: 1000, bearing: 0.05 })
		const box = laid.pieces
			.flatMap(({ contours }) => contours.map(boundsOf))
			.reduce(joinBoxes, boxOf([]))
		expect(box.maxY).toBeCloseTo(800, 3)
		expect(box.maxY - box.minY).toBeCloseTo(700, 3)
		expect(box.minX).toBeCloseTo(50, 3)
		expect([laid.width, laid.height]).toEqual([Math.round(box.maxX - box.minX) + 100, 1000])
		const { pieces } = readSvg(formatSvg(laid, { digits: 0, units: 'px' }))
		for (const { at } of pieces.flatMap(({ contours }) => contours.flatMap(({ nodes }) => nodes)))
			expect(at.map(Math.round)).toEqual(at)
	})

	test('from ascender to descender where both are laid; without lines it is refused', () => {
		const sheet = addPieces(emptySheet('Letter', 500, 900), [
			newPiece('I', parsePathData('M100 200H160V700H100Z')),
		])
		expect(() => onEmSquare(sheet, { units: 1000, bearing: 0 })).toThrow(NoLetterLines)
		const lines = setLetterLines(sheet, { ascender: 100, baseline: 700, descender: 900 })
		expect(letterLinesOf(lines)).toEqual({ ascender: 100, baseline: 700, descender: 900 })
		const [piece] = onEmSquare(lines, { units: 2048, bearing: 0 }).pieces
		const ys = piece?.contours[0]?.nodes.map(({ at }) => at[1]) ?? []
		expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo((500 / 800) * 2048, 3)
		expect(median(ys)).toBeLessThan(0.8 * 2048)
	})
})
