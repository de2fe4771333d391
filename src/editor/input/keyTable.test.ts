import { describe, expect, test } from 'vitest'
import { PASSES, TOOLS } from '@/editor/passes/passes'
import { onlyLooks } from '@/editor/session/definitions'
import { HOLDS, heldKey } from '@/editor/session/holds'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { BENCH_KEYS } from './benchKeys'
import { keyGroups, keysIn } from './keyTable'

const listed = keyGroups().flatMap(({ keys }) => keys)
const shown = listed.map(({ keys }) => keys)

test('every key that does something is listed', () => {
	for (const { number } of PASSES) expect(shown).toContain(String(number))
	for (const { key } of TOOLS) if (key) expect(shown).toContain(key.toUpperCase())
	for (const { hold } of HOLDS) expect(shown).toContain(heldKey(hold))
	for (const { keys } of BENCH_KEYS) expect(shown).toContain(keys)
	for (const { keys = [] } of PASSES)
		for (const { key } of keys)
			expect(shown.map((k) => k.toLowerCase().replace(/^esc$/, 'escape'))).toContain(key)
})

test('nothing on the canvas is done with Alt, nor with Ctrl and the pointer', () => {
	const pointing = /click|drag|scroll/i
	for (const { keys, does } of listed) {
		expect(keys).not.toMatch(/alt.*(click|drag)|ctrl.*(click|drag)/i)
		if (keys.includes('Alt')) expect(does).not.toMatch(pointing)
	}
})

const STATES = PASSES.flatMap((pass) =>
	(onlyLooks(pass) ? [nodesTool] : [...pass.tools, nodesTool, arrangePiecesTool]).flatMap((tool) =>
		[false, true].map((dragging) => ({ pass, tool, dragging })),
	),
)

describe.each(STATES)('$pass.name, $tool.name, dragging: $dragging', (state) => {
	const uses = keysIn(state)

	test.each(['tap', 'hold'] as const)('no key has two meanings by %s', (how) => {
		const keys = uses
			.filter((use) => use.how === how)
			.flatMap(({ key, shift }) =>
				shift === undefined ? [key, `shift ${key}`] : [shift ? `shift ${key}` : key],
			)
		expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([])
	})

	test('a key that is held and tapped is a tool’s, a kind’s, or inserts both ways', () => {
		const held = new Set(uses.filter(({ how }) => how === 'hold').map(({ key }) => key))
		// With Shift it is another key.
		const both = uses.filter(({ how, key, shift }) => how === 'tap' && !shift && held.has(key))
		const tools = TOOLS.flatMap(({ key }) => key ?? [])
		for (const { key } of both) expect([...tools, 'c', 's', 'y', 'x', 'a']).toContain(key)
	})
})
