import { describe, expect, test } from 'vitest'
import { findNode, type Point, removePieces } from '@/core'
import { proofPass } from '@/editor/passes/proof/pass'
import { hold } from '@/editor/session/desk'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { penTool } from '@/editor/tools/pen/pen'
import { bindGestures } from './gestures'
import { FakeCanvas } from './testing/fakeCanvas'

const SQUARE = 'M100 100H200V200H100Z'

function begin(...paths: string[]) {
	const workbench = handyWorkbench(...(paths.length > 0 ? paths : [SQUARE]))
	const canvas = new FakeCanvas()
	const gestures = bindGestures(canvas as unknown as HTMLElement, workbench)
	const { unbind } = gestures
	const { send, wait } = canvas
	const drag = (from: Point, to: Point, more: object = {}) => {
		send('pointermove', from, more)
		send('pointerdown', from, more)
		for (const t of [0.3, 0.6, 1])
			send('pointermove', [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t], more)
	}
	const first = workbench.open.sheet().pieces[0]?.contours[0]?.nodes[0]
	const place = () => findNode(workbench.open.sheet(), first?.id ?? '')?.node.at
	const view = () => workbench.desk.getState().view
	const steps = () => workbench.open.getState().history.past.length
	return { workbench, canvas, gestures, send, wait, drag, place, view, steps, unbind }
}

describe('a pointer on the canvas', () => {
	test('goes to the tool at hand as places on the sheet', () => {
		const { workbench, drag, send, place, steps } = begin()
		workbench.desk.setState({ view: { scale: 2, x: -50, y: 10 } })
		drag([150, 210], [170, 230])
		send('pointerup', [170, 230])
		expect(place()).toEqual([110, 110])
		expect(steps()).toBe(1)
	})

	test('that the system takes away leaves all as it was, what could be redone too', () => {
		const { workbench, drag, send, place, steps } = begin()
		drag([100, 100], [120, 120])
		send('pointerup', [120, 120])
		workbench.open.undo()
		const { history } = workbench.open.getState()
		const selection = workbench.open.getState().selection
		drag([100, 100], [180, 160])
		expect(place()).toEqual([180, 160])
		send('pointercancel', [180, 160])
		expect(place()).toEqual([100, 100])
		expect(workbench.open.getState().history).toBe(history)
		expect(workbench.open.getState().selection).toBe(selection)
		send('pointermove', [300, 250])
		expect(steps()).toBe(0)
	})

	test('pans while Space is held, with the middle button, and where one only looks', () => {
		const { workbench, drag, send, view, steps } = begin()
		hold(workbench.desk, 'pan', true)
		drag([100, 100], [130, 90])
		send('pointerup', [130, 90])
		expect(view()).toMatchObject({ x: 30, y: -10 })
		hold(workbench.desk, 'pan', false)
		drag([100, 100], [110, 100], { button: 1 })
		send('pointerup', [110, 100], { button: 1 })
		expect(view()).toMatchObject({ x: 40, y: -10 })
		workbench.goTo(proofPass)
		drag([10, 10], [10, 30])
		send('pointerup', [10, 30])
		expect(view()).toMatchObject({ x: 40, y: 10 })
		expect(steps()).toBe(0)
	})

	test('drags a box to zoom to while Z is held; a click with it does nothing', () => {
		const { workbench, drag, send, view } = begin()
		hold(workbench.desk, 'zoom-box', true)
		drag([100, 100], [102, 101])
		send('pointerup', [102, 101])
		expect(view().scale).toBe(1)
		drag([100, 100], [200, 175])
		expect(workbench.desk.getState().overlay.box).toEqual({
			minX: 100,
			minY: 100,
			maxX: 200,
			maxY: 175,
		})
		send('pointerup', [200, 175])
		expect(view().scale).toBeGreaterThan(3)
		expect(workbench.desk.getState().overlay.box).toBeNull()
		drag([100, 100], [200, 175])
		send('pointercancel', [200, 175])
		expect(workbench.desk.getState().overlay.box).toBeNull()
	})

	test('does nothing any more once it is unbound', () => {
		const { unbind, drag, steps } = begin()
		unbind()
		drag([100, 100], [150, 150])
		expect(steps()).toBe(0)
	})
})

describe('fingers', () => {
	const one = { pointerType: 'touch', pointerId: 1 }
	const two = { pointerType: 'touch', pointerId: 2 }

	test('two of them pinch and pan; what the first had begun is taken back', () => {
		const { drag, send, place, view, steps } = begin()
		drag([100, 100], [140, 140], one)
		expect(place()).toEqual([140, 140])
		send('pointerdown', [240, 140], two)
		expect(place()).toEqual([100, 100])
		expect(steps()).toBe(0)
		send('pointermove', [340, 140], two)
		expect(view().scale).toBeCloseTo(2)
		send('pointerup', [340, 140], two)
		send('pointermove', [20, 20], one)
		send('pointerup', [20, 20], one)
		expect(steps()).toBe(0)
	})

	test('beside a pen are the hand that holds it', () => {
		const { workbench, send, steps } = begin()
		workbench.takeTool(penTool)
		const pen = { pointerType: 'pen', pointerId: 9 }
		send('pointermove', [20, 20], pen)
		send('pointerdown', [300, 250], one)
		send('pointerup', [300, 250], one)
		expect(steps()).toBe(0)
		send('pointerdown', [20, 20], pen)
		send('pointerup', [20, 20], pen)
		expect(steps()).toBe(1)
	})

	test('beside a pen that is down take nothing of its drag away, however long it rests', () => {
		const { drag, send, wait, place, steps } = begin()
		const pen = { pointerType: 'pen', pointerId: 9 }
		drag([100, 100], [140, 140], pen)
		wait(5000)
		send('pointerdown', [300, 250], one)
		send('pointermove', [310, 260], one)
		send('pointercancel', [310, 260], one)
		send('pointermove', [150, 130], pen)
		send('pointerup', [150, 130], pen)
		expect(place()).toEqual([150, 130])
		expect(steps()).toBe(1)
	})

	test('that came down before their pen have done nothing', () => {
		const { workbench, send, steps } = begin()
		workbench.takeTool(penTool)
		const pen = { pointerType: 'pen', pointerId: 9 }
		send('pointerdown', [300, 250], one)
		expect(steps()).toBe(1)
		send('pointerdown', [20, 20], pen)
		send('pointerup', [300, 250], one)
		send('pointerup', [20, 20], pen)
		expect(steps()).toBe(1)
		const nodes = workbench.open
			.sheet()
			.pieces.flatMap(({ contours }) => contours.flatMap((c) => c.nodes))
		expect(nodes.at(-1)?.at).toEqual([20, 20])
		expect(nodes).toHaveLength(5)
	})
})

test('the wheel scrolls; with Ctrl it zooms at the pointer', () => {
	const { canvas, view } = begin()
	const wheel = (more: object) => {
		const event = Object.assign(new Event('wheel', { cancelable: true }), {
			deltaX: 0,
			deltaY: 0,
			deltaMode: 0,
			clientX: 100,
			clientY: 50,
			...more,
		})
		Object.assign(globalThis, { WheelEvent: { DOM_DELTA_LINE: 1 } })
		canvas.dispatchEvent(event)
		return event.defaultPrevented
	}
	expect(wheel({ deltaY: 30 })).toBe(true)
	expect(view()).toMatchObject({ x: 0, y: -30 })
	wheel({ deltaY: 10, shiftKey: true })
	expect(view()).toMatchObject({ x: -10, y: -30 })
	const { scale, x, y } = view()
	const under = [(100 - x) / scale, (50 - y) / scale]
	wheel({ deltaY: -100, ctrlKey: true })
	const now = view()
	expect(now.scale).toBeGreaterThan(1)
	expect((100 - now.x) / now.scale).toBeCloseTo(under[0] ?? 0)
	expect((50 - now.y) / now.scale).toBeCloseTo(under[1] ?? 0)
})

describe('a drag that is called off', () => {
	test('puts everything back, and goes on as nothing until the button is let go', () => {
		const { workbench, gestures, drag, send, place, steps } = begin()
		const before = workbench.open.sheet()
		drag([100, 100], [140, 120])
		expect(gestures.isBusy()).toBe(true)
		gestures.callOff()
		expect(gestures.isBusy()).toBe(false)
		send('pointermove', [160, 160])
		send('pointerup', [160, 160])
		expect(workbench.open.sheet()).toBe(before)
		expect(place()).toEqual([100, 100])
		expect(steps()).toBe(0)
	})

	test('takes a node just placed by the Pen with it', () => {
		const { workbench, gestures, send } = begin()
		const before = workbench.open.sheet()
		workbench.takeTool(penTool)
		send('pointerdown', [300, 300])
		send('pointermove', [330, 300])
		gestures.callOff()
		send('pointerup', [330, 300])
		expect(workbench.open.sheet()).toBe(before)
	})
})

test('the hint says what a click would do now, also after an undo under a resting pointer', async () => {
	const { workbench, send } = begin()
	send('pointerenter', [100, 100])
	send('pointermove', [100, 100])
	expect(workbench.desk.getState().hint).toContain('Click: select')
	const id = workbench.open.sheet().pieces[0]!.id
	workbench.open.apply('Delete', (sheet) => removePieces(sheet, new Set([id])))
	await Promise.resolve()
	expect(workbench.desk.getState().hint).not.toContain('Click: select')
	workbench.open.undo()
	await Promise.resolve()
	expect(workbench.desk.getState().hint).toContain('Click: select')
})
