import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { emptySheet, renameSheet } from '@/core'
import { createOpenSheet } from '@/store/openSheet'
import { sheetAtRest } from './sheetAtRest'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

test('panels see a single edit at once, and a movement when it has ended', async () => {
	const open = createOpenSheet(emptySheet('0', 10, 10))
	const rest = sheetAtRest(open)
	const seen: string[] = []
	rest.subscribe(({ sheet }) => seen.push(sheet.name))
	const rename = (name: string) => open.apply('Rename', (s) => renameSheet(s, name), 'run')
	await vi.advanceTimersByTimeAsync(1000)
	rename('1')
	expect(seen).toEqual(['1'])
	for (let i = 2; i <= 30; i++) {
		await vi.advanceTimersByTimeAsync(16)
		rename(String(i))
	}
	expect(seen).toEqual(['1'])
	await vi.advanceTimersByTimeAsync(500)
	expect(seen).toEqual(['1', '30'])
})
