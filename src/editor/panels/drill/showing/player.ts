import { createStore, type StoreApi } from 'zustand/vanilla'
import { distance, mix, type Point } from '@/core'
import type { ShownStep } from '@/core/practice'
import { fitSheet } from '@/editor/workbench/fitSheet'
import type { Workbench } from '@/editor/workbench/workbench'
import type { Hands } from './hands'
import { NOTHING_SEEN, type Pace, perform, type Seen } from './perform'

export interface PlayerState {
	/** The step that is shown, or comes next; as many as there are once all were shown. */
	readonly at: number
	readonly playing: boolean
	/** Times as quick as somebody who takes their time; without end: at once. */
	readonly speed: number
	readonly seen: Seen
	/** What went wrong. */
	readonly problem: unknown
}

/** Shows steps on a bench of their own: forwards, and back to any of them. */
export interface Player extends StoreApi<PlayerState> {
	readonly steps: readonly ShownStep[]
	play(): void
	pause(): void
	/** Goes to where a step is about to be shown. */
	to(step: number): Promise<void>
	setSpeed(speed: number): void
	/** Ends it. */
	stop(): void
}

/** A hand that takes its time goes so far in a second, px; and no way takes longer or less, ms. */
const PX_PER_S = 420
const WAY_MS = { least: 220, most: 900 } as const
const REST_MS = 170
const STEP_MS = 650
/** Places on a way that is gone at once: a tool that looks where the pointer goes sees it come. */
const PLACES_AT_ONCE = 4

export function createPlayer(
	workbench: Workbench,
	steps: readonly ShownStep[],
	hands: Hands,
): Player {
	const { open, desk, goTo, takeTool, toolAtHand } = workbench
	const begun = { open: open.getState(), desk: desk.getState() }
	const store = createStore<PlayerState>(() => ({
		at: 0,
		playing: false,
		speed: 1,
		seen: NOTHING_SEEN,
		problem: null,
	}))
	let called = new AbortController()
	/** What is being done; it has ended when this has. */
	let doing: Promise<void> = Promise.resolve()
	let place: Point | null = null

	const seen: Pace['seen'] = (change) =>
		store.setState((state) => ({ seen: { ...state.seen, ...change } }))
	const hurried = (signal: AbortSignal): Pace => ({
		signal,
		seen,
		rest: async () => signal.throwIfAborted(),
		way: async (from, to, visit) => {
			for (let n = 1; n <= PLACES_AT_ONCE; n++) visit(mix(from, to, n / PLACES_AT_ONCE))
		},
	})
	const timed = (signal: AbortSignal): Pace => ({
		signal,
		seen,
		rest: (long = false) => elapsed(long ? STEP_MS : REST_MS, signal),
		way: async (from, to, visit) => {
			const wished = (1000 * distance(from, to)) / PX_PER_S
			const ms = distance(from, to) < 1 ? 1 : Math.min(WAY_MS.most, Math.max(WAY_MS.least, wished))
			await elapsed(ms, signal, (share) => visit(mix(from, to, eased(share))))
		},
	})
	/** So long by the speed as it is, while it plays. @param visit is told how much of it is over, 0 to 1 */
	const elapsed = (ms: number, signal: AbortSignal, visit?: (share: number) => void) =>
		new Promise<void>((resolve, reject) => {
			let [spent, before] = [0, performance.now()]
			const tick = () => {
				if (signal.aborted) return reject(signal.reason)
				const now = performance.now()
				const { playing, speed } = store.getState()
				// Nothing takes long where all is done at once, no time at all included.
				if (playing) spent += Number.isFinite(speed) ? (now - before) * speed : ms
				before = now
				if (playing) visit?.(Math.min(1, spent / ms))
				if (spent >= ms) resolve()
				else requestAnimationFrame(tick)
			}
			tick()
		})

	/** Steps are being shown, or would be but for a pause. */
	let running = false
	const run = async (signal: AbortSignal) => {
		running = true
		try {
			await showOn(signal)
		} finally {
			running = false
		}
	}
	const showOn = async (signal: AbortSignal) => {
		for (;;) {
			const { at, speed } = store.getState()
			const step = steps[at]
			if (!step) break
			const pace = speed === Number.POSITIVE_INFINITY ? hurried(signal) : timed(signal)
			place = await perform(step, hands, pace, place)
			await pace.rest(true)
			store.setState({ at: at + 1 })
		}
		store.setState({ playing: false })
	}
	/** What is on is called off, and another thing begun. */
	const begin = async (what: (signal: AbortSignal) => Promise<void>) => {
		called.abort()
		called = new AbortController()
		const { signal } = called
		const before = doing
		doing = before
			.then(() => what(signal))
			.catch((problem) => {
				if (!signal.aborted) store.setState({ problem, playing: false })
			})
		await doing
	}
	const reset = () => {
		if (store.getState().seen.down && place) hands.pointer('cancel', place)
		for (const key of store.getState().seen.keys) hands.key('up', key)
		toolAtHand().rest()
		open.restore(begun.open.history, begun.open.selection)
		goTo(begun.desk.pass)
		takeTool(begun.desk.tool)
		fitSheet(workbench)
		place = null
		store.setState({ at: 0, seen: NOTHING_SEEN, problem: null })
	}
	return {
		...store,
		steps,
		play: () => {
			if (store.getState().playing) return
			const over = store.getState().at >= steps.length
			store.setState({ playing: true })
			if (running) return
			void begin(async (signal) => {
				if (over) reset()
				await run(signal)
			})
		},
		pause: () => store.setState({ playing: false }),
		to: async (step) => {
			const { playing } = store.getState()
			await begin(async (signal) => {
				reset()
				const pace = hurried(signal)
				for (const one of steps.slice(0, step)) {
					place = await perform(one, hands, pace, place)
					store.setState(({ at }) => ({ at: at + 1 }))
				}
				if (playing) void begin(run)
			})
		},
		setSpeed: (speed) => store.setState({ speed }),
		stop: () => called.abort(),
	}
}

/** A hand sets off and comes to rest gently. */
const eased = (t: number) => t * t * (3 - 2 * t)
