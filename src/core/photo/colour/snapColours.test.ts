import { expect, test } from 'vitest'
import { newPiece, type Piece } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { snapColours } from './snapColours'

const piece = (colour: string): Piece => ({
	...newPiece('Card', parsePathData('M0 0H9V9Z')),
	fill: { kind: 'solid', colour },
})
const pieces = ['#c03020', '#c13121', '#c03020', '#205080', '#215181', '#f0e0c0'].map(piece)
const fills = (all: readonly Piece[]) =>
	all.map(({ fill }) => (fill.kind === 'solid' ? fill.colour : fill.kind))

test('near-equal colours become the one that most pieces have, and it is told what moves', () => {
	const { pieces: snapped, moves } = snapColours(pieces, 3)
	expect(fills(snapped)).toEqual(['#c03020', '#c03020', '#c03020', '#205080', '#205080', '#f0e0c0'])
	expect(moves).toEqual([
		{ from: '#c13121', to: '#c03020', uses: 1 },
		{ from: '#215181', to: '#205080', uses: 1 },
	])
	expect(snapped[0]).toBe(pieces[0])
})

test('no more are left than asked for, none comes in anew, and stops and strokes go along', () => {
	const stops = [
		{ at: 0, colour: '#c13121' },
		{ at: 1, colour: '#f0e0c0' },
	]
	const more: Piece = {
		...piece('#215181'),
		fill: { kind: 'linear', from: [0, 0], to: [9, 9], stops },
		stroke: { paint: { kind: 'solid', colour: '#215181' }, width: 1 },
	}
	const { pieces: snapped } = snapColours([...pieces, more], 3)
	expect(snapped.at(-1)).toMatchObject({
		fill: { stops: [{ colour: '#c03020' }, { colour: '#f0e0c0' }] },
		stroke: { paint: { colour: '#215181' } },
	})
	for (const count of [1, 2, 4]) {
		const left = new Set(fills(snapColours(pieces, count).pieces))
		expect(left.size).toBeLessThanOrEqual(count)
		for (const colour of left) expect(fills(pieces)).toContain(colour)
	}
})

test('where there are few enough already, nothing moves', () => {
	expect(snapColours(pieces, 6)).toEqual({ pieces, moves: [] })
	expect(snapColours([], 3)).toEqual({ pieces: [], moves: [] })
})
