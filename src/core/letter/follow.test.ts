import { describe, expect, test } from 'vitest'
import { parseSheet } from '../formats/sheetSchema'
import { applyAffine } from '../geometry/affine'
import { distance } from '../geometry/point'
import { duplicatePieces, transformPieces } from '../path/arrangePieces'
import { mapContour, mapPiece } from '../path/edit'
import type { Setting } from '../path/lettering'
import { type Contour, emptySheet, newPiece, type Piece, type Sheet } from '../path/model'
import { flawsOf, normalised } from '../path/normalise'
import { parsePathData } from '../path/parsePathData'
import { inEnvelope } from './envelopes'
import { followed, hostsOf, withLettering } from './follow'
import { layOut } from './layOut'
import { madeIntoPieces } from './madePieces'
import { alongOf, type FontName, FREE, wordsIn } from './testing/fonts'

const HOST = newPiece('Arch', parsePathData('M50 300C150 50 550 50 650 300'))
const [ARCH] = HOST.contours
if (!ARCH) throw new Error('There is an outline.')

/** The arch and words, and an edit as the bench does it. */
async function bench(
	setting: Setting = alongOf(ARCH as Contour, { start: 40 }),
	font: FontName = 'abril',
	text = 'Play',
) {
	const bare = { ...emptySheet('Sign', 800, 600), pieces: [HOST] }
	const words = await wordsIn(font, text, setting, { size: 60 })
	const piece = withLettering(newPiece('Words', HOST.contours), words, hostsOf(bare))
	const sheet: Sheet = { ...bare, pieces: [HOST, piece] }
	const edit = (change: (sheet: Sheet) => Sheet, since = sheet) =>
		followed(normalised(change(since), since), since)
	return { sheet, id: piece.id, edit }
}

const wordsOf = (sheet: Sheet, id: string) => sheet.pieces.find((one) => one.id === id) as Piece
const laidAnew = (sheet: Sheet, id: string) => {
	const { lettering } = wordsOf(sheet, id)
	return lettering ? layOut(id, lettering, hostsOf(sheet)) : []
}
const far = (a: Piece['contours'], b: Piece['contours']) =>
	Math.max(
		...a.flatMap(({ nodes }, k) =>
			nodes.map(({ at }, n) => distance(at, b[k]?.nodes[n]?.at ?? [1e9, 0])),
		),
	)
const raised = (sheet: Sheet) =>
	mapContour(sheet, ARCH.id, (contour) => ({
		...contour,
		nodes: contour.nodes.map((node) => ({
			...node,
			...(node.out && { out: [150, -80] as const }),
		})),
	}))

describe('what edits do to words', () => {
	test('they go along when their outline changes, frame by frame of a drag from where it began', async () => {
		const { sheet, id, edit } = await bench()
		const first = edit(raised)
		expect(wordsOf(first, id).contours).not.toEqual(wordsOf(sheet, id).contours)
		expect(wordsOf(first, id).contours).toEqual(laidAnew(first, id))
		// The next frame is made from the sheet as the drag found it.
		const second = edit(() => raised(sheet), first)
		expect(wordsOf(second, id)).toEqual(wordsOf(first, id))
		expect(flawsOf(second)).toEqual([])
	})

	test('also where they were just read from storage', async () => {
		const { sheet, id } = await bench()
		const read = parseSheet(JSON.parse(JSON.stringify(sheet)))
		const one = followed(normalised(raised(read), read), read)
		const two = followed(normalised(raised(read), one), one)
		expect(wordsOf(two, id).lettering).toBeDefined()
		expect(wordsOf(two, id).contours).toEqual(laidAnew(two, id))
	})

	test('what says nothing of them leaves them the same objects', async () => {
		const { sheet, id, edit } = await bench()
		const named = edit((s) => mapPiece(s, HOST.id, (piece) => ({ ...piece, name: 'Other' })))
		expect(wordsOf(named, id)).toBe(wordsOf(sheet, id))
	})

	test('free words that are moved, turned and scaled stay words, where they were put', async () => {
		const { id, edit } = await bench(FREE)
		const map = [0.8, 0.6, -0.9, 1.2, 30, 40] as const
		const moved = edit((s) => transformPieces(s, new Set([id]), map))
		const { lettering, contours } = wordsOf(moved, id)
		expect(lettering?.setting).toMatchObject({ kind: 'free' })
		expect(far(laidAnew(moved, id), contours)).toBeLessThan(1e-6)
		if (lettering?.setting.kind === 'free')
			expect(distance(applyAffine(lettering.setting.place, [0, 0]), [30, 40])).toBeLessThan(1e-6)
	})

	test('words along an outline that are dragged go further along it and further off', async () => {
		const { id, edit } = await bench()
		const moved = edit((s) => transformPieces(s, new Set([id]), [1, 0, 0, 1, 25, -60]))
		const setting = wordsOf(moved, id).lettering?.setting
		expect(setting).toMatchObject({ kind: 'along' })
		if (setting?.kind === 'along') {
			expect(setting.start).toBeGreaterThan(60)
			expect(setting.offset).toBeGreaterThan(0)
		}
		expect(wordsOf(moved, id).contours).toEqual(laidAnew(moved, id))
	})

	test.each(['left', 'middle', 'right'] as const)(
		'lined up at the %s they go the way they are dragged',
		async (align) => {
			const line = newPiece('Line', parsePathData('M0 300H700'))
			const bare = { ...emptySheet('Sign', 800, 600), pieces: [line] }
			const words = await wordsIn(
				'abril',
				'Play',
				alongOf(line.contours[0] as Contour, { start: 40 }),
				{
					size: 60,
					align,
				},
			)
			const piece = withLettering(newPiece('Words', line.contours), words, hostsOf(bare))
			const sheet = { ...bare, pieces: [line, piece] }
			const moved = followed(
				transformPieces(sheet, new Set([piece.id]), [1, 0, 0, 1, 30, -12]),
				sheet,
			)
			const [before] = piece.contours
			const [after] = wordsOf(moved, piece.id).contours
			expect((after?.nodes[0]?.at[0] ?? 0) - (before?.nodes[0]?.at[0] ?? 0)).toBeCloseTo(30, 5)
			expect((after?.nodes[0]?.at[1] ?? 0) - (before?.nodes[0]?.at[1] ?? 0)).toBeCloseTo(-12, 5)
		},
	)

	test('words and their outline scaled together keep their proportion', async () => {
		const { sheet, id, edit } = await bench()
		const both = new Set([id, HOST.id])
		const moved = edit((s) => transformPieces(s, both, [2, 0, 0, 2, 10, 10]))
		expect(wordsOf(moved, id).lettering?.size).toBeCloseTo(120)
		const scaled = wordsOf(transformPieces(sheet, both, [2, 0, 0, 2, 10, 10]), id)
		expect(far(wordsOf(moved, id).contours, scaled.contours)).toBeLessThan(0.01)
	})

	test('words one of whose nodes is moved are outlines from then on', async () => {
		const { sheet, id, edit } = await bench()
		const first = wordsOf(sheet, id).contours[0]
		const bent = edit((s) =>
			mapContour(s, first?.id ?? '', (contour) => ({
				...contour,
				nodes: contour.nodes.map((node, n) => (n === 0 ? { ...node, at: [5, 5] as const } : node)),
			})),
		)
		expect(wordsOf(bent, id).lettering).toBeUndefined()
		expect(flawsOf(bent)).toEqual([])
	})

	test('a copy is words of its own', async () => {
		const { id, edit } = await bench(FREE)
		const copied = edit((s) => duplicatePieces(s, new Set([id]), [12, 12]).sheet)
		const copy = copied.pieces.find((one) => one.id !== id && one.id !== HOST.id)
		expect(copy?.lettering?.text).toBe('Play')
		// Typed on, it stays where it lies.
		expect(far(laidAnew(copied, copy?.id ?? ''), copy?.contours ?? [])).toBeLessThan(1e-6)
		expect(flawsOf(copied)).toEqual([])
	})

	test('they stay where they are when their outline goes', async () => {
		const { sheet, id, edit } = await bench()
		const gone = edit((s) => ({ ...s, pieces: s.pieces.filter((one) => one.id !== HOST.id) }))
		expect(wordsOf(gone, id)).toBe(wordsOf(sheet, id))
	})
})

describe('words in an envelope', () => {
	test.each(['arch', 'wave'] as const)('bent into an %s, they follow its edges', async (kind) => {
		const { sheet, id, edit } = await bench(FREE)
		const bent = edit((s) => inEnvelope(s, id, kind))
		expect(flawsOf(bent)).toEqual([])
		expect(wordsOf(bent, id).lettering?.setting.kind).toBe('between')
		expect(wordsOf(bent, id).contours).not.toEqual(wordsOf(sheet, id).contours)
		const edges = bent.pieces.find(({ name }) => name.startsWith('Envelope'))
		const lifted = edit(
			(s) => transformPieces(s, new Set([edges?.id ?? '']), [1, 0, 0, 1, 0, -40]),
			bent,
		)
		expect(far(wordsOf(lifted, id).contours, wordsOf(bent, id).contours)).toBeCloseTo(40, 4)
	})
})

describe('words made into pieces', () => {
	test('by letter: a piece each, in a group, named by its letter, as the font’s designer drew it', async () => {
		const { sheet, id } = await bench(FREE)
		const { sheet: made, ids } = madeIntoPieces(sheet, id, 'letter')
		const pieces = made.pieces.filter((one) => ids.includes(one.id))
		expect(pieces.map(({ name }) => name)).toEqual(['P', 'l', 'a', 'y'])
		expect(new Set(pieces.map(({ group }) => group)).size).toBe(1)
		expect(pieces.flatMap(({ contours }) => contours)).toEqual(wordsOf(sheet, id).contours)
		expect(pieces.every(({ lettering }) => lettering === undefined)).toBe(true)
		expect(flawsOf(normalised(made, sheet))).toEqual([])
	})

	test('as one: letters that touch are one outline, and both rules leave counters open', async () => {
		const { sheet, id } = await bench(FREE, 'lobster', 'boo')
		const { sheet: made, ids } = madeIntoPieces(sheet, id, 'whole')
		const [whole] = made.pieces.filter((one) => ids.includes(one.id))
		expect(ids).toHaveLength(1)
		expect(whole?.contours.length).toBeLessThan(wordsOf(sheet, id).contours.length)
	})
})
