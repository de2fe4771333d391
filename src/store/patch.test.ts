import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Sheet } from '@/core'
import { anyEdit, randomNumbers } from '@/core/path/testing/anyEdit'
import { anyContour, sheetOf } from '@/core/path/testing/arbitrary'
import { difference, type Patch, patched } from './patch'

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
			{ numRuns: 60 },
		)
	})

	test('says little where little changed', () => {
		const many = { nodes: Array.from({ length: 5000 }, (_, i) => ({ id: i })) }
		const one = { nodes: many.nodes.with(17, { id: -1 }) }
		expect(difference(many, one)).toEqual([[['nodes', 17, 'id'], -1]])
		expect(difference(many, many)).toEqual([])
		expect(difference({ a: 1, b: 2 }, { b: 2 })).toEqual([[['a']]])
	})
})
