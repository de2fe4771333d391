import { expect, test } from 'vitest'
import { PASSES, TOOLS } from '@/editor/passes/passes'
import { BENCH_KEYS, HOLD_KEYS } from './benchKeys'
import { keyGroups } from './keyGroups'

const listed = keyGroups().flatMap(({ keys }) => keys)

test('every key that does something is listed', () => {
	const shown = listed.map(({ keys }) => keys)
	for (const { number } of PASSES) expect(shown).toContain(String(number))
	for (const { key } of TOOLS) if (key) expect(shown).toContain(key.toUpperCase())
	for (const { keys } of [...HOLD_KEYS, ...BENCH_KEYS]) expect(shown).toContain(keys)
	for (const { keys = [] } of PASSES)
		for (const { key } of keys) expect(shown.map((k) => k.toLowerCase())).toContain(key)
})

test('no key means two things at once: passes, tools of one pass, holds and the bench’s own', () => {
	for (const pass of PASSES) {
		const tools = TOOLS.filter(({ key }) => key && !pass.tools.some((t) => t.key === key))
		const keys = [
			...PASSES.map(({ number }) => String(number)),
			...[...pass.tools, ...tools].flatMap(({ key }) => key ?? []),
			...(pass.keys ?? []).map(({ key }) => key),
			...HOLD_KEYS.map(({ key }) => key),
			...BENCH_KEYS.flatMap(({ press }) => press),
			'n',
		]
		const others = new Set(keys)
		// Arrange is one key for photos and for pieces.
		const twice = keys.filter((key, i) => keys.indexOf(key) !== i && key !== 'm')
		expect([pass.name, twice]).toEqual([pass.name, []])
		expect(others.size).toBeGreaterThan(10)
	}
})
