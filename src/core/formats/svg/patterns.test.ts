import { expect, test } from 'vitest'
import { transformPaint } from '../../path/gradients'
import { emptySheet, FIGURES, type Paint, type Piece } from '../../path/model'
import { parseSheet } from '../sheetSchema'
import { readSvg } from './readSvg'
import { formatSvg } from './writeSvg'

const RECT = '<rect x="20" y="30" width="100" height="50"/>'
const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150">${body}</svg>`
const piece = readSvg(svg(RECT)).pieces[0] as Piece
const patterned = (fill: Paint): Piece => ({ ...piece, fill })
const HATCH = {
	kind: 'pattern',
	figure: 'hatch',
	spacing: 12,
	weight: 2.5,
	angle: 30,
	at: [5, 7],
	colour: '#a63d2f',
} as const

test.each(FIGURES)('%s: goes out and comes back as it was, and is kept with a sheet', (figure) => {
	const pattern = { ...HATCH, figure, ground: '#fbf9f4', alpha: 0.5 } as const
	const sheet = { ...emptySheet('Stall', 200, 150), pieces: [patterned(pattern)] }
	const back = readSvg(formatSvg(sheet)).pieces[0]?.fill
	if (back?.kind !== 'pattern') throw new Error('It is no pattern.')
	const { angle, ...rest } = back
	expect(angle).toBeCloseTo(30, 9)
	expect({ ...rest, angle: 30 }).toEqual(pattern)
	expect(parseSheet(JSON.parse(JSON.stringify(sheet))).pieces[0]?.fill).toEqual(pattern)
})

test('it turns, grows and moves with its piece', () => {
	const moved = transformPaint(HATCH, [0, 2, -2, 0, 100, 0])
	expect(moved).toMatchObject({ spacing: 24, weight: 5, at: [86, 10] })
	expect(moved.kind === 'pattern' && moved.angle).toBeCloseTo(120, 9)
})

test('patterns of others that are too fine to be shapes come in as their mean colour, and are named', () => {
	const { pieces, skipped } = readSvg(
		svg(
			`<defs><pattern id="p" width="1" height="1" patternUnits="userSpaceOnUse"><rect width="10" height="10" fill="#204060"/></pattern></defs><rect width="90" height="60" fill="url(#p)"/>`,
		),
	)
	expect(pieces[0]?.fill).toEqual({ kind: 'solid', colour: '#204060' })
	expect(skipped).toEqual([{ what: 'patterns, each as its mean colour', count: 1 }])
})
