import { expect, test, vi } from 'vitest'
import type { Service, ServiceContext } from './definitions'
import { fetched, startServices } from './services'

const context = {} as ServiceContext
const settled = () => new Promise((resolve) => setTimeout(resolve))

/** A service that is wanted once `want` was called. */
function asked(load: () => Promise<Service>) {
	let wanted = false
	let look = () => {}
	const unwatched = vi.fn()
	const service = fetched(
		() => wanted,
		(_, told) => {
			look = told
			return unwatched
		},
		load,
	)
	const want = () => {
		wanted = true
		look()
	}
	return { service, unwatched, look: () => look(), want }
}

test('a service is fetched once, when it is wanted, and ended with the others', async () => {
	const stopped = vi.fn()
	const begun = vi.fn(() => stopped)
	const load = vi.fn(async () => begun)
	const { service, want, look, unwatched } = asked(load)
	const other = vi.fn()
	const stop = startServices([service, () => other], context)
	look()
	expect(load).not.toHaveBeenCalled()
	want()
	look()
	await settled()
	expect(load).toHaveBeenCalledTimes(1)
	expect(begun).toHaveBeenCalledWith(context)
	stop()
	for (const end of [stopped, other, unwatched]) expect(end).toHaveBeenCalledTimes(1)
})

test('one that could not be fetched is asked for again; one that comes too late does not begin', async () => {
	const begun = vi.fn(() => () => {})
	const load = vi.fn<() => Promise<Service>>().mockRejectedValueOnce(new Error('gone'))
	load.mockResolvedValue(begun)
	const { service, want, look } = asked(load)
	const stop = service(context)
	want()
	await settled()
	look()
	stop()
	await settled()
	expect(load).toHaveBeenCalledTimes(2)
	expect(begun).not.toHaveBeenCalled()
})
