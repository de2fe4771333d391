import { expect, test, vi } from 'vitest'
import { createSlices, type Slice } from './slices'

const counting: Slice<{ count: number; word: string }> = {
	name: 'counting',
	start: { count: 0, word: 'none' },
}

test('a slice is one store, whoever asks for it, and begins as it says in every sheet', () => {
	const slices = createSlices()
	slices.of(counting).setState({ count: 3 })
	expect(slices.of(counting).getState()).toEqual({ count: 3, word: 'none' })
	expect(createSlices().of(counting).getState().count).toBe(0)
})

test('every change is told and has a version of its own, until nobody listens', () => {
	const slices = createSlices()
	const store = slices.of(counting)
	const changed = vi.fn()
	const stop = slices.subscribe(changed)
	const before = slices.version()
	store.setState({ count: 1 })
	store.setState({ count: 2 })
	expect(changed).toHaveBeenCalledTimes(2)
	expect(slices.version()).toBe(before + 2)
	stop()
	store.setState({ count: 3 })
	expect(changed).toHaveBeenCalledTimes(2)
})
