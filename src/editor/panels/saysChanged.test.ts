import fc from 'fast-check'
import { expect, test } from 'vitest'
import { changePiece, emptySheet, newPiece, parsePathData, removePieces, renameSheet } from '@/core'
import { saysChanged } from './saysChanged'

test('a step says what it was done to', () => {
	const pieces = ['Bail', 'Cage', 'Foot', 'Cap'].map((name) =>
		newPiece(name, parsePathData('M0 0H9V9Z')),
	)
	const sheet = { ...emptySheet('Lantern', 9, 9), pieces }
	const [bail, cage] = pieces
	expect(saysChanged(sheet, changePiece(sheet, cage!.id, { opacity: 0.5 }))).toBe('Cage')
	expect(saysChanged(sheet, removePieces(sheet, new Set([bail!.id])))).toBe('Bail')
	expect(saysChanged({ ...sheet, pieces: [] }, sheet)).toBe('Bail, Cage and 2 more')
	expect(saysChanged(sheet, renameSheet(sheet, 'Lamp'))).toBe('')
})

test('of many pieces those that differ are found wherever they lie, and order alone says nothing', () => {
	fc.assert(
		fc.property(
			fc.integer({ min: 1, max: 30 }),
			fc.array(fc.nat(29), { maxLength: 4 }),
			fc.array(fc.nat(29), { maxLength: 3 }),
			(count, changed, gone) => {
				const pieces = Array.from({ length: count }, (_, i) => newPiece(`P${i}`, []))
				const sheet = { ...emptySheet('Many', 9, 9), pieces }
				const now = pieces
					.map((piece, i) => (changed.includes(i) ? { ...piece, opacity: 0.5 } : piece))
					.filter((_, i) => !gone.includes(i))
				const differing = pieces.filter((_, i) => changed.includes(i) || gone.includes(i))
				const said = saysChanged(sheet, { ...sheet, pieces: now })
				expect(said === '').toBe(differing.length === 0)
				for (const name of said.split(/, | and /).filter((part) => part.startsWith('P')))
					expect(differing.map((piece) => piece.name)).toContain(name)
				expect(saysChanged(sheet, { ...sheet, pieces: [...pieces].reverse() })).toBe('')
			},
		),
	)
})
