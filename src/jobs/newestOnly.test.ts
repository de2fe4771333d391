import { expect, test } from 'vitest'
import { newestOnly } from './newestOnly'

test('of requests that come while one runs only the newest runs, and only the newest is answered', async () => {
	const ran: number[] = []
	const release: (() => void)[] = []
	const ask = newestOnly(async (n: number) => {
		ran.push(n)
		await new Promise<void>((resolve) => release.push(resolve))
		return n * 10
	})
	const answers = [ask(1), ask(2), ask(3)]
	release.shift()?.()
	expect(await answers[0]).toBeNull()
	expect(await answers[1]).toBeNull()
	release.shift()?.()
	expect(await answers[2]).toBe(30)
	expect(ran).toEqual([1, 3])
})

test('one that fails says so and lets the next one run', async () => {
	const ask = newestOnly(async (n: number) => {
		if (n === 1) throw new Error('No.')
		return n
	})
	await expect(ask(1)).rejects.toThrow('No.')
	expect(await ask(2)).toBe(2)
})
