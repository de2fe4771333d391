import { describe, expect, it } from 'vitest'
import { askToLast, saysBytes, spaceOf } from './space'

/** A browser's storage that answers so. */
const storage = (of: Partial<Record<keyof StorageManager, () => unknown>>) =>
	of as unknown as StorageManager

describe('space', () => {
	it('is what the browser says of it', async () => {
		const told = storage({
			estimate: async () => ({ usage: 34e6, quota: 12e9 }),
			persisted: async () => true,
		})
		expect(await spaceOf(told)).toEqual({ used: 34e6, left: 12e9 - 34e6, lasting: true })
		const over = storage({
			estimate: async () => ({ usage: 9, quota: 5 }),
			persisted: async () => false,
		})
		expect(await spaceOf(over)).toEqual({ used: 9, left: 0, lasting: false })
	})

	it('is not known where the browser does not say, or refuses', async () => {
		expect(await spaceOf(undefined)).toBeNull()
		expect(await spaceOf(storage({ estimate: async () => ({}) }))).toBeNull()
		const refuses = storage({ estimate: () => Promise.reject(new TypeError('not here')) })
		expect(await spaceOf(refuses)).toBeNull()
		expect(await askToLast(refuses)).toBe(false)
	})

	it('is asked to last once', async () => {
		let asked = 0
		const grants = storage({
			persisted: async () => asked > 0,
			persist: async () => {
				asked++
				return true
			},
		})
		expect([await askToLast(grants), await askToLast(grants), asked]).toEqual([true, true, 1])
	})
})

describe('saysBytes', () => {
	it.each([
		[0, '0 bytes'],
		[999, '999 bytes'],
		[1000, '1.0 kB'],
		[34_200_000, '34 MB'],
		[9_960_000_000, '10.0 GB'],
		[5e15, '5000 TB'],
	])('%d', (bytes, said) => expect(saysBytes(bytes)).toBe(said))
})
