import { expect, test } from 'vitest'
import { addPieces, emptySheet, newPiece, parsePathData } from '@/core'
import type { Finding, FindingKind } from '@/core/proofs'
import { counts, listed, mendable, withMended } from './listed'
import { inkOn, silhouetteOf } from './look'
import { proofSlice } from './proofSlice'

const finding = (kind: FindingKind, key: string): Finding => ({ kind, key, at: [0, 0] })
const ALL = [
	finding('needless', 'n1'),
	finding('island', 'i1'),
	finding('needless', 'n2'),
	finding('neck', 'k1'),
	finding('twice', 't1'),
	finding('small', 's1'),
]

test('the worst kinds come first, each once; what was left, or does not matter, is not told', () => {
	const kinds = (purpose: 'cutting' | 'print', left: string[] = []) =>
		listed(ALL, purpose, left).map(({ kind, all }) => `${kind} ${all.length}`)
	expect(kinds('cutting')).toEqual(['island 1', 'neck 1', 'twice 1', 'small 1', 'needless 2'])
	expect(kinds('print')).toEqual(['twice 1', 'small 1', 'needless 2'])
	expect(kinds('cutting', ['i1', 'n2'])).toEqual(['neck 1', 'twice 1', 'small 1', 'needless 1'])
})

test('one press mends what is wrong or may be, not advice, nor what only its owner can tell', () => {
	const kinds = listed(ALL, 'cutting')
	expect(mendable(kinds).map(({ key }) => key)).toEqual(['i1', 't1'])
	expect(counts(kinds)).toEqual({ wrong: 1, risk: 3, hint: 2 })
})

test('mended pieces take the places of those they come of; what is gone is gone', () => {
	const pieces = ['a', 'b', 'c'].map((id) => ({ ...newPiece(id, parsePathData('M0 0h9v9z')), id }))
	const sheet = addPieces(emptySheet('Stall', 10, 10), pieces)
	const changed = [{ ...(pieces[1] as (typeof pieces)[number]), name: 'mended' }]
	const after = withMended(sheet, { changed, gone: ['c'] })
	expect(after.pieces.map(({ name }) => name)).toEqual(['a', 'mended'])
	expect(after.pieces[0]).toBe(sheet.pieces[0])
})

test('on a colour the shape is in whichever ink is told better from it', () => {
	expect([inkOn('#d98e04'), inkOn('#0e3a66')]).toEqual(['#000000', '#ffffff'])
	const { look } = proofSlice.start
	expect(silhouetteOf({ ...look, ground: 'on a colour', colour: '#0e3a66' })).toEqual({
		ground: '#0e3a66',
		shape: '#ffffff',
	})
	expect(silhouetteOf({ ...look, mirrored: true, divider: 0.5 })).toMatchObject({
		mirrored: true,
		from: 0.5,
	})
})

test('one press counts nothing of what is locked, nor of what lies beside it', () => {
	const of = (key: string, piece: string, beside?: string): Finding => ({
		kind: beside ? 'sliver' : 'crosses',
		key,
		piece,
		at: [0, 0],
		...(beside && { beside }),
	})
	const kinds = listed([of('a', 'free'), of('b', 'held'), of('c', 'free', 'held')], 'cutting')
	expect(
		mendable(kinds, [
			{ id: 'held', locked: true },
			{ id: 'free', locked: false },
		]).map(({ key }) => key),
	).toEqual(['a'])
	expect(mendable(kinds)).toHaveLength(3)
})
