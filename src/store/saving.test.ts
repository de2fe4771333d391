import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { emptySheet, renameSheet, type Sheet } from '@/core'
import { StorageFull } from './database'
import { type OpenedSheet, WrittenElsewhere } from './openedSheet'
import { createOpenSheet } from './openSheet'
import { keepSaved } from './saving'
import { nextSaving, type Saving } from './savingState'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

/** A sheet on the bench, and a store of one sheet that writes as it is told. */
function begin(write: (sheet: Sheet) => Promise<unknown>) {
	const sheet = emptySheet('0', 10, 10)
	const open = createOpenSheet(sheet)
	let stored = sheet
	const noted: string[] = []
	const opened: OpenedSheet = {
		sheet,
		desk: undefined,
		stored: () => stored,
		write: async (written) => {
			await write(written)
			stored = written
		},
		note: (now) => noted.push(now.name) > 0,
		recalled: async () => ({ past: [], future: [] }),
		dropNote: () => noted.push('none'),
	}
	const saving = keepSaved(open, opened)
	const rename = (name: string, key?: string) =>
		open.apply('Rename', (sheet) => renameSheet(sheet, name), key)
	const state = () => open.getState().saving.state
	return { open, saving, rename, noted, state }
}

describe('saving', () => {
	test('an edit is written within half a second, a long drag on its way', async () => {
		const names: string[] = []
		const { open, rename } = begin(async (sheet) => names.push(sheet.name))
		for (let i = 1; i <= 20; i++) {
			rename(String(i), 'drag')
			await vi.advanceTimersByTimeAsync(50)
		}
		expect(names.length).toBeGreaterThanOrEqual(2)
		await vi.advanceTimersByTimeAsync(500)
		expect(names.at(-1)).toBe('20')
		expect(open.getState().saving.state).toBe('clean')
	})

	test('the first edit of a run is written at once, those after it not each', async () => {
		const names: string[] = []
		const { rename } = begin(async (sheet) => names.push(sheet.name))
		rename('1')
		await vi.advanceTimersByTimeAsync(0)
		expect(names).toEqual(['1'])
		for (const name of ['2', '3', '4']) {
			await vi.advanceTimersByTimeAsync(50)
			rename(name)
		}
		expect(names).toEqual(['1'])
		await vi.advanceTimersByTimeAsync(300)
		expect(names).toEqual(['1', '4'])
		await vi.advanceTimersByTimeAsync(1000)
		rename('5')
		await vi.advanceTimersByTimeAsync(0)
		expect(names).toEqual(['1', '4', '5'])
	})

	test('a clock that is set back delays nothing', async () => {
		const names: string[] = []
		const { rename } = begin(async (sheet) => names.push(sheet.name))
		rename('1')
		await vi.advanceTimersByTimeAsync(50)
		vi.setSystemTime(Date.now() - 86_400_000)
		rename('2')
		await vi.advanceTimersByTimeAsync(500)
		expect(names).toEqual(['1', '2'])
	})

	test('undo is saved like any edit', async () => {
		const names: string[] = []
		const { open, rename } = begin(async (sheet) => names.push(sheet.name))
		rename('1')
		await vi.advanceTimersByTimeAsync(500)
		open.undo()
		await vi.advanceTimersByTimeAsync(500)
		expect(names).toEqual(['1', '0'])
	})

	test('a failed write is said, and tried again until it holds', async () => {
		let full = true
		const names: string[] = []
		const { open, rename } = begin(async (sheet) => {
			if (full) throw new StorageFull()
			names.push(sheet.name)
		})
		rename('1')
		await vi.advanceTimersByTimeAsync(500)
		expect(open.getState().saving).toEqual({ state: 'failed', problem: 'full' })
		full = false
		await vi.advanceTimersByTimeAsync(6000)
		expect(names).toEqual(['1'])
		expect(open.getState().saving.state).toBe('clean')
	})

	test('an edit undone before it was written leaves nothing to be saved', async () => {
		const names: string[] = []
		const { open, rename, state } = begin(async (sheet) => names.push(sheet.name))
		rename('1')
		expect(state()).toBe('dirty')
		open.undo()
		expect(state()).toBe('clean')
		await vi.advanceTimersByTimeAsync(1000)
		expect(names).toEqual([])
		expect(state()).toBe('clean')
	})

	test('an edit that could not be written and is undone is no failure any more', async () => {
		const { open, rename, state } = begin(() => Promise.reject(new StorageFull()))
		rename('1')
		await vi.advanceTimersByTimeAsync(500)
		expect(state()).toBe('failed')
		open.undo()
		expect(state()).toBe('clean')
		await vi.advanceTimersByTimeAsync(20_000)
		expect(state()).toBe('clean')
	})

	test('what changed while a write was under way is written next', async () => {
		const names: string[] = []
		const { open, rename, state } = begin(async (sheet) => {
			await new Promise((done) => setTimeout(done, 300))
			names.push(sheet.name)
		})
		rename('1')
		await vi.advanceTimersByTimeAsync(100)
		expect(state()).toBe('writing')
		open.undo()
		await vi.advanceTimersByTimeAsync(2000)
		expect(names).toEqual(['1', '0'])
		expect(state()).toBe('clean')
	})

	test('what another tab wrote is never written over, and nothing is tried again', async () => {
		let tries = 0
		const { rename, state, open } = begin(async () => {
			tries++
			throw new WrittenElsewhere()
		})
		rename('1')
		await vi.advanceTimersByTimeAsync(500)
		expect(state()).toBe('not-ours')
		expect(open.getState().readOnly).toBe(true)
		await vi.advanceTimersByTimeAsync(60_000)
		expect(tries).toBe(1)
	})

	test('a tab that lost its sheet notes what it had not written, and writes no more', async () => {
		let tries = 0
		const { rename, saving, noted, state } = begin(async () => {
			tries++
			throw new StorageFull()
		})
		rename('1')
		await vi.advanceTimersByTimeAsync(500)
		saving.lose()
		expect([state(), noted.at(-1)]).toEqual(['not-ours', '1'])
		await vi.advanceTimersByTimeAsync(60_000)
		expect(tries).toBe(1)
	})

	test('the first of a run is noted at once, the rest within a tenth of a second', async () => {
		const { rename, noted } = begin(() => new Promise(() => {}))
		rename('1', 'drag')
		expect(noted).toEqual(['1'])
		for (let i = 2; i <= 40; i++) {
			rename(String(i), 'drag')
			await vi.advanceTimersByTimeAsync(10)
		}
		await vi.advanceTimersByTimeAsync(90)
		expect(noted.at(-1)).toBe('40')
		expect(noted.length).toBeLessThan(15)
	})

	test('flush writes at once', async () => {
		const names: string[] = []
		const { saving, rename } = begin(async (sheet) => names.push(sheet.name))
		rename('1')
		await saving.flush()
		expect(names).toEqual(['1'])
	})
})

test('a sheet that another tab edits takes no edits here', () => {
	const { open, rename } = begin(async () => {})
	open.setReadOnly(true)
	rename('1')
	expect(open.sheet().name).toBe('0')
})

describe('the state of saving', () => {
	const states: readonly Saving[] = [
		{ state: 'clean' },
		{ state: 'dirty' },
		{ state: 'writing' },
		{ state: 'failed', problem: 'full' },
		{ state: 'not-ours' },
	]

	test('whatever came before, a sheet that is as it is stored is clean once nothing is being written', () => {
		for (const now of states) {
			const next = nextSaving(now, { what: 'changed', stored: true }).state
			if (now.state === 'writing' || now.state === 'not-ours') expect(next).toBe(now.state)
			else expect(next).toBe('clean')
			const written = nextSaving(now, { what: 'written', stored: true }).state
			expect(written).toBe(now.state === 'not-ours' ? 'not-ours' : 'clean')
		}
	})

	test('what is lost stays lost', () => {
		for (const what of ['began', 'lost'] as const)
			expect(nextSaving({ state: 'not-ours' }, { what }).state).toBe('not-ours')
		for (const now of states) expect(nextSaving(now, { what: 'lost' }).state).toBe('not-ours')
	})
})
