import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { emptySheet, renameSheet, type Sheet } from '@/core'
import { begin, type History, record, redo, seal, undo } from './history'

const first = emptySheet('0', 10, 10)
const named = (history: History, name: string, key: string | null = null) =>
	record(history, `Name ${name}`, renameSheet(history.present, name), key)

function times<T>(n: number, step: (value: T) => T, value: T): T {
	return n === 0 ? value : times(n - 1, step, step(value))
}

describe('undo', () => {
	test('undoing everything gives the first sheet back, redoing the last', () => {
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.string(), fc.option(fc.constantFrom('a', 'b'))), { maxLength: 60 }),
				(edits) => {
					const end = edits.reduce((h, [name, key]) => named(h, name, key), begin(first))
					const back = times(end.past.length, undo, end)
					expect(back.present).toBe(first)
					expect(back.past).toEqual([])
					expect(times(back.future.length, redo, back).present).toBe(end.present)
				},
			),
		)
	})

	test('10,000 edits are kept', () => {
		const end = Array.from({ length: 10_000 }, (_, i) => String(i + 1)).reduce(
			(h, name) => named(h, name),
			begin(first),
		)
		expect(
			times(2500, undo, times(2500, undo, times(2500, undo, times(2500, undo, end)))).present,
		).toBe(first)
	})

	test('beyond the ends it does nothing', () => {
		const start = begin(first)
		expect(undo(start)).toBe(start)
		expect(redo(start)).toBe(start)
	})

	test('an edit after undoing drops what could be redone', () => {
		const forked = named(undo(named(begin(first), '1')), '2')
		expect(forked.future).toEqual([])
		expect(redo(forked).present.name).toBe('2')
	})
})

describe('coalescing', () => {
	test('edits in a row with one key are one step, until sealed', () => {
		const drag = ['1', '2', '3'].reduce((h, name) => named(h, name, 'drag'), begin(first))
		expect(drag.past).toHaveLength(1)
		const next = named(seal(drag), '4', 'drag')
		expect(next.past).toHaveLength(2)
		expect(undo(next).present.name).toBe('3')
		expect(undo(undo(next)).present).toBe(first)
	})

	test('a run does not go on over an undo', () => {
		const run = named(undo(named(named(begin(first), '1', 'k'), 'x')), '2', 'k')
		expect(undo(run).present.name).toBe('1')
	})

	test('an edit that changes nothing is no step', () => {
		const start = begin(first)
		expect(record(start, 'Nothing', start.present)).toBe(start)
	})
})

test('steps carry their names', () => {
	const history = named(named(begin(first), 'a'), 'b')
	expect(history.past.map((s) => s.label)).toEqual(['Name a', 'Name b'])
	expect(undo(history).future.map((s) => s.label)).toEqual(['Name b'])
	const sheets: Sheet[] = history.past.map((s) => s.before)
	expect(sheets[0]).toBe(first)
})
