import { Cancelled, type Watch } from '@/store/photoPixels'
import type { Desk } from './desk'

/** A job that takes a while: what it is, how far it has come, how it is called off. */
export interface Job {
	readonly name: string
	/** 0 to 1 */
	readonly share: number
	cancel(): void
}

/**
 * Runs a job while the desk shows how far it has come.
 * @returns its result, or `null` where it was called off
 */
export async function runJob<T>(
	desk: Desk,
	name: string,
	work: (watch: Watch) => Promise<T>,
): Promise<T | null> {
	const controller = new AbortController()
	const show = (share: number) =>
		desk.setState({ job: { name, share, cancel: () => controller.abort() } })
	show(0)
	try {
		return await work({ tell: show, signal: controller.signal })
	} catch (error) {
		if (error instanceof Cancelled) return null
		throw error
	} finally {
		desk.setState({ job: null })
	}
}
