import { type Remote, releaseProxy, wrap } from 'comlink'
import type { LifeSign } from './exposed'
import { Cancelled, JobFailed } from './problems'

/** How far a job has come, 0 to 1. */
export type Progress = (share: number) => void

/** How a job is watched and called off. */
export interface Watch {
	readonly tell?: Progress
	readonly signal?: AbortSignal
}

/**
 * A worker for one kind of work. It comes to be with the first job, does one at a time, and whatever
 * happens to it, every job comes to an end: with its result, or with an error that can be told.
 */
export interface Endpoint<T> {
	/**
	 * Does a job once those before it are done.
	 * @param work asks the worker; what it throws there comes out as it is
	 * @throws {Cancelled} where the job was called off: a worker in the midst of it is ended
	 * @throws {JobFailed} where the worker could not be loaded, died, or said nothing for too long
	 */
	run<R>(work: (worker: Remote<T>, tell: Progress) => Promise<R>, watch?: Watch): Promise<R>
}

/** How many jobs were asked for and have not ended. */
let underWay = 0

/** Whether any worker is at work, or asked to be. */
export const isAtWork = (): boolean => underWay > 0

/** A worker that neither answers nor tells how far it is for so long is taken for dead, ms. */
const STALLED_MS = 120_000

interface Live<T> {
	readonly worker: Worker
	readonly remote: Remote<T>
	/** Aborted once it was ended here. */
	readonly ended: AbortController
}

/** Learns where a worker dies by itself: the lock that it held is free then. */
function whenDead({ worker, ended: { signal } }: Live<unknown>, dead: () => void): void {
	const hear = ({ data }: MessageEvent<Partial<LifeSign> | null>) => {
		if (data?.lives === undefined) return
		// Nothing is asked for any more where it was ended here.
		navigator.locks.request(data.lives, { signal }, dead).catch(() => {})
	}
	worker.addEventListener('message', hear, { signal })
}

/**
 * @param what the work in words, for messages: “Combining”
 * @param spawn makes the worker; the bundler wants to see `new Worker(new URL(…))` where it stands
 */
export function endpoint<T>(
	what: string,
	spawn: () => Worker,
	stalledAfter = STALLED_MS,
): Endpoint<T> {
	let live: Live<T> | null = null
	let last: Promise<unknown> = Promise.resolve()

	const take = (): Live<T> => {
		if (live) return live
		const worker = spawn()
		const mine: Live<T> = { worker, remote: wrap<T>(worker), ended: new AbortController() }
		live = mine
		whenDead(mine, () => {
			// A job that it was at hears of it as of any other error.
			const message = 'it ended without a word'
			worker.dispatchEvent(Object.assign(new Event('error', { cancelable: true }), { message }))
			end(mine)
		})
		return mine
	}
	const end = ({ worker, remote, ended }: Live<T>) => {
		if (ended.signal.aborted) return
		ended.abort()
		if (live?.worker === worker) live = null
		worker.terminate()
		remote[releaseProxy]()
	}

	const doNow = <R>(
		work: (worker: Remote<T>, tell: Progress) => Promise<R>,
		{ tell = () => {}, signal }: Watch,
	): Promise<R> =>
		new Promise<R>((resolve, reject) => {
			if (signal?.aborted) return reject(new Cancelled())
			let mine: Live<T>
			try {
				mine = take()
			} catch (error) {
				return reject(new JobFailed(what, 'not-loaded', error))
			}
			let timer: ReturnType<typeof setTimeout> | undefined
			let done = false
			const finish = (then: () => void) => {
				if (done) return
				done = true
				clearTimeout(timer)
				signal?.removeEventListener('abort', cancelled)
				mine.worker.removeEventListener('error', failed)
				mine.worker.removeEventListener('messageerror', unread)
				then()
			}
			/** The worker is ended with the job: nothing else could stop it. */
			const giveUp = (error: Error) =>
				finish(() => {
					end(mine)
					reject(error)
				})
			const cancelled = () => giveUp(new Cancelled())
			const failed = (event: Event) => {
				event.preventDefault()
				const { message } = event as ErrorEvent
				// A script that cannot be loaded says nothing of why.
				giveUp(new JobFailed(what, message ? 'died' : 'not-loaded', message))
			}
			const unread = () => giveUp(new JobFailed(what, 'died', 'its answer could not be read'))
			const stillThere = () => {
				clearTimeout(timer)
				timer = setTimeout(() => giveUp(new JobFailed(what, 'stalled')), stalledAfter)
			}
			signal?.addEventListener('abort', cancelled)
			mine.worker.addEventListener('error', failed)
			mine.worker.addEventListener('messageerror', unread)
			stillThere()
			work(mine.remote, (share) => {
				// What the worker told on its last breath may come after its result.
				if (done) return
				stillThere()
				tell(share)
			}).then(
				(result) => finish(() => resolve(result)),
				(error) => finish(() => reject(error)),
			)
		})

	return {
		run: (work, watch = {}) => {
			underWay++
			const mine = last.then(() => doNow(work, watch))
			last = mine
				.catch(() => {})
				.finally(() => {
					underWay--
				})
			return mine
		},
	}
}

/** A worker of its own for each job, ended with it: for what takes long and is called off. */
export function endpointEach<T>(what: string, spawn: () => Worker): Endpoint<T> {
	return {
		run: async (work, watch) => {
			const made: Worker[] = []
			const own = endpoint<T>(what, () => {
				const worker = spawn()
				made.push(worker)
				return worker
			})
			try {
				return await own.run(work, watch)
			} finally {
				for (const worker of made) worker.terminate()
			}
		},
	}
}
