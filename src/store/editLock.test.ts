import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { claimSheet } from './editLock'

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

beforeEach(() => vi.stubGlobal('navigator', { locks: fakeLocks() }))
afterEach(() => vi.unstubAllGlobals())

describe('one tab edits a sheet at a time', () => {
	test('the first has it, a second does not, until the first lets go', async () => {
		const first = await claimSheet('s', { takeOver: false, lost: () => {} })
		expect(first.mine).toBe(true)
		expect((await claimSheet('s', { takeOver: false, lost: () => {} })).mine).toBe(false)
		first.release()
		await Promise.resolve()
		expect((await claimSheet('s', { takeOver: false, lost: () => {} })).mine).toBe(true)
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
