import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { addPieces, newPiece, parsePathData, removePieces, type Sheet } from '@/core'
import type { Finding, Limits } from '@/core/proofs'
import { goToPass } from '@/editor/session/desk'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { snacks } from '@/kit/snackbar'
import { NOTHING, withPieces } from '@/store/selection'
import { roughPass } from '../rough/pass'
import { proofPass } from './pass'
import { proofing } from './proofing'
import { proofSlice } from './proofSlice'

/** What the worker was asked, and what it answers. */
const asked: { sheet: Sheet; limits: Limits; only: ReadonlySet<string> | undefined }[] = []
let answers: (sheet: Sheet) => Promise<readonly Finding[] | null>

vi.mock('@/jobs/proofing', () => ({
	proofOf: (sheet: Sheet, limits: Limits, o: { only?: ReadonlySet<string> }) => {
		asked.push({ sheet, limits, only: o.only })
		return answers(sheet)
	},
}))

const open = (sheet: Sheet): Finding[] =>
	sheet.pieces.map(({ id }) => ({ kind: 'open', key: `open ${id}`, piece: id, at: [0, 0] }))

let bench: ReturnType<typeof handyWorkbench>
let stop: () => void
const proof = () => bench.slices.of(proofSlice).getState()
/** The hand rests, and what waits for that goes on. */
const rest = () => vi.advanceTimersByTimeAsync(2000)

beforeEach(() => {
	vi.useFakeTimers()
	asked.length = 0
	answers = async (sheet) => open(sheet)
	snacks.setState({ waiting: [] })
	bench = handyWorkbench('M0 0H100V100H0Z', 'M200 0H300V100H200Z')
	stop = proofing(bench)
})
afterEach(() => {
	stop()
	vi.useRealTimers()
})

test('the sheet is proofed once it rests, and what matters is counted', async () => {
	await vi.advanceTimersByTimeAsync(500)
	expect(asked).toEqual([])
	await rest()
	expect(asked.length).toBe(1)
	expect(proof()).toMatchObject({ share: 1, of: bench.open.sheet().pieces })
	expect(proof().findings?.length).toBe(2)
	expect(proof().count.wrong + proof().count.risk + proof().count.hint).toBe(2)
})

test('in its pass it is asked at once, with every change anew, and old answers count for nothing', async () => {
	const waiting: ((found: Finding[]) => void)[] = []
	answers = () => new Promise((done) => waiting.push(done))
	goToPass(bench.desk, proofPass)
	await rest()
	const first = bench.open.sheet()
	bench.open.apply('Draw', (s) => addPieces(s, [newPiece('More', parsePathData('M0 0H9V9Z'))]))
	await rest()
	expect(asked.map(({ sheet }) => sheet.pieces.length)).toEqual([2, 3])
	waiting[1]?.(open(bench.open.sheet()))
	await rest()
	waiting[0]?.(open(first))
	await rest()
	expect(proof().findings?.length).toBe(3)
	expect(proof().of).toBe(bench.open.sheet().pieces)
})

test('only the pieces chosen are looked at where that is asked, and others when others are chosen', async () => {
	goToPass(bench.desk, proofPass)
	const [one, two] = bench.open.sheet().pieces.map(({ id }) => id)
	bench.slices.of(proofSlice).setState({ chosenOnly: true })
	bench.open.select(withPieces([one ?? '']))
	await rest()
	bench.open.select(withPieces([two ?? '']))
	await rest()
	expect(asked.slice(-2).map(({ only }) => [...(only ?? [])])).toEqual([[one], [two]])
	expect(proof().by?.only).toBe(two)
	bench.open.select(NOTHING)
	await rest()
	expect(asked.at(-1)?.only).toBeUndefined()
	// In other passes all is looked at, whatever is chosen.
	bench.open.select(withPieces([one ?? '']))
	goToPass(bench.desk, roughPass)
	await rest()
	expect(asked.at(-1)?.only).toBeUndefined()
})

test('what does not matter for a purpose is not looked for', async () => {
	goToPass(bench.desk, proofPass)
	await rest()
	expect(asked.at(-1)?.limits.neck).toBeGreaterThan(0)
	bench.slices.of(proofSlice).setState({ purpose: 'screen', own: {} })
	await rest()
	expect(asked.at(-1)?.limits.neck).toBe(0)
	expect(proof().by?.purpose).toBe('screen')
})

test('where it fails that is said in its pass alone', async () => {
	answers = () => Promise.reject(new Error('No.'))
	await rest()
	expect(snacks.getState().waiting).toEqual([])
	goToPass(bench.desk, proofPass)
	await rest()
	await vi.waitFor(() => expect(snacks.getState().waiting.length).toBe(1))
})

test('large sheets are proofed in their pass alone, and nothing after the end', async () => {
	const wide = `M0 0${Array.from({ length: 4200 }, (_, i) => `L${i} ${i % 2}`).join('')}Z`
	bench.open.apply('Draw', (s) => addPieces(s, [newPiece('Wide', parsePathData(wide))]))
	await rest()
	expect(asked).toEqual([])
	goToPass(bench.desk, proofPass)
	await rest()
	expect(asked.length).toBe(1)
	stop()
	bench.open.apply('Delete a piece', (s) => removePieces(s, new Set([s.pieces[0]?.id ?? ''])))
	await rest()
	expect(asked.length).toBe(1)
})
