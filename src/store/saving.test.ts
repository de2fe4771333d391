import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { emptySheet, renameSheet, type Sheet } from '@/core'
import { StorageFull } from './database'
import { createOpenSheet } from './openSheet'
import { keepSaved } from './saving'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

function begin(write: (sheet: Sheet) => Promise<unknown>) {
	const open = createOpenSheet(emptySheet('0', 10, 10))
	const saving = keepSaved(open, write)
	const rename = (name: string, key?: string) =>
		open.apply('Rename', (sheet) => renameSheet(sheet, name), key)
	return { open, saving, rename }
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
		expect(open.getState().saving.state).toBe('saved')
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
		expect(open.getState().saving.state).toBe('saved')
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
