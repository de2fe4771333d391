import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { emptySheet, renameSheet } from '@/core'
import { createOpenSheet } from '@/store/openSheet'
import { sheetAtRest } from './sheetAtRest'

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

function begin() {
	const open = createOpenSheet(emptySheet('0', 10, 10))
	const rest = sheetAtRest(open)
	const name = (to: string, key?: string) => open.apply('Name', (s) => renameSheet(s, to), key)
	return { open, rest, name, shown: () => rest.getState().sheet.name }
}

test('an edit by itself is shown at once', () => {
	const { name, shown } = begin()
	name('1')
	expect(shown()).toBe('1')
})

test('a run of edits is shown when it is sealed, or when the hand holds still', () => {
	const { open, name, shown } = begin()
	for (const to of ['1', '2', '3']) name(to, 'drag')
	expect(shown()).toBe('0')
	open.seal()
	expect(shown()).toBe('3')
	name('4', 'drag')
	vi.advanceTimersByTime(300)
	name('5', 'drag')
	vi.advanceTimersByTime(300)
	expect(shown()).toBe('3')
	vi.advanceTimersByTime(300)
	expect(shown()).toBe('5')
})

test('undo is shown at once', () => {
	const { open, name, shown } = begin()
	name('1')
	open.undo()
	expect(shown()).toBe('0')
})
