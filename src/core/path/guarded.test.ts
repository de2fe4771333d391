import { describe, expect, test } from 'vitest'
import { transformPieces } from './arrangePieces'
import { mapPieces } from './edit'
import { guarded } from './guarded'
import { emptySheet, newPiece, type Piece, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import { changePiece, removePieces } from './pieces'

const square = (name: string, x: number): Piece => newPiece(name, parsePathData(`M${x} 0h9v9h-9z`))
const [a, b, c] = [square('A', 0), { ...square('B', 20), locked: true }, square('C', 40)]
const hidden: Piece = { ...square('D', 60), hidden: true }
const sheet: Sheet = { ...emptySheet('', 100, 100), pieces: [a, b, c, hidden] }
const names = ({ pieces }: Sheet) => pieces.map(({ name }) => name).join('')

describe('what is locked or hidden', () => {
	test('stays as it was while others go on', () => {
		const ids = new Set(sheet.pieces.map(({ id }) => id))
		const moved = transformPieces(sheet, ids, [1, 0, 0, 1, 5, 5])
		const { sheet: now, kept } = guarded(moved, sheet)
		expect(now.pieces[1]).toBe(b)
		expect(now.pieces[3]).toBe(hidden)
		expect(now.pieces[0]).toEqual(moved.pieces[0])
		expect(kept).toEqual([
			{ name: 'B', why: 'locked' },
			{ name: 'D', why: 'hidden' },
		])
	})

	test('is not deleted, and comes back to its own place', () => {
		const all = new Set(sheet.pieces.map(({ id }) => id))
		expect(names(guarded(removePieces(sheet, all), sheet).sheet)).toBe('BD')
		const some = new Set([a.id, b.id])
		expect(names(guarded(removePieces(sheet, some), sheet).sheet)).toBe('BCD')
	})

	test('can be let go, shown, hidden, named and put elsewhere', () => {
		for (const values of [{ locked: false }, { hidden: true }, { name: 'Other' }]) {
			const { sheet: now, kept } = guarded(changePiece(sheet, b.id, values), sheet)
			expect(now.pieces[1]).toMatchObject(values)
			expect(kept).toEqual([])
		}
		const turned = { ...sheet, pieces: sheet.pieces.toReversed() }
		expect(guarded(turned, sheet).sheet).toBe(turned)
	})

	test('is no part of an edit that would be half done without it', () => {
		// A becomes an opening of B, which is locked.
		const cut = mapPieces(sheet, (piece) => {
			if (piece === a) return null
			return piece === b ? { ...b, contours: [...b.contours, ...a.contours] } : piece
		})
		expect(guarded(cut, sheet)).toEqual({ sheet, kept: [{ name: 'B', why: 'locked' }] })
		// An outline of B becomes a piece of its own.
		const freed = {
			...sheet,
			pieces: [...removePieces(sheet, new Set([b.id])).pieces, square('E', 80)],
		}
		expect(guarded(freed, sheet).sheet).toBe(sheet)
		// An outline goes from A into D.
		const handed = mapPieces(sheet, (piece) => {
			if (piece === a) return { ...a, contours: c.contours }
			return piece === hidden ? { ...hidden, contours: a.contours } : piece
		})
		expect(guarded(handed, sheet).sheet).toBe(sheet)
	})

	test('goes along where the sheet is given another size', () => {
		const ids = new Set(sheet.pieces.map(({ id }) => id))
		const grown = { ...transformPieces(sheet, ids, [2, 0, 0, 2, 0, 0]), width: 200, height: 200 }
		expect(guarded(grown, sheet)).toEqual({ sheet: grown, kept: [] })
	})
})

test('a locked photo is neither moved, replaced nor removed; how it is seen is free', () => {
	const photo = {
		...{ id: 'p', blob: 'x', name: 'Photo', width: 10, height: 10, strength: 1, hidden: false },
		place: [1, 0, 0, 1, 0, 0] as const,
		tone: { grey: false, black: 0, white: 255, midtone: 0.5, local: 0, saturation: 1 },
		locked: true,
	}
	const laid: Sheet = { ...sheet, photos: [photo] }
	const kept = [{ name: 'Photo', why: 'locked' as const }]
	for (const photos of [
		[],
		[{ ...photo, blob: 'y' }],
		[{ ...photo, place: [2, 0, 0, 2, 0, 0] as const }],
	]) {
		const left = guarded({ ...laid, photos }, laid)
		expect(left.kept).toEqual(kept)
		expect(left.sheet.photos).toEqual([photo])
	}
	for (const photos of [[{ ...photo, strength: 0.5 }], [{ ...photo, locked: false }]])
		expect(guarded({ ...laid, photos }, laid).kept).toEqual([])
})
