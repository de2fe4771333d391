import { expect, test } from 'vitest'
import { emptySheet, newPiece, type Piece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { formatSvg } from '../svg/writeSvg'
import { keySheet } from '../testing/keySheet'
import { paintedSheet } from '../testing/paintedSheet'
import { overlapOfInk, seenEps, seenSvg, shareOfDifferent } from '../testing/readers'
import { writeEps } from './writeEps'

/** A page of whole points, so that its pixels are those of the SVG. */
const sheet = { ...paintedSheet(), mmPerPx: 25.4 / 72 }

test('another reader sees every paint and line as the SVG shows them', async () => {
	const eps = await seenEps(writeEps(sheet), 2)
	expect([eps.width, eps.height]).toEqual([800, 600])
	const svg = await seenSvg(formatSvg(sheet), 800, 600)
	expect(overlapOfInk(eps, svg)).toBeGreaterThan(0.97)
	expect(shareOfDifferent(eps, svg, 60)).toBeLessThan(0.02)
})

test('what is see-through shows what lies beneath it, lines, gradients and other see-through things', async () => {
	const path = (d: string, look: Partial<Piece>) => ({
		...newPiece('Piece', parsePathData(d)),
		...look,
	})
	const solid = (colour: string, alpha = 1) => ({ kind: 'solid', colour, alpha }) as const
	const fade = {
		kind: 'linear',
		from: [100, 0],
		to: [300, 0],
		stops: [
			{ at: 0, colour: '#22272e' },
			{ at: 1, colour: '#f3f0e9', alpha: 0.2 },
		],
	} as const
	const line = { paint: solid('#22272e'), width: 20 }
	const pieces = [
		path('M20 20H200V150H20Z', { fill: solid('#0e7466'), stroke: line }),
		path('M120 80C240 40 340 120 300 220S140 260 120 180Z', { fill: solid('#d98e04', 0.5) }),
		path('M60 100H340V200H60Z', { fill: solid('#a63d2f'), stroke: line, opacity: 0.4 }),
		path('M100 10H300V290H100Z', { fill: fade }),
		path('M220 30H380V130H220Z', { fill: solid('#205080', 0.7) }),
	]
	for (const background of [undefined, solid('#f0e0c0')]) {
		const all: Sheet = {
			...addPieces(emptySheet('Panes', 400, 300), pieces),
			mmPerPx: 25.4 / 72,
			...(background && { background }),
		}
		const eps = await seenEps(writeEps(all), 2)
		const svg = await seenSvg(formatSvg(all), 800, 600)
		expect(shareOfDifferent(eps, svg, 12)).toBeLessThan(0.02)
	}
})

test('a silhouette is the SVG’s to two in a thousand', async () => {
	const key = { ...keySheet(), mmPerPx: 25.4 / 72 }
	const eps = await seenEps(writeEps(key), 4)
	expect(overlapOfInk(eps, await seenSvg(formatSvg(key), 1600, 640))).toBeGreaterThan(0.998)
})

test('it says how large it is, to four digits of a point, and which language it is in', () => {
	const text = writeEps(paintedSheet())
	expect(text.startsWith('%!PS-Adobe-3.0 EPSF-3.0\n')).toBe(true)
	const [, width, height] = /HiResBoundingBox: 0 0 ([\d.]+) ([\d.]+)/.exec(text) ?? []
	expect((Number(width) * 25.4) / 72).toBeCloseTo(200, 2)
	expect((Number(height) * 25.4) / 72).toBeCloseTo(150, 2)
	expect(text).toMatch(/^[\n\x20-\x7e]*$/)
})

test('a name in other letters breaks no line of it', async () => {
	const text = writeEps({ ...sheet, name: 'Möwe\n)%%EOF 灯' })
	expect(text).toContain('%%Title: Mowe)%%EOF \n')
	expect((await seenEps(text, 1)).width).toBe(400)
})
