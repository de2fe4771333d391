import { expose } from 'comlink'

/**
 * Offers a worker's work to the page. The worker holds a lock for as long as it lives (W3C Web Locks): whoever waits
 * for that lock learns at once where it dies, also where it cannot say so any more.
 */
export function exposed(work: object): void {
	expose(work)
	const name = `worker ${Math.random()}`
	navigator.locks?.request(name, () => {
		postMessage({ lives: name } satisfies LifeSign)
		return new Promise<never>(() => {})
	})
}

/** What a worker says once it holds the lock of that name. */
export interface LifeSign {
	readonly lives: string
}
