import { describe, expect, test } from 'vitest'
import type { Piece } from '../../path/model'
import { emptySheet } from '../../path/model'
import { readSvg } from './readSvg'
import { formatSvg } from './writeSvg'

const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150">${body}</svg>`
const first = (body: string): Piece => readSvg(svg(body)).pieces[0]!
const D = 'M10 10H90V90Z'

describe('an open subpath that is filled', () => {
	test('is closed where its ends meet, and filled across where they do not', () => {
		const [meets] = first('<path d="M10 10H90V90L10 10"/>').contours
		expect(meets).toMatchObject({ closed: true })
		expect(meets?.nodes).toHaveLength(3)
		expect(first('<path d="M10 10H90V90"/>').contours[0]).toMatchObject({
			closed: false,
			filled: true,
		})
	})

	test('goes out as it came in: filled, and stroked along what was drawn alone', () => {
		const piece = first('<path fill="#275" stroke="#a33" d="M10 10H90V90"/>')
		const text = formatSvg({ ...emptySheet('', 200, 150), pieces: [piece] })
		expect(text).toContain('d="M10 10L90 10L90 90"')
		expect(text).toContain('fill="#227755"')
		expect(readSvg(text).pieces[0]?.contours).toMatchObject([{ closed: false, filled: true }])
	})

	test('with no fill it is a line; a straight one with neither is nothing, and named', () => {
		const line = first('<path fill="none" stroke="#333" d="M10 10H90V90"/>')
		expect(line.contours[0]?.filled).toBeUndefined()
		const { pieces, skipped } = readSvg(svg('<path d="M10 10H90"/>'))
		expect(pieces).toEqual([])
		expect(skipped).toEqual([{ what: 'shapes without any paint', count: 1 }])
	})
})

test('what cuts others is a shape, or one that is used directly, as browsers have it', () => {
	const cut = (use: string) =>
		readSvg(
			svg(
				`<defs><path id="p" d="${D}"/><use id="u" href="#p"/></defs><clipPath id="c">${use}</clipPath><rect width="90" height="90" clip-path="url(#c)"/>`,
			),
		).pieces
	expect(cut('<use href="#p"/>')).toHaveLength(1)
	expect(cut('<use href="#u"/>')).toEqual([])
})

describe('what style sheets say', () => {
	const fill = (sheet: string, attributes = '') =>
		first(
			`<style>${sheet}</style><g class="outer"><path id="k" class="a b" ${attributes} d="${D}"/></g>`,
		).fill

	test.each([
		['path{fill:red}#k{fill:#010203}.a{fill:blue}', ''],
		['path{fill:#010203 !important}', 'style="fill:red"'],
		['.outer path{fill:red}.a.b{fill:#010203}', ''],
		['path{fill:red}path{fill:#010203}', 'fill="blue"'],
		['.outer > .a{fill:#010203}g g path{fill:red}', ''],
		['@media print{path{fill:red}}path{fill:#010203}', ''],
		['path{fill:#010203;fill:wavy}', ''],
		['path{fill:var(--none, #010203)}', ''],
	])('%s', (sheet, attributes) => {
		expect(fill(sheet, attributes)).toEqual({ kind: 'solid', colour: '#010203' })
	})
})

test('strokes keep caps, joins, dashes, order and opacity through file and back', () => {
	const body = `<path fill="#275" fill-opacity=".5" stroke="#a33" stroke-width="4" stroke-linecap="round" stroke-linejoin="bevel" stroke-dasharray="6 2" stroke-dashoffset="1" stroke-opacity=".25" paint-order="stroke" transform="scale(2)" d="${D}"/>`
	const piece = first(body)
	expect(piece).toMatchObject({
		fill: { alpha: 0.5 },
		stroke: {
			width: 8,
			cap: 'round',
			join: 'bevel',
			dashes: [12, 4],
			dashOffset: 2,
			paint: { alpha: 0.25 },
		},
		strokeBelow: true,
	})
	const [back] = readSvg(formatSvg({ ...emptySheet('', 200, 150), pieces: [piece] })).pieces
	expect(back).toMatchObject({ fill: piece.fill, stroke: piece.stroke, strokeBelow: true })
})

test('what cannot be kept is named once, with how many', () => {
	const { skipped } = readSvg(
		svg(
			`<text>Heron</text><text>Lantern</text><image href="x.png"/><path filter="url(#f)" d="${D}"/><path d="${D}"><animate/></path>`,
		),
	)
	expect(skipped).toEqual([
		{ what: 'text', count: 2 },
		{ what: 'images in other files', count: 1 },
		{ what: 'filters', count: 1 },
		{ what: 'animations', count: 1 },
	])
})
