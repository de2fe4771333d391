// Here before it is asked for: no clock of ours waits for it.
import '@/kit/messages'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { Cancelled } from '@/jobs/problems'
import { snacks } from '@/kit/snackbar'
import { asking } from './asking'

beforeEach(() => {
	vi.useFakeTimers()
	snacks.setState({ waiting: [], closing: [] })
})
afterEach(() => vi.useRealTimers())

const later = <T>(answer: T, ms: number) => new Promise<T>((done) => setTimeout(done, ms, answer))

test('the newest question alone is answered, once it stood for its pause', async () => {
	const taken: string[] = []
	const asked: string[] = []
	const { ask } = asking<string>((answer) => taken.push(answer))
	const question = (name: string, ms: number) => async () => {
		asked.push(name)
		return later(name, ms)
	}
	ask(question('hardly stood', 10), 100)
	await vi.advanceTimersByTimeAsync(50)
	ask(question('slow', 500))
	await vi.advanceTimersByTimeAsync(50)
	ask(question('quick', 10))
	await vi.advanceTimersByTimeAsync(1000)
	expect(asked).toEqual(['slow', 'quick'])
	expect(taken).toEqual(['quick'])
})

test('an overtaken answer counts for nothing, nor does one after the end', async () => {
	const taken: unknown[] = []
	const { ask, end } = asking<string>((answer) => taken.push(answer))
	ask(async () => null)
	await vi.advanceTimersByTimeAsync(10)
	ask(async () => later('late', 100))
	await vi.advanceTimersByTimeAsync(50)
	end()
	await vi.advanceTimersByTimeAsync(100)
	expect(taken).toEqual([])
})

test('what fails is said with a way to try again, what is called off is not', async () => {
	const taken: string[] = []
	const { ask } = asking<string>((answer) => taken.push(answer))
	ask(() => Promise.reject(new Cancelled()))
	await vi.advanceTimersByTimeAsync(10)
	expect(snacks.getState().waiting).toEqual([])
	let fails = true
	ask(async () => {
		if (fails) throw new Error('No.')
		return 'yes'
	})
	// What problems are called comes with the first of them.
	await vi.waitFor(() => expect(snacks.getState().waiting).toHaveLength(1))
	const [snack, ...more] = snacks.getState().waiting
	expect(more).toEqual([])
	fails = false
	const action = snack?.options.action as unknown as { props: { onClick: () => void } }
	action.props.onClick()
	await vi.advanceTimersByTimeAsync(10)
	expect(taken).toEqual(['yes'])
	expect(snacks.getState().closing).toEqual([snack?.key])
})
