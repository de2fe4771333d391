import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cases } from '../testing/cases'
import type { Sheet } from './model'
import { difference, type Patch, patched } from './patch'
import { anyEdit, randomNumbers } from './testing/anyEdit'
import { anyContour, sheetOf } from './testing/arbitrary'

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value))

const tree = fc.object({
	maxDepth: 3,
	withNullPrototype: false,
	values: [fc.integer(), fc.string(), fc.boolean(), fc.constant(null)],
})

describe('the difference of two trees', () => {
	test('makes the one of the other, also after a way through JSON', () => {
		fc.assert(
			fc.property(tree, tree, (a, b) => {
				const patch = JSON.parse(JSON.stringify(difference(a, b)))
				expect(patched(a, patch)).toEqual(b)
			}),
		)
	})

	test('follows sheets through any run of edits', () => {
		fc.assert(
			fc.property(
				fc.array(anyContour, { minLength: 1, maxLength: 3 }),
				fc.integer(),
				(all, seed) => {
					const random = randomNumbers(seed)
					const first = plain(sheetOf(...all)) as Sheet
					let sheet = first
					for (let i = 0; i < 12; i++) {
						sheet = anyEdit(sheet, random)
						// JSON knows no negative zero.
						const patch = plain(difference(first, sheet)) as Patch
						expect(patched(first, patch)).toEqual(plain(sheet))
					}
				},
			),
			{ numRuns: cases(60) },
		)
	})

	test('says little where little changed', () => {
		const many = { nodes: Array.from({ length: 5000 }, (_, i) => ({ id: i })) }
		const one = { nodes: many.nodes.with(17, { id: -1 }) }
		expect(difference(many, one)).toEqual([[['nodes', 17, 'id'], -1]])
		expect(difference(many, many)).toEqual([])
		expect(difference({ a: 1, b: 2 }, { b: 2 })).toEqual([[['a']]])
	})

	test('of a list that grew or shrank in one place says that, and what changed beside it', () => {
		const before = Array.from({ length: 40 }, (_, i) => ({ id: i }))
		const grown = [...before.with(3, { id: -3 }), { id: 99 }]
		expect(difference(before, grown)).toEqual([
			[[3, 'id'], -3],
			[[], [{ id: 99 }], 40, 0],
		])
		const led = [{ id: 99 }, ...before.with(30, { id: -3 })]
		expect(difference(before, led)).toEqual([
			[[30, 'id'], -3],
			[[], [{ id: 99 }], 0, 0],
		])
		expect(difference(before, before.toSpliced(7, 2))).toEqual([[[], [], 7, 2]])
		for (const after of [grown, led, before.toSpliced(7, 2), []])
			expect(patched(before, difference(before, after))).toEqual(after)
	})

	test('lists that share any of their items come out right, whatever was done to them', () => {
		const items = Array.from({ length: 12 }, (_, id) => ({ id }))
		const list = fc.array(fc.integer({ min: 0, max: 11 }).map((k) => items[k]))
		fc.assert(
			fc.property(list, list, (a, b) => {
				expect(patched(a, difference(a, b))).toEqual(b)
			}),
			{ numRuns: cases(120) },
		)
	})
})
