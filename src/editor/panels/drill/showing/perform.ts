import { mix, type Point } from '@/core'
import type { Move, ShownStep } from '@/core/practice'
import type { Hands } from './hands'

/** How quickly something is shown, and what shows it. */
export interface Pace {
	readonly signal: AbortSignal
	/** The hand goes from one place to another. @param visit is called on the way, and at its end */
	way(from: Point, to: Point, visit: (at: Point) => void): Promise<void>
	/** So that what was done can be seen. */
	rest(long?: boolean): Promise<void>
	/** What the hand does is seen: where it is (px of the window), whether it presses, which keys are down. */
	seen(change: Partial<Seen>): void
}

/** What is seen of a hand. */
export interface Seen {
	/** px of the window; `null` before it did anything */
	readonly at: Point | null
	readonly down: boolean
	readonly keys: readonly string[]
}

export const NOTHING_SEEN: Seen = { at: null, down: false, keys: [] }

/** Does a step, move by move. @param from where the hand was, px of the window; @returns where it is then */
export async function perform(
	{ moves }: ShownStep,
	hands: Hands,
	pace: Pace,
	from: Point | null,
): Promise<Point | null> {
	let at = from
	for (const move of moves) {
		at = await doing(move, hands, pace, at)
		await pace.rest()
	}
	return at
}

async function doing(
	move: Move,
	hands: Hands,
	pace: Pace,
	was: Point | null,
): Promise<Point | null> {
	switch (move.do) {
		case 'click': {
			const at = hands.onScreen(move.at)
			const { hold, shift = false } = move
			await go(was, at, hands, pace)
			return held(hold, hands, pace, async () => {
				press(at, hands, pace, shift)
				await pace.rest()
				letGo(at, hands, pace, shift)
				return at
			})
		}
		case 'drag':
			return drag(move, hands, pace, was)
		case 'key': {
			const { key, shift = false, times = 1 } = move
			const keys = shift ? ['shift', key] : [key]
			for (let n = 0; n < times; n++) {
				pace.seen({ keys })
				hands.key('down', key, shift)
				await pace.rest()
				hands.key('up', key, shift)
				pace.seen({ keys: [] })
			}
			return was
		}
		case 'press': {
			const { at, press: act } = await hands.find(move.name, pace.signal)
			await pace.way(was ?? at, at, (place) => pace.seen({ at: place }))
			pace.seen({ down: true })
			await pace.rest()
			act()
			pace.seen({ down: false })
			return at
		}
		case 'wait':
			await hands.settled(pace.signal)
			return was
	}
}

async function drag(
	{ from, tap, to, hold }: Move & { do: 'drag' },
	hands: Hands,
	pace: Pace,
	was: Point | null,
): Promise<Point> {
	const [start, end] = [hands.onScreen(from), hands.onScreen(to)]
	await go(was, start, hands, pace)
	return held(hold, hands, pace, async () => {
		press(start, hands, pace, false)
		let at = start
		if (tap) {
			const there = hands.onScreen(tap.at)
			await go(at, there, hands, pace)
			at = there
			pace.seen({ keys: [tap.key] })
			hands.key('down', tap.key)
			await pace.rest()
			hands.key('up', tap.key)
			pace.seen({ keys: [] })
		}
		await go(at, end, hands, pace)
		letGo(end, hands, pace, false)
		return end
	})
}

/** With a key held meanwhile. */
async function held<T>(
	key: string | undefined,
	hands: Hands,
	pace: Pace,
	act: () => Promise<T>,
): Promise<T> {
	if (key === undefined) return act()
	pace.seen({ keys: [key] })
	hands.key('down', key)
	await pace.rest()
	const result = await act()
	hands.key('up', key)
	pace.seen({ keys: [] })
	return result
}

/** The pointer goes there; it comes from where it was, or just beside. */
async function go(was: Point | null, to: Point, hands: Hands, pace: Pace): Promise<void> {
	await pace.way(was ?? mix(to, [0, 0], 0.1), to, (at) => {
		hands.pointer('move', at)
		pace.seen({ at })
	})
}

function press(at: Point, hands: Hands, pace: Pace, shift: boolean): void {
	hands.pointer('down', at, shift)
	pace.seen({ down: true })
}

function letGo(at: Point, hands: Hands, pace: Pace, shift: boolean): void {
	hands.pointer('up', at, shift)
	pace.seen({ down: false })
}
