import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { photoPass } from '@/editor/passes/photo/pass'
import { proofPass } from '@/editor/passes/proof/pass'
import { thinPass } from '@/editor/passes/thin/pass'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { arrangePhotosTool } from '@/editor/tools/arrangePhotos'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { bindKeys } from './bindKeys'
import type { Gestures } from './gestures'
import { createHeldKeys } from './heldKeys'

let page: EventTarget

beforeEach(() => {
	page = new EventTarget()
	vi.stubGlobal('window', page)
	vi.stubGlobal('HTMLElement', class {})
	vi.stubGlobal('matchMedia', () => ({ matches: true }))
	vi.stubGlobal('cancelAnimationFrame', () => {})
})
afterEach(() => vi.unstubAllGlobals())

function begin() {
	const workbench = handyWorkbench('M100 100H200V200H100Z')
	const busy = { now: false, calledOff: 0, kinds: [] as string[] }
	const gestures: Gestures = {
		pointer: () => [200, 150],
		isOver: () => true,
		isBusy: () => busy.now,
		callOff: () => {
			busy.calledOff++
		},
		makeKind: (kind) => busy.kinds.push(kind) > 0,
		counts: () => ({ presses: 0, moves: 0 }),
		cross: { to: () => {}, press: () => {}, letGo: () => {} },
		unbind: () => {},
	}
	const unbind = bindKeys(workbench, createHeldKeys(workbench, gestures), gestures)
	const send = (type: string, key: string, more: object = {}) => {
		const event = Object.assign(new Event(type, { cancelable: true }), {
			key,
			shiftKey: false,
			altKey: false,
			ctrlKey: false,
			metaKey: false,
			code: /^\d$/.test(key) ? `Digit${key}` : '',
			...more,
		})
		page.dispatchEvent(event)
		return event.defaultPrevented
	}
	const press = (key: string, more: object = {}) => {
		const taken = send('keydown', key, more)
		send('keyup', key, more)
		return taken
	}
	const desk = () => workbench.desk.getState()
	return { workbench, unbind, send, press, desk, busy }
}

test('digits go to passes, letters take tools: the pass’s own first', () => {
	const { press, desk } = begin()
	press('1')
	expect([desk().pass, desk().tool]).toEqual([photoPass, arrangePhotosTool])
	press('d')
	expect(desk().tool).toBe(penTool)
	press('m')
	expect(desk().tool).toBe(arrangePhotosTool)
	press('4')
	expect([desk().pass, desk().tool]).toEqual([thinPass, nodesTool])
	press('m')
	expect(desk().tool).toBe(arrangePiecesTool)
})

test('what is held is held until let go, or until another window has the focus', () => {
	const { send, desk } = begin()
	send('keydown', 'h')
	send('keydown', ' ')
	expect([...desk().holds]).toEqual(['photo', 'pan'])
	send('keyup', 'h')
	expect([...desk().holds]).toEqual(['pan'])
	send('keydown', 'k')
	send('keydown', 'z')
	page.dispatchEvent(new Event('blur'))
	expect(desk().holds.size).toBe(0)
})

test('a key held down repeats what repeats, and takes a tool but once', () => {
	const { send, desk, workbench } = begin()
	send('keydown', '+')
	const once = desk().view.scale
	send('keydown', '+', { repeat: true })
	expect(desk().view.scale).toBeGreaterThan(once)
	const take = vi.spyOn(workbench, 'takeTool')
	send('keydown', 'd', { repeat: true })
	expect(take).not.toHaveBeenCalled()
})

test('keys that the bench has no use for go to the tool, then to Nodes; looking passes take none', () => {
	const { workbench, press } = begin()
	press('a', { ctrlKey: true })
	expect(workbench.open.getState().selection.nodes.size).toBe(4)
	expect(press('s')).toBe(true)
	const { nodes = [] } = workbench.open.sheet().pieces[0]?.contours[0] ?? {}
	expect(nodes.every(({ kind }) => kind === 'smooth')).toBe(true)
	press('z', { ctrlKey: true })
	expect(workbench.open.getState().history.past).toHaveLength(0)
	press('z', { ctrlKey: true, shiftKey: true })
	expect(workbench.open.getState().history.past).toHaveLength(1)
	workbench.goTo(proofPass)
	expect(press('c')).toBe(false)
	expect(press('n')).toBe(false)
})

test('the walk puts other tools down and takes Nodes', () => {
	const { workbench, press, desk } = begin()
	press('d')
	press('n')
	expect(desk().tool).toBe(nodesTool)
	const [first] = workbench.open.getState().selection.nodes
	press('N', { shiftKey: true })
	const [last] = workbench.open.getState().selection.nodes
	expect(first).not.toBe(last)
})

test('unbound, keys do nothing', () => {
	const { unbind, press, desk } = begin()
	unbind()
	press('1')
	expect(desk().pass).not.toBe(photoPass)
})

test('while a drag is on no key changes the sheet: Esc calls it off, held keys show and hide', () => {
	const { workbench, send, press, desk, busy } = begin()
	const [piece] = workbench.open.sheet().pieces
	const nodes = new Set(piece!.contours[0]!.nodes.map(({ id }) => id))
	workbench.open.select({ piece: piece!.id, contour: null, nodes })
	const before = workbench.open.sheet()
	busy.now = true
	for (const key of ['Delete', 's', 'ArrowLeft', 'a', '5', 'm', 'n']) press(key)
	expect(busy.kinds).toEqual(['smooth'])
	send('keydown', 'z', { ctrlKey: true })
	expect(workbench.open.sheet()).toBe(before)
	send('keydown', 'h')
	expect(desk().holds.has('photo')).toBe(true)
	send('keydown', 'Escape')
	expect(busy.calledOff).toBe(1)
})

test('keys by which browsers leave the page do not', () => {
	const { send } = begin()
	expect(send('keydown', 'ArrowLeft', { altKey: true })).toBe(true)
	expect(send('keydown', 'ArrowRight', { altKey: true })).toBe(true)
})

test('nudges within a second are one step, after that they are another', () => {
	vi.useFakeTimers()
	const { workbench, press } = begin()
	const [piece] = workbench.open.sheet().pieces
	const [contour] = piece!.contours
	workbench.open.select({
		piece: piece!.id,
		contour: contour!.id,
		nodes: new Set([contour!.nodes[0]!.id]),
	})
	const steps = () => workbench.open.getState().history.past.length
	for (let i = 0; i < 4; i++) {
		press('ArrowRight')
		vi.advanceTimersByTime(300)
	}
	expect(steps()).toBe(1)
	vi.advanceTimersByTime(1100)
	press('ArrowRight')
	expect(steps()).toBe(2)
	vi.useRealTimers()
})
