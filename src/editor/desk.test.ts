import { describe, expect, test } from 'vitest'
import { createDesk, goToPass, hold, leaveDesk, readLeftDesk } from './desk'
import { PASSES, passById } from './passes/passes'

describe('the desk', () => {
	test('is found as it was left, in a window of another size too', () => {
		const desk = createDesk({ pass: 'cut', tool: 'nodes' })
		desk.setState({ size: { width: 800, height: 600 }, view: { scale: 2, x: -100, y: 40 } })
		const left = leaveDesk(desk.getState())
		expect(readLeftDesk(JSON.parse(JSON.stringify(left)))).toEqual(left)
		expect(left).toMatchObject({ pass: 'cut', tool: 'nodes', centre: [250, 130], scale: 2 })
	})

	test.each([
		undefined,
		null,
		'x',
		{ pass: 'sing' },
		{ pass: 'cut', tool: 'nodes', centre: [0], scale: 1 },
	])('what was not left so is not believed: %j', (value) => {
		expect(readLeftDesk(value)).toBeNull()
	})

	test('a pass brings its first tool to hand; gone to again, the tool at hand stays', () => {
		const desk = createDesk({ pass: 'photo', tool: 'nodes' })
		goToPass(desk, 'rough')
		expect(desk.getState().tool).toBe('pen')
		desk.setState({ tool: 'nodes' })
		goToPass(desk, 'rough')
		expect(desk.getState().tool).toBe('nodes')
		goToPass(desk, 'refine')
		expect(desk.getState().tool).toBe('nodes')
	})

	test('what is held is held until let go, and repeats change nothing', () => {
		const desk = createDesk({ pass: 'rough', tool: 'pen' })
		hold(desk, 'photo', true)
		const once = desk.getState().holds
		hold(desk, 'photo', true)
		expect(desk.getState().holds).toBe(once)
		hold(desk, 'photo', false)
		expect(desk.getState().holds.size).toBe(0)
	})
})

test('passes keep their places among the eight, and are found by name', () => {
	const numbers = PASSES.map((p) => p.number)
	expect(numbers).toEqual([...numbers].sort((a, b) => a - b))
	expect(new Set(numbers).size).toBe(PASSES.length)
	for (const { id, tools } of PASSES) {
		expect(passById(id).id).toBe(id)
		expect(tools.length).toBeGreaterThan(0)
	}
})
