import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { PASSES } from '@/editor/passes/passes'
import type { Desk } from './definitions'
import { createDesk } from './desk'
import { SAID_MS, sayOnce } from './saying'

let desk: Desk

beforeEach(() => {
	vi.useFakeTimers()
	vi.stubGlobal('window', new EventTarget())
	const pass = PASSES[0]
	const tool = pass?.tools[0]
	if (!pass || !tool) throw new Error('A pass has a tool.')
	desk = createDesk({ pass, tool })
})
afterEach(() => {
	vi.useRealTimers()
	vi.unstubAllGlobals()
})

const said = () => desk.getState().said
const press = () => window.dispatchEvent(new Event('keydown'))

test('what is said stays for a moment whatever is done, and goes as soon as one goes on', () => {
	sayOnce(desk, 'locked')
	vi.advanceTimersByTime(300)
	press()
	expect(said()).toBe('locked')
	vi.advanceTimersByTime(499)
	expect(said()).toBe('locked')
	vi.advanceTimersByTime(1)
	expect(said()).toBeNull()
	sayOnce(desk, 'hidden')
	vi.advanceTimersByTime(1000)
	expect(said()).toBe('hidden')
	press()
	expect(said()).toBeNull()
})

test('it goes by itself after some seconds', () => {
	sayOnce(desk, 'locked')
	vi.advanceTimersByTime(SAID_MS - 1)
	expect(said()).toBe('locked')
	vi.advanceTimersByTime(1)
	expect(said()).toBeNull()
})

test('what was said before takes nothing away that was said after it', () => {
	sayOnce(desk, 'locked')
	vi.advanceTimersByTime(1000)
	sayOnce(desk, 'hidden')
	vi.advanceTimersByTime(SAID_MS - 1)
	expect(said()).toBe('hidden')
	vi.advanceTimersByTime(1)
	expect(said()).toBeNull()
})
