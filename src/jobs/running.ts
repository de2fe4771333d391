import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Watch } from './endpoint'
import { Cancelled } from './problems'

/** A job that takes a while: what it is, how far it has come, how it is called off. */
export interface RunningJob {
	readonly id: number
	readonly name: string
	/** 0 to 1 */
	readonly share: number
	/** Absent for what nobody would call off. */
	readonly cancel?: () => void
}

/** The jobs that are shown while they run, the oldest first. */
export type RunningJobs = StoreApi<{ readonly jobs: readonly RunningJob[] }>

export function createRunningJobs(): RunningJobs {
	return createStore(() => ({ jobs: [] }))
}

let last = 0

/**
 * Runs a job while it is shown how far it has come, beside any others.
 * @param o.cancellable whether it can be called off; so unless said otherwise
 * @returns its result, or `null` where it was called off
 */
export async function showing<T>(
	running: RunningJobs,
	name: string,
	work: (watch: Watch) => Promise<T>,
	{ cancellable = true }: { readonly cancellable?: boolean } = {},
): Promise<T | null> {
	const controller = new AbortController()
	const id = ++last
	const job: RunningJob = {
		id,
		name,
		share: 0,
		...(cancellable && { cancel: () => controller.abort() }),
	}
	const change = (to: (jobs: readonly RunningJob[]) => readonly RunningJob[]) =>
		running.setState(({ jobs }) => ({ jobs: to(jobs) }))
	change((jobs) => [...jobs, job])
	const tell = (share: number) =>
		change((jobs) => jobs.map((one) => (one.id === id ? { ...one, share } : one)))
	try {
		return await work({ tell, signal: controller.signal })
	} catch (error) {
		if (error instanceof Cancelled) return null
		throw error
	} finally {
		change((jobs) => jobs.filter((one) => one.id !== id))
	}
}
