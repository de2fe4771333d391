import { afterEach, expect, test, vi } from 'vitest'
import { createBulletin } from './bulletin'

const channels: BroadcastChannel[] = []
const tab = () =>
	createBulletin(() => {
		const channel = new BroadcastChannel('test')
		channels.push(channel)
		return channel
	})

afterEach(() => {
	for (const channel of channels.splice(0)) channel.close()
	vi.useRealTimers()
})

test('the tab that has a sheet does what is asked and answers once it is done', async () => {
	const [home, owner, other] = [tab(), tab(), tab()]
	const done: string[] = []
	other.listen(() => false)
	owner.listen(async (word) => {
		await Promise.resolve()
		done.push(word.what)
		return true
	})
	expect(await home.ask({ what: 'rename', id: 'a', name: 'Heron' })).toBe(true)
	expect(done).toEqual(['rename'])
})

test('where no tab answers that is known after a while', async () => {
	vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
	const asked = tab().ask({ what: 'hand-over', id: 'a' })
	vi.runAllTimers()
	expect(await asked).toBe(false)
})

test('a browser without channels says so at once', async () => {
	expect(await createBulletin(() => null).ask({ what: 'delete', id: 'a' })).toBe(false)
})
