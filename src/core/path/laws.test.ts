import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anyEdit, contoursOf, randomNumbers } from './anyEdit'
import { anyContour, sheetOf } from './arbitrary'
import { obeysKind } from './kinds'
import type { Sheet } from './model'

function problems(sheet: Sheet): string[] {
	const found: string[] = []
	const ids = new Set<string>()
	for (const contour of contoursOf(sheet)) {
		if (contour.nodes.length < 2) found.push('an outline of one node')
		for (const [i, node] of contour.nodes.entries()) {
			const numbers = [...node.at, ...(node.in ?? []), ...(node.out ?? [])]
			if (!numbers.every(Number.isFinite)) found.push(`${node.id}: not a number`)
			if (!obeysKind(contour, i)) found.push(`${node.id}: no ${node.kind}`)
			if (ids.has(node.id)) found.push(`${node.id}: twice`)
			ids.add(node.id)
		}
		if (ids.has(contour.id)) found.push(`${contour.id}: twice`)
		ids.add(contour.id)
	}
	return found
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
						sheet = anyEdit(sheet, random)
						expect(problems(sheet)).toEqual([])
					}
				},
			),
			{ numRuns: 100 },
		)
	})
})
