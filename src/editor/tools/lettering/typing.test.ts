import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { Setting } from '@/core'
import { type FontRef, findPiece, transformPieces } from '@/core'
import { type FontName, fontNamed } from '@/core/letter/testing/fonts'
import { shapeText } from '@/core/letters'
import { wordsFollow } from '@/editor/session/wordsFollow'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { chosenPieces } from '@/store/selection'
import { letteringSlice, type Typing } from './letteringSlice'
import { makePieces, setWords, typed, wordsAtHand } from './typing'

/** How long the font takes for the next text, ms. */
let takes: number[]

vi.mock('@/jobs/lettering', () => ({
	shaped: async (font: FontRef, _: Blob | null, text: string, ligatures: boolean) => {
		const delay = takes.shift() ?? 0
		await new Promise((done) => setTimeout(done, delay))
		if (font.id === 'gone') throw Object.assign(new Error('It is gone.'), { name: 'FontMissing' })
		return shapeText(await fontNamed(font.id as FontName), text, { ligatures })
	},
}))

const HERE: Setting = { kind: 'free', place: [1, 0, 0, 1, 40, 100] }
const typing = (text: string): Typing => ({
	piece: 'words',
	text,
	setting: HERE,
	chosen: [text.length, text.length],
})

let bench: ReturnType<typeof handyWorkbench>
const words = () => findPiece(bench.open.sheet(), 'words')
const steps = () => bench.open.getState().history.past.length

beforeEach(() => {
	vi.stubGlobal('window', new EventTarget())
	takes = []
	bench = handyWorkbench('M0 200H300')
})

describe('typing', () => {
	test('what is typed fast stands as it was typed last, in one step, under its own name', async () => {
		takes = [30, 5, 0]
		await Promise.all(['A', 'Ah', 'Aho', 'Ahoy'].map((text) => typed(bench, typing(text))))
		expect(words()?.lettering?.text).toBe('Ahoy')
		expect(words()?.name).toBe('Ahoy')
		expect(steps()).toBe(1)
		bench.open.undo()
		expect(words()).toBeUndefined()
	})

	test('a letter that is taken back at once leaves what was there', async () => {
		await typed(bench, typing('Tea'))
		takes = [20]
		await Promise.all([typed(bench, typing('Teas')), typed(bench, typing('Tea'))])
		expect(words()?.lettering?.text).toBe('Tea')
	})

	test('what is set while letters are still on their way holds with them', async () => {
		await typed(bench, typing('Tea'))
		takes = [30, 0]
		await Promise.all([
			typed(bench, typing('Teapot')),
			setWords(bench, 'Line words up', { align: 'right' }),
			setWords(bench, 'Change the font', { font: { id: 'abril', family: 'Abril', style: '' } }),
		])
		expect(words()?.lettering).toMatchObject({
			text: 'Teapot',
			align: 'right',
			font: { id: 'abril' },
		})
	})

	test('without a letter nothing stands; with the last one gone the piece is', async () => {
		await typed(bench, typing('  '))
		expect(words()).toBeUndefined()
		await typed(bench, typing('Tea'))
		await typed(bench, typing(''))
		expect(words()).toBeUndefined()
		expect(bench.open.sheet().pieces).toHaveLength(1)
	})

	test('a font that is gone is told, and the words stay', async () => {
		await typed(bench, typing('Tea'))
		await setWords(bench, 'Change the font', { font: { id: 'gone', family: 'Gone', style: '' } })
		expect(bench.slices.of(letteringSlice).getState().problem).toContain('gone')
		expect(words()?.lettering?.font.id).toBe('figtree')
		await setWords(bench, 'Change the words’ size', { size: 20 })
		expect(bench.slices.of(letteringSlice).getState().problem).toBeNull()
		expect(wordsAtHand(bench)?.lettering.size).toBe(20)
	})
})

describe('words that an edit changes', () => {
	test('are words still where they were moved, and said to be outlines where they are no more', async () => {
		const stop = wordsFollow({ ...bench, library: bench.library } as never)
		await typed(bench, typing('Tea'))
		const ids = new Set(['words'])
		bench.open.apply('Move', (sheet) => transformPieces(sheet, ids, [1, 0, 0, 1, 5, 5]))
		expect(words()?.lettering).toBeDefined()
		const { said } = bench.desk.getState()
		expect(said).toBeNull()
		bench.open.apply('Bend', (sheet) => ({
			...sheet,
			pieces: sheet.pieces.map((piece) =>
				piece.id === 'words'
					? {
							...piece,
							contours: piece.contours.map((contour, k) =>
								k > 0
									? contour
									: {
											...contour,
											nodes: contour.nodes.map((node, n) =>
												n > 0 ? node : { ...node, at: [1, 1] as const },
											),
										},
							),
						}
					: piece,
			),
		}))
		expect(words()?.lettering).toBeUndefined()
		expect(bench.desk.getState().said).toContain('“Tea” is outlines now')
		stop()
	})

	test('made into pieces on purpose say nothing', async () => {
		const stop = wordsFollow({ ...bench, library: bench.library } as never)
		await typed(bench, typing('Tea'))
		makePieces(bench, 'words', 'letter')
		const { selection } = bench.open.getState()
		const chosen = chosenPieces(selection)
		expect(
			bench.open.sheet().pieces.flatMap(({ id, name }) => (chosen.has(id) ? [name] : [])),
		).toEqual(['T', 'e', 'a'])
		expect(bench.open.sheet().pieces.map(({ name }) => name)).toEqual(['Piece 1', 'T', 'e', 'a'])
		expect(bench.desk.getState().said).toBeNull()
		stop()
	})
})
