import { describe, expect, test } from 'vitest'
import type { Gradient } from '../../path/gradients'
import { emptySheet, type Piece } from '../../path/model'
import { readSvg } from './readSvg'
import { formatSvg } from './writeSvg'

const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150">${body}</svg>`
const read = (body: string) => readSvg(svg(body))
const fillOf = (defs: string, attributes = '') =>
	read(
		`<defs>${defs}</defs><rect x="20" y="30" width="100" height="50" fill="url(#g)" ${attributes}/>`,
	).pieces[0]?.fill
const STOPS = '<stop offset="0" stop-color="#112233"/><stop offset="1" stop-color="#aabbcc"/>'
const again = (piece: Piece) =>
	readSvg(formatSvg({ ...emptySheet('', 200, 150), pieces: [piece] })).pieces[0]

describe('gradients come in', () => {
	test('across the shape’s box where nothing else is said', () => {
		expect(fillOf(`<linearGradient id="g">${STOPS}</linearGradient>`)).toEqual({
			kind: 'linear',
			from: [20, 30],
			to: [120, 30],
			stops: [
				{ at: 0, colour: '#112233' },
				{ at: 1, colour: '#aabbcc' },
			],
		})
		expect(fillOf(`<radialGradient id="g">${STOPS}</radialGradient>`)).toMatchObject({
			kind: 'radial',
			centre: [70, 55],
			along: [120, 55],
			across: [70, 80],
		})
	})

	test('in the user’s units, under transforms of their own and of the shape', () => {
		const defs = `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="10" y2="0" gradientTransform="rotate(90)">${STOPS}</linearGradient>`
		const fill = fillOf(defs, 'transform="translate(5 7) scale(2)"') as Gradient & {
			kind: 'linear'
		}
		expect(fill.from).toEqual([5, 7])
		expect(fill.to[0]).toBeCloseTo(5, 9)
		expect(fill.to[1]).toBeCloseTo(27, 9)
	})

	test('with what they refer to others for, and with opacities', () => {
		const defs = `<linearGradient id="base" y2="100%" x2="0%"><stop offset="20%" stop-color="#000" stop-opacity=".5"/><stop offset="10%" style="stop-color:red"/></linearGradient><linearGradient id="g" href="#base"/>`
		expect(fillOf(defs, 'fill-opacity=".5"')).toEqual({
			kind: 'linear',
			from: [20, 30],
			to: [20, 80],
			stops: [
				{ at: 0.2, colour: '#000000', alpha: 0.25 },
				{ at: 0.2, colour: '#ff0000', alpha: 0.5 },
			],
		})
	})

	test('of one stop, or of no length, they are flat; what cannot be kept is named', () => {
		expect(fillOf('<linearGradient id="g"><stop stop-color="#123456"/></linearGradient>')).toEqual({
			kind: 'solid',
			colour: '#123456',
		})
		expect(fillOf(`<linearGradient id="g" x2="0">${STOPS}</linearGradient>`)).toEqual({
			kind: 'solid',
			colour: '#aabbcc',
		})
		const often = read(
			`<defs><linearGradient id="g" x2=".001" spreadMethod="repeat">${STOPS}</linearGradient></defs><rect width="9" height="9" fill="url(#g)"/>`,
		)
		expect(often.skipped.map(({ what }) => what)).toEqual(['repeats of gradients'])
	})
})

test('gradients go out and come back as they were, on fills and strokes, each written once', () => {
	const gradient: Gradient = {
		kind: 'radial',
		centre: [40, 50],
		along: [70, 60],
		across: [35, 65],
		stops: [
			{ at: 0, colour: '#112233' },
			{ at: 0.25, colour: '#445566', alpha: 0.5 },
			{ at: 1, colour: '#ffeedd' },
		],
	}
	const piece = read('<rect x="20" y="30" width="100" height="50"/>').pieces[0] as Piece
	const painted: Piece = { ...piece, fill: gradient, stroke: { paint: gradient, width: 3 } }
	expect(again(painted)).toMatchObject({ fill: gradient, stroke: { paint: gradient } })
	const text = formatSvg({ ...emptySheet('', 200, 150), pieces: [painted] })
	expect(text.match(/<radialGradient/g)).toHaveLength(1)
	const linear: Gradient = { kind: 'linear', from: [1, 2], to: [30, 40], stops: gradient.stops }
	expect(again({ ...piece, fill: linear })?.fill).toEqual(linear)
})
