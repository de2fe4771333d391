import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyEdit, randomNumbers } from '@/core/path/testing/anyEdit'
import { anyContour, sheetOf } from '@/core/path/testing/arbitrary'
import { createOpenSheet } from './openSheet'

test('10,000 edits undone one by one give back exactly the first sheet, and redone the last', () => {
	const [seed] = fc.sample(anyContour, { numRuns: 1, seed: 4 })
	const first = sheetOf(seed!)
	const copy = structuredClone(first)
	const open = createOpenSheet(first)
	const random = randomNumbers(7)
	for (let i = 0; i < 11_000; i++) open.apply(`Edit ${i}`, (sheet) => anyEdit(sheet, random))
	const steps = open.getState().history.past.length
	expect(steps).toBeGreaterThan(5_000)
	const last = open.sheet()
	for (let i = 0; i < steps; i++) open.undo()
	expect(open.sheet()).toBe(first)
	expect(first).toEqual(copy)
	for (let i = 0; i < steps; i++) open.redo()
	expect(open.sheet()).toBe(last)
}, 120_000)
