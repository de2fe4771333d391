import { expect, test } from 'vitest'
import { progressFile, readProgress } from './progressFile'

const GRADE = { drill: 'egg', at: 1000, done: true, share: 1, nodes: 4, best: 4, deviation: 0.5 }

test('results come back from their file as they went out, without the keys of one browser', () => {
	const text = progressFile([
		{ ...GRADE, key: 7 },
		{ ...GRADE, at: 2000, done: false, share: 0.4 },
	])
	expect(text).not.toContain('"key"')
	expect(readProgress(text)).toEqual([GRADE, { ...GRADE, at: 2000, done: false, share: 0.4 }])
})

test('what is no file of results, or holds what no result is, is not read', () => {
	for (const text of ['', 'x', '{}', '[]', '{"kind":"skiagram-progress"}'])
		expect(readProgress(text)).toBeNull()
	for (const wrong of [
		{ share: 2 },
		{ at: 'now' },
		{ nodes: -1 },
		{ drill: '' },
		{ deviation: null },
	])
		expect(
			readProgress(JSON.stringify({ kind: 'skiagram-progress', grades: [{ ...GRADE, ...wrong }] })),
		).toBeNull()
})
