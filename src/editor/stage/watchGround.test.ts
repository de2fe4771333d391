import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { watchGround } from './watchGround'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

/** Something of which one is told when it changed, and how often it was looked at. */
function watched(atWork: boolean) {
	let tell = () => {}
	const state = { seen: [1] as unknown[], looks: 0 }
	const hands = new EventTarget()
	const end = watchGround(
		() => state.seen,
		hands,
		async () => void state.looks++,
		[
			{
				subscribe: (listener) => {
					tell = listener
					return () => {
						tell = () => {}
					}
				},
			},
		],
	)
	const point = () => hands.dispatchEvent(new Event('pointermove'))
	if (atWork) point()
	return { state, end, point, tell: () => tell() }
}

test('looks once what lies beneath stands still, however often it changed before', () => {
	const { state, tell } = watched(true)
	for (const seen of [2, 3, 4]) {
		state.seen = [seen]
		tell()
		vi.advanceTimersByTime(100)
	}
	expect(state.looks).toBe(0)
	vi.advanceTimersByTime(300)
	expect(state.looks).toBe(1)
})

test('does not look again where nothing that lies beneath changed', () => {
	const { state, tell } = watched(true)
	tell()
	vi.advanceTimersByTime(300)
	for (let i = 0; i < 3; i++) {
		state.seen = [...state.seen]
		tell()
		vi.advanceTimersByTime(300)
	}
	expect(state.looks).toBe(1)
})

test('what is opened comes first: looks when a hand is felt, or after a while', () => {
	const pointing = watched(false)
	pointing.tell()
	vi.advanceTimersByTime(1000)
	expect(pointing.state.looks).toBe(0)
	pointing.point()
	vi.advanceTimersByTime(300)
	expect(pointing.state.looks).toBe(1)

	const waiting = watched(false)
	vi.advanceTimersByTime(10_000)
	expect(waiting.state.looks).toBe(1)
})

test('looks no more once it has ended', () => {
	const { state, end, point } = watched(false)
	point()
	end()
	vi.advanceTimersByTime(10_000)
	expect(state.looks).toBe(0)
})
