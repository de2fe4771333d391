import { describe, expect, test } from 'vitest'
import { combineAreas } from '../combine/combine'
import { filledArea } from '../combine/divide'
import { contains } from '../combine/winding'
import { ringedOf } from '../path/enclosing'
import { newPiece, type Piece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { betweenTwo, grownOver, neighbouring } from './betweenPieces'

const WIDTH = 2
const LIMITS = { neck: 0, small: 0, hair: 0, ends: 0, strays: 0, photoPpi: 0, sliver: WIDTH }
const piece = (d: string, change: Partial<Piece> = {}): Piece => ({
	...newPiece('Piece', parsePathData(d)),
	...change,
})
const lower = piece('M20 20H100V120H20Z')
/** Beside it, a px away along a wavy edge. */
const upper = piece('M101 20H180V120H101C101 100 101.6 90 101 70C100.4 50 101 40 101 20Z')
const found = (...pieces: Piece[]) =>
	neighbouring(pieces, LIMITS).flatMap((pair) => betweenTwo(pair, LIMITS))
const shared = (a: Piece, b: Piece) =>
	combineAreas('overlap', [filledArea(a), filledArea(b)]).reduce(
		(sum, contour) => sum + Math.abs(ringedOf(contour).area),
		0,
	)
const grown = (beneath: Piece) => {
	const [gap] = found(lower, beneath)
	if (!gap) throw new Error('There is a gap between them.')
	expect([gap.piece, gap.beside]).toEqual([lower.id, beneath.id])
	return grownOver(lower, beneath, gap.at, WIDTH, false)
}

describe('a sliver that is closed', () => {
	test('is gone: the lower piece runs on beneath the upper, which covers that', () => {
		const after = grown(upper)
		expect(found(after, upper)).toEqual([])
		for (let y = 25; y < 120; y += 5)
			for (const x of [100.5, 101.5]) expect(contains(after.contours, [x, y])).toBe(true)
		// Nothing of it shows beyond the upper but in the gap itself.
		const beyond = combineAreas('cut-out', [
			filledArea(after),
			filledArea(lower),
			filledArea(upper),
		])
		const size = beyond.reduce((sum, contour) => sum + Math.abs(ringedOf(contour).area), 0)
		expect(size).toBeGreaterThan(90)
		expect(size).toBeLessThan(110)
	})

	test.each<[string, Partial<Piece>]>([
		['as a whole', { opacity: 0.5 }],
		['by its colour', { fill: { kind: 'solid', colour: '#0e7466', alpha: 0.4 } }],
		[
			'in a gradient',
			{
				fill: {
					kind: 'linear',
					from: [101, 20],
					to: [180, 20],
					stops: [
						{ at: 0, colour: '#0e7466', alpha: 0.2 },
						{ at: 1, colour: '#0e7466' },
					],
				},
			},
		],
	])('where the upper is seen through %s, ends at its edge', (_, change) => {
		const thin = { ...upper, ...change }
		const after = grown(thin)
		expect(found(after, thin)).toEqual([])
		expect(shared(after, thin)).toBeLessThan(0.05)
	})

	test('where there is no gap, changes nothing', () => {
		expect(grownOver(lower, upper, [0, 0], WIDTH, false)).toBe(lower)
	})
})

test('pieces that touch, lie apart, or only meet at a corner have no sliver between them', () => {
	for (const d of [
		'M100 20H180V120H100Z',
		'M103 20H180V120H103Z',
		'M101 121H180V180H101Z',
		'M100 120H180V180H100Z',
	])
		expect(found(lower, piece(d))).toEqual([])
})

test('however many pieces lie beside each other, every gap is found', () => {
	const tiles = Array.from({ length: 400 }, (_, k) => {
		const [x, y] = [(k % 20) * 40, Math.floor(k / 20) * 40]
		// Each tenth stands a px away from what is left of it.
		const from = k % 10 === 5 ? x + 1 : x
		return piece(`M${from} ${y}H${x + 40}V${y + 40}H${from}Z`)
	})
	const gaps = found(...tiles)
	expect(gaps).toHaveLength(40)
	for (const { at, beside } of gaps) {
		expect(at[0] % 40).toBeCloseTo(0.5, 1)
		expect(tiles.findIndex(({ id }) => id === beside) % 10).toBe(5)
	}
})
