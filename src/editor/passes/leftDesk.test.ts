import { describe, expect, test } from 'vitest'
import { cutPass } from '@/editor/passes/cut/pass'
import { regionsTool } from '@/editor/passes/cut/regions'
import { leaveDesk, readLeftDesk, startOf } from '@/editor/passes/leftDesk'
import { PASSES, TOOLS } from '@/editor/passes/passes'
import { photoPass } from '@/editor/passes/photo/pass'
import { refinePass } from '@/editor/passes/refine/pass'
import { roughPass } from '@/editor/passes/rough/pass'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { createDesk, FIRST_SNAPPING, goToPass, hold } from '@/editor/session/desk'
import { createSlices } from '@/editor/session/slices'
import { arrangePhotosTool } from '@/editor/tools/arrangePhotos'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'

const slices = createSlices()

describe('the desk', () => {
	test('is found as it was left, in a window of another size too', () => {
		const desk = createDesk({ pass: cutPass, tool: nodesTool })
		desk.setState({ size: { width: 800, height: 600 }, view: { scale: 2, x: -100, y: 40 } })
		const left = leaveDesk(desk.getState(), slices)
		expect(readLeftDesk(JSON.parse(JSON.stringify(left)))).toEqual(left)
		expect(left).toMatchObject({ pass: 'cut', tool: 'nodes', centre: [250, 130], scale: 2 })
	})

	test('the line’s colour is found as it was chosen, once it was', () => {
		const desk = createDesk({ pass: cutPass, tool: nodesTool })
		desk.setState({ size: { width: 10, height: 10 } })
		const own = createSlices()
		expect(leaveDesk(desk.getState(), own).line).toBeUndefined()
		own.of(darkroomSlice).setState({ chosenLine: '#aa00bb', lineStands: true })
		expect(readLeftDesk(leaveDesk(desk.getState(), own))?.line).toBe('#aa00bb')
	})

	test('what was left before snapping could be put off begins with it', () => {
		const old = { pass: 'cut', tool: 'nodes', centre: [0, 0], scale: 1 }
		const snapping = { guides: true, nodes: false, level: true, edges: false }
		expect(readLeftDesk({ ...old, snapping })).toMatchObject({
			snaps: true,
			snapping: FIRST_SNAPPING,
		})
		expect(readLeftDesk({ ...old, snaps: false, snapping })).toMatchObject({
			snaps: false,
			snapping,
		})
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

	test('begins with the photo of a bare sheet, and where another is refined', () => {
		expect(startOf(null, true)).toEqual({ pass: photoPass, tool: arrangePhotosTool })
		expect(startOf(null, false)).toEqual({ pass: refinePass, tool: nodesTool })
	})

	test('is found with the tool that was at hand; one of the moment is not kept', () => {
		for (const pass of PASSES)
			for (const tool of [...pass.tools, ...(pass.ownTools ?? [])]) {
				const desk = createDesk({ pass, tool })
				desk.setState({ size: { width: 10, height: 10 } })
				const left = readLeftDesk(leaveDesk(desk.getState(), slices))
				expect(startOf(left, true)).toEqual({ pass, tool: tool.afterwards ?? tool })
			}
		const desk = createDesk({ pass: cutPass, tool: regionsTool })
		expect(leaveDesk(desk.getState(), slices).tool).toBe(nodesTool.id)
		// Sheets left when both ways of arranging had one name.
		const old = { pass: 'photo', tool: arrangePiecesTool.id, centre: [0, 0], scale: 1 }
		expect(startOf(readLeftDesk(old), true).tool).toBe(arrangePhotosTool)
	})

	test('a pass brings its first tool to hand; gone to again, the tool at hand stays', () => {
		const desk = createDesk({ pass: photoPass, tool: nodesTool })
		goToPass(desk, roughPass)
		expect(desk.getState().tool).toBe(penTool)
		desk.setState({ tool: nodesTool })
		goToPass(desk, roughPass)
		expect(desk.getState().tool).toBe(nodesTool)
		goToPass(desk, refinePass)
		expect(desk.getState().tool).toBe(nodesTool)
	})

	test('what is held is held until let go, and repeats change nothing', () => {
		const desk = createDesk({ pass: roughPass, tool: penTool })
		hold(desk, 'photo', true)
		const once = desk.getState().holds
		hold(desk, 'photo', true)
		expect(desk.getState().holds).toBe(once)
		hold(desk, 'photo', false)
		expect(desk.getState().holds.size).toBe(0)
	})
})

test('passes keep their places among the eight, and what is kept of them has a name of its own', () => {
	const numbers = PASSES.map((p) => p.number)
	expect(numbers).toEqual([...numbers].sort((a, b) => a - b))
	expect(new Set(numbers).size).toBe(PASSES.length)
	expect(new Set(PASSES.map(({ id }) => id)).size).toBe(PASSES.length)
	expect(new Set(TOOLS.map(({ id }) => id)).size).toBe(TOOLS.length)
	for (const { tools } of PASSES) expect(tools.length).toBeGreaterThan(0)
})
