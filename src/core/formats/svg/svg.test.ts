import { describe, expect, test } from 'vitest'
import { contourBounds } from '../../path/contour'
import { newPiece } from '../../path/model'
import { cutOpening, openingsOf } from '../../path/openings'
import { PathSyntaxError, parsePathData } from '../../path/parsePathData'
import { changePiece } from '../../path/pieces'
import { setRealSize } from '../../path/settings'
import { sheetOf } from '../../path/testing/arbitrary'
import { exportSummary } from '../exportSummary'
import { readSvg } from './readSvg'
import { SvgSyntaxError } from './svgSyntaxError'
import { formatSvg } from './writeSvg'

const svg = (body: string, attributes = 'width="200" height="100"') =>
	`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${body}</svg>`

function boxOfFirst(text: string) {
	const { minX, minY, maxX, maxY } = contourBounds(readSvg(text).pieces[0]!.contours[0]!)
	return [minX, minY, maxX, maxY].map((v) => Math.round(v * 1000) / 1000)
}

describe('writing', () => {
	const sheet = sheetOf(...parsePathData('M0 0H100V100H0ZM20 20H40V40H20ZM0 0L5 5'))
	const cut = cutOpening(sheet, sheet.pieces[1]!.contours[0]!.id)

	test('ids are made from names, each once, and are XML names', () => {
		const names = ['Storm lantern', 'Storm lantern', '9 lives', '-x', 'Élan & “co”', '', '…']
		const pieces = names.map((name) => newPiece(name, parsePathData('M0 0H1V1Z')))
		const ids = [...formatSvg({ ...sheet, pieces }).matchAll(/ id="([^"]*)"/g)].map(([, id]) => id)
		expect(ids.slice(0, 5)).toEqual([
			'Storm-lantern',
			'Storm-lantern-2',
			'piece-9-lives',
			'x',
			'Élan-co',
		])
		for (const id of ids) expect(id).toMatch(/^\p{L}[\p{L}\p{Nd}-]*$/u)
		expect(new Set(ids).size).toBe(names.length)
	})

	test('a piece with an opening is one path with a fill rule', () => {
		const text = formatSvg(cut)
		expect(text).toContain('width="1000px" height="800px" viewBox="0 0 1000 800"')
		expect(
			text.match(/<path fill="#22272e" fill-rule="evenodd" d="M0 0[^"]*ZM20 20[^"]*Z"\/>/),
		).not.toBeNull()
	})

	test('an open outline is written as a line, and counted', () => {
		expect(formatSvg(cut)).toContain('fill="none" stroke="#22272e" stroke-width="1" d="M0 0L5 5"')
		expect(exportSummary(cut)).toEqual({
			pieces: 2,
			openings: 1,
			nodes: 10,
			openOutlines: 1,
			colours: 1,
		})
	})

	test('names with any character are kept, and hidden pieces left out', () => {
		const named = changePiece(cut, cut.pieces[0]!.id, { name: 'Bail <&> "grip"\u0007' })
		expect(readSvg(formatSvg(named)).pieces[0]!.name).toBe('Bail <&> "grip"')
		const hidden = changePiece(cut, cut.pieces[0]!.id, { hidden: true })
		expect(readSvg(formatSvg(hidden)).pieces).toHaveLength(1)
	})

	test('reading back gives the same pieces', () => {
		const back = readSvg(formatSvg(cut))
		expect(back.pieces.map((p) => p.name)).toEqual(['Piece 1', 'Piece 3'])
		expect(openingsOf(back.pieces[0]!)).toHaveLength(1)
		expect(back.pieces[0]!.fill).toEqual(newPiece('', []).fill)
	})
})

describe('real size', () => {
	const sheet = setRealSize(sheetOf(...parsePathData('M0 0H100V37.5H0Z')), 0.25)

	test('is written in mm and read back, every node where it was', () => {
		const text = formatSvg(sheet)
		expect(text).toContain('width="250mm" height="200mm" viewBox="0 0 1000 800"')
		const back = readSvg(text)
		expect(back).toMatchObject({ width: 1000, height: 800, mmPerPx: 0.25 })
		expect(boxOfFirst(text)).toEqual([0, 0, 100, 37.5])
	})

	test('is taken from cm and inches; px and points say nothing of it', () => {
		const size = (attributes: string) => readSvg(svg('<rect width="1" height="1"/>', attributes))
		expect(size('width="2cm" height="1cm" viewBox="0 0 100 50"').mmPerPx).toBeCloseTo(0.2)
		expect(size('width="1in" height="1in"')).toMatchObject({ width: 96, height: 96 })
		expect(size('width="1in" height="1in"').mmPerPx).toBeCloseTo(25.4 / 96)
		expect(size('width="90pt" height="90pt" viewBox="0 0 9 9"').mmPerPx).toBeUndefined()
		// A box out of proportion has no px of one size: the page's own are taken.
		expect(size('width="2cm" height="2cm" viewBox="0 0 100 50"').width).toBeCloseTo(75.59, 2)
	})
})

describe('reading', () => {
	test('every basic shape', () => {
		const shapes =
			'<rect x="10" y="10" width="50" height="30" rx="5"/><circle cx="50" cy="50" r="20"/>' +
			'<ellipse cx="5" cy="5" rx="2" ry="3"/><line x1="0" y1="0" x2="5" y2="5" stroke="red"/>' +
			'<polyline points="0,0 5,5 10,0"/><polygon points="0 0 5 5 10 0"/>'
		const { pieces } = readSvg(svg(shapes))
		expect(pieces.map((p) => p.contours[0]!.nodes.length)).toEqual([8, 4, 4, 2, 3, 3])
		expect(pieces.map((p) => p.contours[0]!.closed)).toEqual([true, true, true, false, false, true])
		expect(pieces[1]!.contours[0]!.nodes.every((n) => n.kind === 'symmetric')).toBe(true)
	})

	test('transforms nest, the view box scales to px, units count', () => {
		const path = '<path d="M0 0H10V10H0Z"/>'
		expect(
			boxOfFirst(svg(`<g transform="translate(5 5)"><g transform="scale(2)">${path}</g></g>`)),
		).toEqual([5, 5, 25, 25])
		expect(boxOfFirst(svg(path, 'width="2in" height="192px" viewBox="0 0 96 96"'))).toEqual([
			0, 0, 20, 20,
		])
		expect(boxOfFirst(svg(path, 'viewBox="5 5 10 10"'))).toEqual([-5, -5, 5, 5])
		expect(boxOfFirst(svg(`<g transform="rotate(90, 10 10)">${path}</g>`))).toEqual([10, 0, 20, 10])
		expect(boxOfFirst(svg(`<g transform="matrix(1 0 0 1 3 4) skewX(45)">${path}</g>`))).toEqual([
			3, 4, 23, 14,
		])
	})

	test('paints and fill rules inherit; the style attribute wins', () => {
		const { pieces } = readSvg(
			svg(
				'<g fill="teal" fill-rule="evenodd"><path d="M0 0H9V9Z"/><path style="fill:none;stroke:#f00;stroke-width:2px" fill="blue" d="M0 0H9V9Z"/></g>',
			),
		)
		expect(pieces[0]).toMatchObject({
			fill: { kind: 'solid', colour: '#008080' },
			fillRule: 'evenodd',
		})
		expect(pieces[1]).toMatchObject({
			fill: { kind: 'none' },
			stroke: { paint: { kind: 'solid', colour: '#ff0000' }, width: 2 },
		})
	})

	test('what is defined but not drawn is left; what cannot be taken is named', () => {
		const { pieces, skipped } = readSvg(
			svg(
				'<defs><path d="M0 0H9V9Z"/></defs><g display="none"><path d="M0 0H9V9Z"/></g><text>Heron</text><image href="x.png"/>',
			),
		)
		expect(pieces).toEqual([])
		expect(skipped).toEqual([
			{ what: 'hidden shapes', count: 1 },
			{ what: 'text', count: 1 },
			{ what: 'images in other files', count: 1 },
		])
	})

	test('a bad file is refused with a reason', () => {
		expect(() => readSvg('not a drawing')).toThrow(SvgSyntaxError)
		expect(() => readSvg('<svg><path d="M0 0"></svg>')).toThrow(SvgSyntaxError)
		expect(() => readSvg('<html></html>')).toThrow(/<html>/)
		expect(() => readSvg('')).toThrow(SvgSyntaxError)
		expect(() => readSvg(svg('<path d="M0 0 L5 x"/>'))).toThrow(PathSyntaxError)
		const nested =
			'<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><svg><title>&b;</title></svg>'
		expect(() => readSvg(nested)).toThrow(/entity/)
	})
})
