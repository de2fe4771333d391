import { describe, expect, test, vi } from 'vitest'
import { arrived, PartMissing, wantedSoon } from './parts'

const settled = () => new Promise((resolve) => setTimeout(resolve))

test('what does not arrive is said to be a missing part, with what was behind it', async () => {
	const cause = new Error('Failed to load chunk')
	await expect(arrived(() => Promise.reject(cause))).rejects.toThrow(PartMissing)
	await expect(arrived(() => Promise.reject(cause))).rejects.toMatchObject({ cause })
	expect(await arrived(async () => 7)).toBe(7)
})

describe('a part that is wanted soon', () => {
	test('is asked for only once, and is told of when it comes', async () => {
		const load = vi.fn(async () => 'part')
		const came = vi.fn()
		const part = wantedSoon(load, came)
		expect(part()).toBeNull()
		await settled()
		expect([part(), part()]).toEqual(['part', 'part'])
		expect(load).toHaveBeenCalledOnce()
		expect(came).toHaveBeenCalledOnce()
	})

	test('did it not arrive, each look asks again', async () => {
		const load = vi.fn<() => Promise<string>>()
		load.mockRejectedValueOnce(new Error('gone')).mockResolvedValueOnce('part')
		const part = wantedSoon(load)
		part()
		await settled()
		expect(part()).toBeNull()
		await settled()
		expect(part()).toBe('part')
		expect(load).toHaveBeenCalledTimes(2)
	})
})
