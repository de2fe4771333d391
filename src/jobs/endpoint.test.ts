import { expose } from 'comlink'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { endpoint, endpointEach } from './endpoint'
import { Cancelled, JobFailed } from './problems'
import { createRunningJobs, showing } from './running'

/** What a worker offers in these tests. */
const work = {
	double: (n: number) => 2 * n,
	fails: () => {
		throw new RangeError('too many')
	},
	never: () => new Promise<number>(() => {}),
}
type Work = typeof work

/** A worker on a message channel: it answers, or dies as it is told. */
class FakeWorker extends EventTarget {
	static made: FakeWorker[] = []
	terminated = false
	private readonly port: MessagePort

	constructor(readonly loads = true) {
		super()
		const { port1, port2 } = new MessageChannel()
		this.port = port1
		port1.onmessage = (event) =>
			this.dispatchEvent(new MessageEvent('message', { data: event.data }))
		if (loads) expose(work, port2)
		else queueMicrotask(() => this.dispatchEvent(new Event('error', { cancelable: true })))
		FakeWorker.made.push(this)
	}
	postMessage(message: unknown, transfer: Transferable[] = []) {
		if (!this.terminated) this.port.postMessage(message, transfer)
	}
	terminate() {
		this.terminated = true
		this.port.close()
	}
	die(message: string) {
		const event = Object.assign(new Event('error', { cancelable: true }), { message })
		this.dispatchEvent(event)
	}
}

const spawn = (loads = true) => new FakeWorker(loads) as unknown as Worker

beforeEach(() => {
	FakeWorker.made = []
})
afterEach(() => {
	for (const worker of FakeWorker.made) worker.terminate()
})

/** Locks of which each is free once its holder is gone. */
function fakeLocks() {
	const waiting = new Map<string, () => void>()
	const request = (name: string, { signal }: { signal: AbortSignal }, granted: () => void) =>
		new Promise<void>((resolve, reject) => {
			signal.addEventListener('abort', () => reject(signal.reason))
			waiting.set(name, () => {
				granted()
				resolve()
			})
		})
	vi.stubGlobal('navigator', { locks: { request } })
	return {
		free: (name: string) => waiting.get(name)?.(),
		waits: (name: string) => waiting.has(name),
	}
}

describe('a worker that ends without a word', () => {
	afterEach(() => void vi.unstubAllGlobals())
	const lives = (worker: FakeWorker | undefined, name: string) =>
		worker?.dispatchEvent(new MessageEvent('message', { data: { lives: name } }))

	test('its job fails at once, and the next one has a new worker', async () => {
		const locks = fakeLocks()
		const jobs = endpoint<Work>('Doubling', spawn)
		const job = jobs.run((worker) => worker.never())
		await vi.waitFor(() => expect(FakeWorker.made).toHaveLength(1))
		lives(FakeWorker.made[0], 'first')
		expect(locks.waits('first')).toBe(true)
		locks.free('first')
		await expect(job).rejects.toThrow(JobFailed)
		expect(await jobs.run((worker) => worker.double(2))).toBe(4)
		expect(FakeWorker.made).toHaveLength(2)
	})

	test('one that died between two jobs is not asked any more', async () => {
		const locks = fakeLocks()
		const jobs = endpoint<Work>('Doubling', spawn)
		await jobs.run((worker) => worker.double(1))
		lives(FakeWorker.made[0], 'first')
		locks.free('first')
		expect(await jobs.run((worker) => worker.double(3))).toBe(6)
		expect(FakeWorker.made.map(({ terminated }) => terminated)).toEqual([true, false])
	})
})

describe('a worker', () => {
	test('comes with the first job and does all of them', async () => {
		const jobs = endpoint<Work>('Doubling', spawn)
		expect(FakeWorker.made).toHaveLength(0)
		expect(await jobs.run((worker) => worker.double(4))).toBe(8)
		expect(await Promise.all([1, 2, 3].map((n) => jobs.run((w) => w.double(n))))).toEqual([2, 4, 6])
		expect(FakeWorker.made).toHaveLength(1)
	})

	test('that throws gives its error, and goes on', async () => {
		const jobs = endpoint<Work>('Doubling', spawn)
		await expect(jobs.run((worker) => worker.fails())).rejects.toThrow('too many')
		expect(await jobs.run((worker) => worker.double(1))).toBe(2)
		expect(FakeWorker.made).toHaveLength(1)
	})

	test('that dies in the midst of a job fails that one; those that wait get a new one', async () => {
		const jobs = endpoint<Work>('Doubling', spawn)
		const first = jobs.run((worker) => worker.never())
		const second = jobs.run((worker) => worker.double(5))
		await vi.waitFor(() => expect(FakeWorker.made).toHaveLength(1))
		FakeWorker.made[0]?.die('out of memory')
		await expect(first).rejects.toMatchObject({ name: 'JobFailed', failure: 'died' })
		expect(await second).toBe(10)
		expect(FakeWorker.made).toHaveLength(2)
		expect(FakeWorker.made[0]?.terminated).toBe(true)
	})

	test('that cannot be loaded is said, and tried anew with the next job', async () => {
		let loads = false
		const jobs = endpoint<Work>('Doubling', () => spawn(loads))
		const failed = jobs.run((worker) => worker.double(1))
		await expect(failed).rejects.toMatchObject({ failure: 'not-loaded' })
		await expect(failed).rejects.toThrow('Doubling could not be started.')
		loads = true
		expect(await jobs.run((worker) => worker.double(1))).toBe(2)
		const never = endpoint<Work>('Doubling', () => {
			throw new Error('SecurityError')
		})
		await expect(never.run((worker) => worker.double(1))).rejects.toThrow(JobFailed)
	})

	test('that says nothing for too long is given up', async () => {
		const jobs = endpoint<Work>('Doubling', spawn, 30)
		await expect(jobs.run((worker) => worker.never())).rejects.toMatchObject({ failure: 'stalled' })
		expect(await jobs.run((worker) => worker.double(3))).toBe(6)
	})

	test('is ended where its job is called off; one that only waits is never begun', async () => {
		const jobs = endpoint<Work>('Doubling', spawn)
		const [now, later] = [new AbortController(), new AbortController()]
		const running = jobs.run((worker) => worker.never(), { signal: now.signal })
		const begun = vi.fn(async () => 1)
		const waiting = jobs.run(begun, { signal: later.signal })
		later.abort()
		await vi.waitFor(() => expect(FakeWorker.made).toHaveLength(1))
		now.abort()
		await expect(running).rejects.toThrow(Cancelled)
		await expect(waiting).rejects.toThrow(Cancelled)
		expect(begun).not.toHaveBeenCalled()
		expect(FakeWorker.made[0]?.terminated).toBe(true)
		expect(await jobs.run((worker) => worker.double(2))).toBe(4)
	})

	test('of its own for each job runs beside others, and is ended with its job', async () => {
		const jobs = endpointEach<Work>('Doubling', spawn)
		const never = jobs.run((worker) => worker.never())
		expect(await jobs.run((worker) => worker.double(2))).toBe(4)
		expect(FakeWorker.made.map(({ terminated }) => terminated)).toEqual([false, true])
		FakeWorker.made[0]?.die('gone')
		await expect(never).rejects.toThrow(JobFailed)
	})
})

describe('jobs that are shown', () => {
	test('stand beside each other, each with how far it is, until it ends however it does', async () => {
		const running = createRunningJobs()
		const names = () => running.getState().jobs.map(({ name, share }) => [name, share])
		const ends: (() => void)[] = []
		const job = (name: string) =>
			showing(running, name, ({ tell }) => {
				tell?.(0.5)
				return new Promise<string>((resolve) => ends.push(() => resolve(name)))
			})
		const both = [job('One'), job('Two')]
		expect(names()).toEqual([
			['One', 0.5],
			['Two', 0.5],
		])
		ends[0]?.()
		expect(await both[0]).toBe('One')
		expect(names()).toEqual([['Two', 0.5]])
		ends[1]?.()
		await both[1]
		await expect(showing(running, 'Three', () => Promise.reject(new Error('no')))).rejects.toThrow(
			'no',
		)
		expect(names()).toEqual([])
	})

	test('are called off by themselves, which is no error', async () => {
		const running = createRunningJobs()
		const jobs = endpoint<Work>('Doubling', spawn)
		const result = showing(running, 'Never', (watch) => jobs.run((w) => w.never(), watch))
		await vi.waitFor(() => expect(FakeWorker.made).toHaveLength(1))
		running.getState().jobs[0]?.cancel?.()
		expect(await result).toBeNull()
		expect(running.getState().jobs).toEqual([])
	})
})
