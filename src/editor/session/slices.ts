import { createStore, type StoreApi } from 'zustand/vanilla'

/** Names a part of the bench's state that one pass or tool keeps for itself, and says how it begins. */
export interface Slice<T> {
	readonly name: string
	readonly start: T
}

/** The slices of an open sheet. Each comes to be when somebody first asks for it. */
export interface Slices {
	of<T>(slice: Slice<T>): StoreApi<T>
	/** Tells when anything in any slice changed. @returns what ends that */
	subscribe(changed: () => void): () => void
	/** Another number with every change: what shows slices is drawn anew where it differs. */
	version(): number
}

export function createSlices(): Slices {
	const stores = new Map<string, StoreApi<unknown>>()
	const listeners = new Set<() => void>()
	let version = 0
	return {
		of: <T>({ name, start }: Slice<T>) => {
			const known = stores.get(name)
			// A name belongs to one slice, which alone says what its state is.
			if (known) return known as StoreApi<T>
			const store = createStore<T>(() => start)
			store.subscribe(() => {
				version++
				for (const changed of listeners) changed()
			})
			stores.set(name, store as StoreApi<unknown>)
			return store
		},
		subscribe: (changed) => {
			listeners.add(changed)
			return () => listeners.delete(changed)
		},
		version: () => version,
	}
}
