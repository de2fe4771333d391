import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'

type Callback = (lock: object | null) => unknown

/** Web Locks as the standard has them, for one name at a time: enough for two tabs. */
function fakeLocks() {
	let holder: { reject: (reason: Error) => void } | null = null
	return {
		request: (_: string, options: { steal?: boolean; ifAvailable?: boolean }, callback: Callback) =>
			new Promise((resolve, reject) => {
				if (holder && options.ifAvailable) return resolve(callback(null))
				holder?.reject(new Error('stolen'))
				const mine = { reject }
				holder = mine
				Promise.resolve(callback({})).then((value) => {
					if (holder === mine) holder = null
					resolve(value)
				})
			}),
	}
}

let { claimSheet, withSheet } = await import('./editLock')

/** Another tab is another page: it knows nothing of what this one has. */
async function anotherTab() {
	vi.resetModules()
	return import('./editLock')
}

beforeEach(async () => {
	vi.stubGlobal('navigator', { locks: fakeLocks() })
	;({ claimSheet, withSheet } = await anotherTab())
})
afterEach(() => vi.unstubAllGlobals())

describe('one tab edits a sheet at a time', () => {
	test('the first has it, a second does not, until the first lets go', async () => {
		const first = await claimSheet('s', { takeOver: false, lost: () => {} })
		expect(first.mine).toBe(true)
		const other = await anotherTab()
		expect((await other.claimSheet('s', { takeOver: false, lost: () => {} })).mine).toBe(false)
		first.release()
		await Promise.resolve()
		expect((await claimSheet('s', { takeOver: false, lost: () => {} })).mine).toBe(true)
	})

	test('what is done to a stored sheet waits for its own tab, and is refused where another has it', async () => {
		expect(await withSheet('s', async () => 1)).toBe(1)
		vi.stubGlobal('navigator', {
			locks: { request: async (_: string, __: object, f: Callback) => f(null) },
		})
		await expect(withSheet('s', async () => 2)).rejects.toThrow('open in another tab')
	})

	test('taking over tells the one that had it', async () => {
		const lost = vi.fn()
		await claimSheet('s', { takeOver: false, lost })
		const second = await claimSheet('s', { takeOver: true, lost: () => {} })
		expect(second.mine).toBe(true)
		await vi.waitFor(() => expect(lost).toHaveBeenCalledOnce())
	})

	test('a browser without locks lets everyone work', async () => {
		vi.stubGlobal('navigator', {})
		expect((await claimSheet('s', { takeOver: false, lost: () => {} })).mine).toBe(true)
	})
})
