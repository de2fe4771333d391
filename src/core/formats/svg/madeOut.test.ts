import { describe, expect, test } from 'vitest'
import { emptySheet } from '../../path/model'
import { addPieces } from '../../path/pieces'
import { seenSvg, shareOfDifferent } from '../testing/readers'
import { readSvg } from './readSvg'
import { formatSvg } from './writeSvg'

/** What sheets have no words for is made out of what they have: another reader sees no difference. */

const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="240px" height="180px" viewBox="0 0 240 180">${body}</svg>`

async function differing(body: string, levels = 60) {
	const { pieces, skipped } = readSvg(svg(body))
	const sheet = addPieces(emptySheet('', 240, 180), pieces)
	const [before, after] = [
		await seenSvg(svg(body), 720, 540),
		await seenSvg(formatSvg(sheet), 720, 540),
	]
	return {
		share: shareOfDifferent(before, after, levels),
		pieces,
		skipped: skipped.map(({ what }) => what),
	}
}

const ARROW =
	'<marker id="m" viewBox="0 0 10 10" refX="9" refY="5" markerWidth="4" markerHeight="4" orient="auto-start-reverse"><path d="M0 0L10 5L0 10Z" fill="#a63d2f"/></marker>'
const DOT =
	'<marker id="d" markerWidth="8" markerHeight="8" refX="4" refY="4" markerUnits="userSpaceOnUse"><circle cx="4" cy="4" r="4" fill="#0e7466"/></marker>'
const LINE = 'fill="none" stroke="#22272e" stroke-width="3"'

describe('markers', () => {
	test.each([
		[
			'at both ends of a bent line',
			`<defs>${ARROW}</defs><path ${LINE} marker-start="url(#m)" marker-end="url(#m)" d="M40 40C80 20 120 120 200 90"/>`,
		],
		[
			'at every corner',
			`<defs>${DOT}</defs><polyline ${LINE} marker-mid="url(#d)" marker-start="url(#d)" marker-end="url(#d)" points="30,30 90,60 120,140 200,40"/>`,
		],
		[
			'of a closed shape that is turned',
			`<defs>${ARROW}</defs><polygon ${LINE} transform="rotate(20 100 80)" marker-mid="url(#m)" points="60,40 160,50 120,130"/>`,
		],
		[
			'said for all places in a style',
			`<defs>${DOT}</defs><style>path{marker:url(#d)}</style><path ${LINE} d="M30 150L200 150L200 30"/>`,
		],
	])('%s', async (_, body) => {
		const { share, skipped, pieces } = await differing(body)
		expect(skipped).toEqual([])
		expect(pieces.length).toBeGreaterThan(1)
		expect(share).toBeLessThan(0.002)
	})

	test('that stand in themselves, or are not there, are nothing', () => {
		const self = '<marker id="m"><path d="M0 0H9" stroke="red" marker-end="url(#m)"/></marker>'
		expect(
			readSvg(svg(`<defs>${self}</defs><path ${LINE} marker-end="url(#m)" d="M0 0H90"/>`)).pieces
				.length,
		).toBeLessThan(3)
		expect(readSvg(svg(`<path ${LINE} marker-end="url(#none)" d="M0 0H90"/>`)).pieces).toHaveLength(
			1,
		)
	})
})

describe('patterns', () => {
	const TILE =
		'<rect width="6" height="6" fill="#d98e04"/><circle cx="13" cy="13" r="5" fill="#0e7466"/>'
	test.each([
		[
			'in units of the drawing',
			`<pattern id="p" width="20" height="20" patternUnits="userSpaceOnUse">${TILE}</pattern>`,
		],
		[
			'begun elsewhere, turned and enlarged',
			`<pattern id="p" x="5" y="3" width="20" height="20" patternUnits="userSpaceOnUse" patternTransform="rotate(30) scale(1.4)">${TILE}</pattern>`,
		],
		['in shares of the shape', `<pattern id="p" width=".2" height=".25">${TILE}</pattern>`],
		[
			'with a view box',
			`<pattern id="p" width="30" height="30" patternUnits="userSpaceOnUse" viewBox="0 0 20 20">${TILE}</pattern>`,
		],
		[
			'of lines that leave the tile',
			`<pattern id="p" width="12" height="12" patternUnits="userSpaceOnUse"><path d="M-2 -2L14 14" stroke="#a63d2f" stroke-width="3"/></pattern>`,
		],
	])('%s', async (_, pattern) => {
		const { share, skipped } = await differing(
			`<defs>${pattern}</defs><path fill="url(#p)" stroke="#22272e" stroke-width="2" d="M30 20C120 0 220 40 210 100S90 180 40 150Z"/>`,
		)
		expect(skipped).toEqual([])
		expect(share).toBeLessThan(0.006)
	})
})

/** A rectangle that a gradient `g` fills comes in as it looks. */
async function isSeen(gradient: string): Promise<void> {
	const { share, skipped, pieces } = await differing(
		`<defs>${gradient}</defs><rect x="20" y="20" width="200" height="140" fill="url(#g)"/>`,
	)
	expect(skipped).toEqual([])
	expect(pieces).toHaveLength(1)
	expect(share).toBeLessThan(0.03)
}

describe('gradients from a focus', () => {
	const STOPS =
		'<stop offset=".1" stop-color="#0e7466"/><stop offset=".6" stop-color="#f3f0e9"/><stop offset="1" stop-color="#d98e04"/>'
	test.each([
		['in shares of the shape', `<radialGradient id="g" fx=".3" fy=".25">${STOPS}</radialGradient>`],
		[
			'in units of the drawing, turned',
			`<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="110" cy="90" r="60" fx="140" fy="110" gradientTransform="rotate(15) scale(1 .8)">${STOPS}</radialGradient>`,
		],
		[
			'reflected, one end aside',
			`<radialGradient id="g" cx=".3" cy=".6" r=".25" fx=".2" fy=".5" spreadMethod="reflect">${STOPS}</radialGradient>`,
		],
	])('%s', (_, gradient) => isSeen(gradient))

	test('outside the last circle, they begin at its edge', () => {
		const { pieces } = readSvg(
			svg(
				`<defs><radialGradient id="g" gradientUnits="userSpaceOnUse" cx="50" cy="50" r="10" fx="90">${STOPS}</radialGradient></defs><rect width="99" height="99" fill="url(#g)"/>`,
			),
		)
		expect(pieces[0]?.fill).toMatchObject({ centre: [50, 50], focus: [59.99, 50] })
	})
})

describe('gradients that go on', () => {
	const STOPS =
		'<stop stop-color="#0e7466"/><stop offset=".6" stop-color="#f3f0e9"/><stop offset="1" stop-color="#d98e04"/>'
	test.each([
		[
			'repeated along a line',
			`<linearGradient id="g" x1=".2" x2=".45" spreadMethod="repeat">${STOPS}</linearGradient>`,
		],
		[
			'reflected along a line that is turned',
			`<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="60" y1="60" x2="90" y2="75" spreadMethod="reflect">${STOPS}</linearGradient>`,
		],
		[
			'repeated round a centre',
			`<radialGradient id="g" r=".15" spreadMethod="repeat">${STOPS}</radialGradient>`,
		],
		[
			'reflected round a centre',
			`<radialGradient id="g" cx=".3" cy=".6" r=".2" spreadMethod="reflect">${STOPS}</radialGradient>`,
		],
	])('%s', (_, gradient) => isSeen(gradient))
})

describe('what is see-through as a whole', () => {
	const MANY =
		'<rect x="20" y="20" width="110" height="90" fill="#0e7466"/><circle cx="130" cy="90" r="60" fill="#d98e04"/><path d="M40 160L120 40L200 150Z" fill="#a63d2f"/>'
	test.each([
		['three shapes, each on the others', MANY],
		['with lines round them', `<g stroke="#22272e" stroke-width="8">${MANY}</g>`],
		[
			'some of them see-through themselves',
			`${MANY}<rect x="60" y="60" width="120" height="70" fill="#22272e" fill-opacity=".4"/>`,
		],
		[
			'one see-through with its line',
			`${MANY}<rect opacity=".6" x="60" y="60" width="120" height="70" fill="#f3f0e9" stroke="#22272e" stroke-width="12"/>`,
		],
		[
			'a gradient that fades among them',
			`<defs><linearGradient id="g"><stop stop-color="#f3f0e9"/><stop offset="1" stop-color="#22272e" stop-opacity=".2"/></linearGradient></defs><rect x="20" y="20" width="200" height="140" fill="#d98e04"/><rect x="60" y="60" width="120" height="70" fill="url(#g)"/>`,
		],
		['groups in each other', `<g opacity=".7">${MANY}</g><circle cx="60" cy="90" r="50"/>`],
	])('%s', async (_, body) => {
		const { share, skipped } = await differing(`<g opacity=".5">${body}</g>`, 8)
		expect(skipped).toEqual([])
		expect(share).toBeLessThan(0.006)
	})

	test('two gradients that show through each other stay each so, and are named', async () => {
		const { skipped } = await differing(
			'<defs><linearGradient id="g"><stop stop-color="#0e7466"/><stop offset="1" stop-opacity="0"/></linearGradient></defs><g opacity=".5"><rect width="99" height="99" fill="url(#g)"/><circle r="80" fill="url(#g)"/></g>',
		)
		expect(skipped).toEqual(['groups that are see-through as a whole'])
	})
})

describe('soft masks', () => {
	const SHAPES =
		'<rect x="20" y="20" width="120" height="90" fill="#0e7466" stroke="#22272e" stroke-width="6"/><circle cx="150" cy="100" r="60" fill="#a63d2f"/>'
	const FADE = '<stop offset=".1" stop-color="#fff"/><stop offset=".9" stop-color="#000"/>'
	test.each([
		[
			'of greys',
			'<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="240" height="180"><rect width="240" height="180" fill="#fff"/><rect x="60" y="30" width="90" height="90" fill="#777"/><circle cx="100" cy="110" r="30" fill="#000" fill-opacity=".5"/></mask>',
		],
		[
			'that fade along a line',
			`<linearGradient id="g">${FADE}</linearGradient><mask id="m"><rect width="240" height="180" fill="url(#g)"/></mask>`,
		],
		[
			'that fade round a place, in shares of the shapes',
			`<radialGradient id="g">${FADE}</radialGradient><mask id="m" maskContentUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5" fill="url(#g)"/></mask>`,
		],
		[
			'by how much they cover',
			'<linearGradient id="g"><stop stop-opacity="1"/><stop offset="1" stop-opacity="0"/></linearGradient><mask id="m" style="mask-type:alpha"><rect width="240" height="180" fill="url(#g)"/></mask>',
		],
		[
			'of colours, a line among them',
			'<mask id="m"><circle cx="110" cy="90" r="60" fill="#e8d020" stroke="#205080" stroke-width="30"/></mask>',
		],
	])('%s', async (_, mask) => {
		const { share, skipped } = await differing(
			`<defs>${mask}</defs><g mask="url(#m)">${SHAPES}</g>`,
			8,
		)
		expect(skipped).toEqual([])
		expect(share).toBeLessThan(0.003)
	})

	test('over a gradient they are its mean, and named', async () => {
		const { skipped } = await differing(
			`<defs><linearGradient id="g">${FADE}</linearGradient><mask id="m"><rect width="240" height="180" fill="url(#g)"/></mask></defs><rect width="90" height="90" fill="url(#g)" mask="url(#m)"/>`,
		)
		expect(skipped).toEqual(['soft masks of what is no flat colour, each as its mean'])
	})
})

test('dashes under a skew are dashes', async () => {
	const { share, skipped } = await differing(
		'<path fill="none" stroke="#22272e" stroke-width="8" stroke-dasharray="20 12" transform="skewX(25) scale(1 .8)" d="M20 40H140V140H40"/>',
	)
	expect(skipped).toEqual([])
	expect(share).toBeLessThan(0.003)
})
