import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cases } from '../testing/cases'
import type { Sheet } from './model'
import { flawsOf } from './normalise'
import { anyEdit, contoursOf, leavesReach, randomNumbers } from './testing/anyEdit'
import { anyContour, sheetOf } from './testing/arbitrary'

function problems(sheet: Sheet): string[] {
	const lone = contoursOf(sheet).filter(({ nodes }) => nodes.length < 2)
	return [...flawsOf(sheet), ...lone.map(({ id }) => `${id}: an outline of one node`)]
}

describe('after any run of all edits there are', () => {
	test('kinds are what they say, numbers are numbers, ids are single, outlines whole', () => {
		fc.assert(
			fc.property(
				fc.array(anyContour, { minLength: 1, maxLength: 3 }),
				fc.integer(),
				(contours, seed) => {
					const random = randomNumbers(seed)
					let sheet = sheetOf(...contours)
					for (let i = 0; i < 40; i++) {
						const next = anyEdit(sheet, random)
						// The bench refuses what would leave the reach of a sheet.
						if (leavesReach(next)) continue
						sheet = next
						expect(problems(sheet)).toEqual([])
					}
				},
			),
			{ numRuns: cases(60) },
		)
	})
})
