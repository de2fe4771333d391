import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { cutOpening, cuttable, type Point } from '@/core'
import {
	begunPieces,
	DRILLS,
	type Drill,
	dailyDrill,
	grade,
	showingOf,
	workOf,
} from '@/core/practice'
import { bindKeys } from '@/editor/input/bindKeys'
import { bindGestures } from '@/editor/input/gestures'
import { createHeldKeys } from '@/editor/input/heldKeys'
import { FakeCanvas } from '@/editor/input/testing/fakeCanvas'
import { PASSES, TOOLS } from '@/editor/passes/passes'
import { toScreen } from '@/editor/session/view'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import type { Workbench } from '@/editor/workbench/workbench'
import { type Hands, NotThere } from './hands'
import { createPlayer } from './player'

let page: EventTarget

beforeEach(() => {
	page = new EventTarget()
	vi.stubGlobal('window', page)
	vi.stubGlobal('HTMLElement', class {})
	vi.stubGlobal('matchMedia', () => ({ matches: true }))
	vi.stubGlobal('requestAnimationFrame', (act: () => void) => setTimeout(act, 0))
	vi.stubGlobal('cancelAnimationFrame', () => {})
})
afterEach(() => vi.unstubAllGlobals())

/** A bench without a page on which a drill is begun, and hands for it; what is on cards is pressed by `press`. */
function begin(drill: Drill, press: (name: string, bench: Workbench) => void = () => {}) {
	const workbench = handyWorkbench()
	const { open, desk } = workbench
	open.apply('Begin', (sheet) => ({
		...sheet,
		width: drill.width,
		height: drill.height,
		pieces: begunPieces(drill),
	}))
	const pass = PASSES.find(({ id }) => id === drill.pass)
	const tool = TOOLS.find(({ id }) => id === drill.tool)
	if (!pass || !tool) throw new Error(`There is no ${drill.pass} or ${drill.tool}.`)
	desk.setState({ pass, tool, snaps: false, size: { width: 760, height: 600 } })
	const canvas = new FakeCanvas()
	const gestures = bindGestures(canvas as unknown as HTMLElement, workbench)
	bindKeys(workbench, createHeldKeys(workbench, gestures), gestures)
	const send = (type: string, key: string, shiftKey: boolean) => {
		const code = /^\d$/.test(key) ? `Digit${key}` : ''
		const more = { key, code, shiftKey, altKey: false, ctrlKey: false, metaKey: false }
		page.dispatchEvent(Object.assign(new Event(type, { cancelable: true }), more))
	}
	const hands: Hands = {
		onScreen: (at) => toScreen(desk.getState().view, at),
		pointer: (what, at: Point, shiftKey = false) => canvas.send(`pointer${what}`, at, { shiftKey }),
		key: (what, name, shift = false) => send(`key${what}`, name, shift),
		find: async (name) => ({ at: [0, 0], press: () => press(name, workbench) }),
		settled: async () => {},
	}
	const player = createPlayer(workbench, showingOf(drill), hands)
	const graded = () => grade(workOf(open.sheet()), drill)
	return { workbench, player, graded }
}

/** What needs nothing but the canvas and keys; the rest is shown in the browser. */
const BY_HAND = DRILLS.filter((drill) =>
	showingOf(drill).every(({ moves }) =>
		moves.every((move) => move.do !== 'press' && move.do !== 'wait'),
	),
)

describe('what is shown of a drill', () => {
	test('most drills need nothing but the canvas and keys', () => {
		expect(BY_HAND.length).toBeGreaterThanOrEqual(12)
	})

	test.each(BY_HAND.map((drill) => [drill.id, drill] as const))(
		'%s: it is full by it',
		async (_, drill) => {
			const { player, graded } = begin(drill)
			await player.to(player.steps.length)
			expect(player.getState().problem).toBeNull()
			const { done, share, remarks } = graded()
			expect(remarks.map(({ mistake }) => mistake)).toEqual([])
			expect([done, share]).toEqual([true, 1])
		},
	)

	test('the shape of any day is full by what is shown of it, its openings cut in Cut', async () => {
		for (let day = 0; day < 40; day++) {
			const drill = dailyDrill(`day-${day}`)
			const { player, graded } = begin(drill, cutAll)
			await player.to(player.steps.length)
			expect(player.getState().problem).toBeNull()
			const { done, remarks } = graded()
			expect([drill.name, day, remarks, done]).toEqual([drill.name, day, [], true])
		}
	})

	test('goes back to any step, and on from there', async () => {
		const drill = DRILLS.find(({ id }) => id === 'beak')
		if (!drill) throw new Error('There is no beak.')
		const { player, graded, workbench } = begin(drill)
		const nodes = () => workOf(workbench.open.sheet()).contours.flatMap((one) => one.nodes).length
		const shown: number[] = []
		for (const step of [3, 1, 0, 2, player.steps.length, 4]) {
			await player.to(step)
			expect(player.getState().at).toBe(step)
			shown.push(nodes())
		}
		expect(shown).toEqual([3, 1, 0, 2, 4, 4])
		player.setSpeed(Number.POSITIVE_INFINITY)
		player.play()
		await vi.waitFor(() => expect(player.getState().playing).toBe(false))
		expect(player.getState().at).toBe(player.steps.length)
		expect(graded().done).toBe(true)
	})

	test('is paused in the midst of a way, goes on, and is stopped for good', async () => {
		const drill = DRILLS.find(({ id }) => id === 'circle')
		if (!drill) throw new Error('There is no circle.')
		const { player } = begin(drill)
		player.setSpeed(40)
		player.play()
		await vi.waitFor(() => expect(player.getState().at).toBe(1), { interval: 1 })
		player.pause()
		const { at, seen } = player.getState()
		await new Promise((resolve) => setTimeout(resolve, 60))
		expect(player.getState()).toMatchObject({ at, seen, playing: false })
		player.play()
		await vi.waitFor(() => expect(player.getState().at).toBe(player.steps.length), 5000)
		await player.to(0)
		player.play()
		player.stop()
		await new Promise((resolve) => setTimeout(resolve, 60))
		expect(player.getState().at).toBe(0)
	})

	test('what is to be pressed and is not there is said', async () => {
		const drill = DRILLS.find(({ id }) => id === 'knee')
		if (!drill) throw new Error('There is no knee.')
		const { player } = begin(drill, (name) => {
			throw new NotThere(name)
		})
		await player.to(1)
		expect(player.getState().problem).toBeInstanceOf(NotThere)
	})
})

/** What the button in Cut does. */
function cutAll(_: string, { open }: Workbench): void {
	open.apply('Cut openings', (sheet) =>
		cuttable(sheet).reduce((now, { contour }) => cutOpening(now, contour.id), sheet),
	)
}
