import { describe, expect, test } from 'vitest'
import { newPiece, parsePathData } from '@/core'
import { findInnerOutlines, innerOutlines, innerOutlinesNow } from './innerOutlines'

describe('what lies inside a piece', () => {
	test('openings and islands are numbered each by themselves, in the order of the outlines', () => {
		const piece = newPiece(
			'Sieve',
			parsePathData('M0 0H100V60H0ZM10 10V50H40V10ZM20 20H30V40H20ZM60 10V50H90V10Z'),
		)
		expect(innerOutlines(piece).map(({ name }) => name)).toEqual([
			'Opening 1',
			'Island 1',
			'Opening 2',
		])
	})

	test('by the nonzero rule, what runs the same way as its surroundings is no opening', () => {
		const contours = parsePathData('M0 0H100V60H0ZM10 10H40V50H10Z')
		expect(innerOutlines({ ...newPiece('Plate', contours), fillRule: 'nonzero' })).toEqual([])
		expect(innerOutlines({ ...newPiece('Plate', contours), fillRule: 'evenodd' })).toHaveLength(1)
	})

	test('in a piece of very many they are found beside other work, for all who ask', async () => {
		const opened = (k: number) => `M${k * 9} 0h8v8h-8ZM${k * 9 + 2} 2v4h4v-4Z`
		const d = Array.from({ length: 1500 }, (_, k) => opened(k)).join('')
		const piece = newPiece('Screen', parsePathData(d))
		expect(innerOutlinesNow(piece)).toBeNull()
		findInnerOutlines(piece, () => expect.unreachable('it was given up'))()
		await Promise.all([1, 2].map(() => new Promise<void>((told) => findInnerOutlines(piece, told))))
		expect(innerOutlinesNow(piece)).toHaveLength(1500)
	})

	test('open outlines are neither', () => {
		expect(innerOutlines(newPiece('Line', parsePathData('M0 0H100V60H0ZM10 10H40V50')))).toEqual([])
	})
})
