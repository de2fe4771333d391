import { describe, expect, test } from 'vitest'
import { newPiece, parsePathData } from '@/core'
import { innerOutlines } from './innerOutlines'

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

	test('open outlines are neither', () => {
		expect(innerOutlines(newPiece('Line', parsePathData('M0 0H100V60H0ZM10 10H40V50')))).toEqual([])
	})
})
