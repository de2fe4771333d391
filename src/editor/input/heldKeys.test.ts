import { describe, expect, test, vi } from 'vitest'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { createCross, toggleCross } from './cross'
import { bindGestures } from './gestures'
import { createHeldKeys } from './heldKeys'
import { FakeCanvas } from './testing/fakeCanvas'

function begin() {
	const workbench = handyWorkbench('M100 100H200V200H100Z')
	const canvas = new FakeCanvas()
	const gestures = bindGestures(canvas as unknown as HTMLElement, workbench)
	const held = createHeldKeys(workbench, gestures)
	const cross = createCross(workbench, gestures)
	const click = (x: number, y: number) => {
		canvas.send('pointermove', [x, y])
		canvas.send('pointerdown', [x, y])
		canvas.send('pointerup', [x, y])
	}
	const desk = () => workbench.desk.getState()
	const pieces = () => workbench.open.sheet().pieces
	const kinds = () => pieces()[0]!.contours[0]!.nodes.map(({ kind }) => kind)
	return { workbench, canvas, gestures, held, cross, click, desk, pieces, kinds }
}

const settled = () => Promise.resolve()

describe('a tool’s key', () => {
	test('tapped takes the tool', () => {
		const { held, desk } = begin()
		held.down('d', 'KeyD')
		expect([desk().tool, desk().lent]).toEqual([nodesTool, penTool])
		held.up('KeyD')
		expect([desk().tool, desk().lent]).toEqual([penTool, null])
	})

	test('held lends it; the one at hand goes on with what it had begun', async () => {
		const { workbench, canvas, held, click, desk, pieces } = begin()
		workbench.takeTool(penTool)
		click(300, 100)
		click(350, 100)
		held.down('e', 'KeyE')
		canvas.send('pointermove', [200, 200])
		canvas.send('pointerdown', [200, 200])
		canvas.send('pointermove', [230, 230])
		canvas.send('pointerup', [230, 230])
		held.up('KeyE')
		await settled()
		expect(desk().tool).toBe(penTool)
		expect(pieces()[0]!.contours[0]!.nodes[2]!.at).toEqual([230, 230])
		click(350, 150)
		expect(pieces()).toHaveLength(2)
		expect(pieces()[1]!.contours[0]!.nodes).toHaveLength(3)
	})

	test('let go in the midst of its drag leaves the drag to its end', async () => {
		const { workbench, canvas, held, pieces } = begin()
		workbench.takeTool(arrangePiecesTool)
		held.down('e', 'KeyE')
		canvas.send('pointermove', [200, 200])
		canvas.send('pointerdown', [200, 200])
		canvas.send('pointermove', [220, 210])
		held.up('KeyE')
		await settled()
		canvas.send('pointermove', [240, 220])
		canvas.send('pointerup', [240, 220])
		expect(pieces()[0]!.contours[0]!.nodes[2]!.at).toEqual([240, 220])
		expect(pieces()[0]!.contours[0]!.nodes[0]!.at).toEqual([100, 100])
	})

	test('a lent Pen ends what it drew when its key is let go', async () => {
		const { held, click, desk, pieces } = begin()
		held.down('d', 'KeyD')
		click(300, 100)
		click(350, 100)
		held.up('KeyD')
		await settled()
		expect(desk().tool).toBe(nodesTool)
		click(300, 150)
		expect(pieces()[1]!.contours[0]!.nodes).toHaveLength(2)
	})

	test('held to look around is not tapped: longer than a moment, with the pointer moving', () => {
		const { canvas, held, desk } = begin()
		vi.useFakeTimers({ toFake: ['performance'] })
		held.down('d', 'KeyD')
		vi.advanceTimersByTime(900)
		canvas.send('pointermove', [50, 60])
		held.up('KeyD')
		expect(desk().tool).toBe(nodesTool)
		held.down('d', 'KeyD')
		vi.advanceTimersByTime(900)
		held.up('KeyD')
		expect(desk().tool).toBe(penTool)
		vi.useRealTimers()
	})
})

describe('a kind’s key', () => {
	test('tapped acts when it is let go; held for a click, only the click counts', () => {
		const { held, click, kinds } = begin()
		const tap = vi.fn()
		held.down('s', 'KeyS', tap)
		click(200, 100)
		held.up('KeyS')
		expect(kinds()).toEqual(['corner', 'smooth', 'corner', 'corner'])
		expect(tap).not.toHaveBeenCalled()
		held.down('x', 'KeyX', tap)
		held.up('KeyX')
		expect(tap).toHaveBeenCalledOnce()
	})

	test('another key struck before it is let go comes after it', () => {
		const { held } = begin()
		const tap = vi.fn()
		held.down('s', 'KeyS', tap)
		held.rollOver()
		expect(tap).toHaveBeenCalledOnce()
		held.up('KeyS')
		expect(tap).toHaveBeenCalledOnce()
	})

	test('in the midst of a drag it works on what is dragged, at once', () => {
		const { canvas, held, kinds } = begin()
		canvas.send('pointermove', [200, 100])
		canvas.send('pointerdown', [200, 100])
		canvas.send('pointermove', [220, 120])
		expect(held.down('s', 'KeyS')).toBe(true)
		held.up('KeyS')
		expect(kinds()[1]).toBe('smooth')
		canvas.send('pointerup', [220, 120])
	})
})

test('a hold that comes in the midst of a drag changes what the drag does', async () => {
	const { workbench, canvas, held, click, pieces } = begin()
	workbench.takeTool(arrangePiecesTool)
	click(150, 150)
	canvas.send('pointermove', [200, 200])
	canvas.send('pointerdown', [200, 200])
	canvas.send('pointermove', [300, 250])
	const corner = () => pieces()[0]!.contours[0]!.nodes[2]!.at
	expect(corner()[0] - corner()[1]).toBeCloseTo(0)
	held.down('b', 'KeyB')
	await settled()
	expect(corner()).toEqual([300, 250])
	canvas.send('pointerup', [300, 250])
})

test('what means nothing to the tool is not held', () => {
	const { workbench, held } = begin()
	workbench.takeTool(penTool)
	expect(held.down('r', 'KeyR')).toBe(false)
	expect(held.down('h', 'KeyH')).toBe(true)
	held.letGo()
	expect(workbench.desk.getState().holds.size).toBe(0)
})

describe('the cross', () => {
	const key = (name: string, more = {}) => ({
		key: name,
		shift: false,
		mod: false,
		finely: false,
		...more,
	})

	test('places corners by Enter and smooth nodes by a press that arrows pull', async () => {
		const { workbench, cross, desk, pieces } = begin()
		workbench.desk.setState({ size: { width: 800, height: 600 } })
		workbench.takeTool(penTool)
		expect(toggleCross(workbench)).toBe(true)
		expect(desk().cross).toEqual([400, 300])
		await settled()
		expect(desk().hint).toContain('Cross at 400, 300')
		cross.down(key('enter'))
		for (let i = 0; i < 5; i++) cross.down(key('arrowright', { shift: true }))
		cross.down(key('p'))
		for (let i = 0; i < 3; i++) cross.down(key('arrowdown', { shift: true }))
		cross.down(key('arrowdown'))
		cross.down(key('arrowdown', { finely: true }))
		expect(cross.up('p')).toBe(true)
		const [first, second] = pieces()[1]!.contours[0]!.nodes
		expect(first).toMatchObject({ at: [400, 300], kind: 'corner' })
		expect(second).toMatchObject({ at: [450, 300], kind: 'smooth' })
		expect(second?.out?.[1]).toBeCloseTo(331.1, 9)
	})

	test('goes away where a pointer moves or it is asked to, and comes only for tools that place', () => {
		const { workbench, canvas, desk } = begin()
		expect(toggleCross(workbench)).toBe(false)
		workbench.takeTool(penTool)
		toggleCross(workbench)
		canvas.send('pointermove', [10, 10])
		expect(desk().cross).toBeNull()
		toggleCross(workbench)
		toggleCross(workbench)
		expect(desk().cross).toBeNull()
	})

	test('takes the view along where it leaves it', () => {
		const { workbench, cross, desk } = begin()
		workbench.desk.setState({ size: { width: 300, height: 200 } })
		workbench.takeTool(penTool)
		toggleCross(workbench)
		for (let i = 0; i < 20; i++) cross.down(key('arrowright', { shift: true }))
		expect(desk().cross).toEqual([350, 100])
		expect(desk().view.x).toBeLessThan(-80)
	})
})
