import { describe, expect, test } from 'vitest'
import { hostsOf, withLettering } from '../../letter/follow'
import { alongOf, wordsIn } from '../../letter/testing/fonts'
import { wordsSetIn } from '../../letter/testing/setWords'
import { deviation } from '../../measure/deviation'
import { boundsOf } from '../../path/contour'
import type { Setting } from '../../path/lettering'
import { emptySheet, newPiece, type Piece } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { outgoing } from '../outgoing'
import { readSvg } from './readSvg'
import { textElement } from './textElement'
import { formatSvg } from './writeSvg'

const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600">${body}</svg>`
const setWords = await wordsSetIn('figtree', 'rye', 'amiri')
const read = (body: string) => readSvg(svg(body), { setWords })
const boxOf = ({ contours }: Pick<Piece, 'contours'>) => {
	const all = contours.map(boundsOf)
	return {
		minX: Math.min(...all.map(({ minX }) => minX)),
		maxX: Math.max(...all.map(({ maxX }) => maxX)),
		maxY: Math.max(...all.map(({ maxY }) => maxY)),
	}
}

describe('text that comes in', () => {
	test.each<[string, Setting]>([
		['two lines that stand freely', { kind: 'free', place: [1, 0, 0, 1, 80, 200] }],
		['turned', { kind: 'free', place: [0.8, 0.6, -0.6, 0.8, 300, 120] }],
	])(
		'%s: what goes out as text comes back as words that lie where they lay',
		async (_, setting) => {
			for (const align of ['left', 'middle', 'right'] as const) {
				const words = await wordsIn('figtree', 'The Heron\nand Keeper', setting, {
					align,
					font: { id: 'figtree', family: 'Figtree', style: 'Regular', weight: 400 },
				})
				const empty = emptySheet('Sign', 800, 600)
				const piece = withLettering(
					newPiece('Sign', parsePathData('M0 0H9V9Z')),
					words,
					hostsOf(empty),
				)
				const out = formatSvg(addPieces(empty, [piece]), { digits: 5, textOf: textElement })
				expect(out).toContain('<text')
				const { pieces, skipped } = readSvg(out, { setWords })
				expect(skipped).toEqual([])
				expect(pieces).toHaveLength(1)
				expect(pieces[0]?.lettering?.text).toBe('The Heron\nand Keeper')
				expect(pieces[0]?.lettering?.align).toBe(align)
				expect(deviation(pieces[0]?.contours ?? [], piece.contours).max).toBeLessThan(0.02)
			}
		},
	)

	test('along an outline it comes back as outlines that lie where the words lay', async () => {
		const host = newPiece('Arch', parsePathData('M100 400C100 100 600 100 600 400'))
		const [way] = host.contours
		if (!way) throw new Error('There is no arch.')
		const words = await wordsIn('figtree', 'Lamplight', alongOf(way, { start: 60, offset: 7 }), {
			size: 70,
			font: { id: 'figtree', family: 'Figtree', style: 'Regular', weight: 400 },
		})
		const empty = addPieces(emptySheet('Sign', 800, 600), [host])
		const piece = withLettering(newPiece('Sign', [way]), words, hostsOf(empty))
		const out = formatSvg(addPieces(empty, [piece]), { digits: 5, textOf: textElement })
		expect(out).toContain('<textPath')
		const back = readSvg(out, { setWords }).pieces.at(-1)
		expect(back?.lettering).toBeUndefined()
		expect(deviation(back?.contours ?? [], piece.contours).max).toBeLessThan(0.05)
	})

	test('spans have their own fonts, sizes and paints, one beginning where the other ends', () => {
		const { pieces } = read(
			'<text x="50" y="100" font-family="Figtree" font-size="40">Heron <tspan fill="#a63d2f" font-family="Rye, serif">and</tspan> Keeper</text>',
		)
		expect(pieces.map(({ lettering }) => lettering?.text)).toEqual(['Heron ', 'and', ' Keeper'])
		expect(pieces.map(({ lettering }) => lettering?.font.id)).toEqual(['figtree', 'rye', 'figtree'])
		expect(pieces[1]?.fill).toMatchObject({ colour: '#a63d2f' })
		const [a, b, c] = pieces.map(boxOf)
		expect(a?.maxX).toBeLessThan(b?.minX ?? 0)
		expect(b?.maxX).toBeLessThan(c?.minX ?? 0)
		for (const box of [a, b, c]) expect(box?.maxY).toBeLessThan(112)
	})

	test('white space collapses as browsers do it, unless it is to be kept', () => {
		const [plain] = read('<text x="0" y="90" font-size="50">\n\t  A \n  b  </text>').pieces
		expect(plain?.lettering?.text).toBe('A b')
		const [kept] = read(
			'<text x="0" y="90" font-size="50" xml:space="preserve"> A  b</text>',
		).pieces
		expect(kept?.lettering?.text).toBe(' A  b')
	})

	test('letters placed one by one, shifts and anchors', () => {
		const { pieces } = read('<text x="100 300 500" y="100" font-size="60">HIH</text>')
		expect(pieces.map(({ lettering }) => lettering?.text)).toEqual(['H', 'I', 'H'])
		const lefts = pieces.map((piece) => boxOf(piece).minX)
		expect((lefts[2] ?? 0) - (lefts[0] ?? 0)).toBeCloseTo(400, 3)
		const [start, middle, end] = ['start', 'middle', 'end'].map((anchor) => {
			const [one] = read(
				`<text x="400" y="90" font-size="60" text-anchor="${anchor}">HH</text>`,
			).pieces
			return one ? boxOf(one) : { minX: 0, maxX: 0, maxY: 0 }
		})
		expect(start?.minX).toBeGreaterThan(400)
		expect(end?.maxX).toBeLessThan(400)
		expect(((middle?.minX ?? 0) + (middle?.maxX ?? 0)) / 2).toBeCloseTo(400, 0)
		const [, down] = read(
			'<text x="10" y="50" font-size="30">H<tspan dy="20">H</tspan></text>',
		).pieces
		expect(down && boxOf(down).maxY).toBeCloseTo(70, 2)
	})

	test('transforms and viewports carry words; gradients and what cuts them hold for them as for shapes', () => {
		const [moved] = read(
			'<g transform="translate(100 50) scale(2)"><text y="40" font-size="20">H</text></g>',
		).pieces
		expect(moved && boxOf(moved).maxY).toBeCloseTo(130, 2)
		expect(moved?.lettering).toBeDefined()
		const cut = read(
			'<clipPath id="c"><rect width="30" height="600"/></clipPath><text y="80" font-size="80" clip-path="url(#c)">HHH</text>',
		).pieces
		expect(cut).toHaveLength(1)
		expect(cut[0]?.lettering).toBeUndefined()
		expect(cut[0] && boxOf(cut[0]).maxX).toBeLessThanOrEqual(30.01)
	})

	test('a font that is not here is stood in for, and said; what is not followed is named', () => {
		const { pieces, skipped } = read(
			'<text y="50" font-family="Nowhere Sans" rotate="10" textLength="300">Keeper</text>',
		)
		expect(pieces[0]?.lettering?.font.id).toBe('figtree')
		const said = skipped.map(({ what }) => what)
		expect(said).toContain('text in a font that is not here, set in another')
		expect(said).toContain('letters that are turned by themselves')
		expect(said).toContain('text stretched to a length')
	})

	test('without anything that sets words text is named and left out, as ever', () => {
		const { pieces, skipped } = readSvg(
			svg('<text y="50">Keeper</text><rect width="9" height="9"/>'),
		)
		expect(pieces).toHaveLength(1)
		expect(skipped).toEqual([{ what: 'text', count: 1 }])
	})

	test('right to left: the start of the line is its right end', () => {
		const [line] = read(
			'<text x="600" y="200" font-family="amiri" font-size="60" direction="rtl">خيال الظل</text>',
		).pieces
		expect(line?.lettering?.align).toBe('right')
		expect(line && boxOf(line).maxX).toBeLessThan(605)
	})
})

test('words that go out on a page cut to the artwork are text there, too', async () => {
	const words = await wordsIn(
		'figtree',
		'Keeper',
		{ kind: 'free', place: [1, 0, 0, 1, 300, 400] },
		{ font: { id: 'figtree', family: 'Figtree', style: 'Regular', weight: 400 } },
	)
	const empty = emptySheet('Sign', 800, 600)
	const piece = withLettering(newPiece('Sign', parsePathData('M0 0H9V9Z')), words, hostsOf(empty))
	const page = outgoing(addPieces(empty, [piece]), { page: 'artwork', strokes: 'scale' })
	if (!page) throw new Error('Nothing goes out.')
	const out = formatSvg(page, { textOf: textElement })
	expect(out).toContain('<text')
	expect(
		deviation(readSvg(out, { setWords }).pieces[0]?.contours ?? [], page.pieces[0]?.contours ?? [])
			.max,
	).toBeLessThan(0.02)
	expect(page.width).toBeLessThan(400)
})
