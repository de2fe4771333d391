import type { Page } from '@playwright/test'

const DATABASE = 'skiagram'

/** All that the application has in the browser's database; files as base64. */
export interface Stored {
	readonly version: number
	readonly stores: readonly {
		readonly name: string
		readonly keyPath: string | string[] | null
		readonly autoIncrement: boolean
		readonly indices: readonly {
			readonly name: string
			readonly keyPath: string | string[]
			readonly multiEntry: boolean
		}[]
		readonly rows: readonly Record<string, unknown>[]
	}[]
}

/** Reads what is stored, through a page of the application. */
export function storedIn(page: Page): Promise<Stored> {
	return page.evaluate(async (database) => {
		const done = <T>(request: IDBRequest<T>) =>
			new Promise<T>((resolve, reject) => {
				request.onsuccess = () => resolve(request.result)
				request.onerror = () => reject(request.error)
			})
		const packed = async (value: unknown) => {
			if (!(value instanceof Blob)) return value
			const url = await new Promise<string>((resolve) => {
				const reader = new FileReader()
				reader.onload = () => resolve(String(reader.result))
				reader.readAsDataURL(value)
			})
			return { file: url }
		}
		const db = await done(indexedDB.open(database))
		const stores = []
		for (const name of db.objectStoreNames) {
			const store = db.transaction(name).objectStore(name)
			const { keyPath, autoIncrement } = store
			const indices = [...store.indexNames].map((own) => {
				const { keyPath, multiEntry } = store.index(own)
				return { name: own, keyPath, multiEntry }
			})
			const rows = []
			for (const row of await done(store.getAll())) {
				const entries = Object.entries(row as object)
				const all = await Promise.all(entries.map(async ([k, v]) => [k, await packed(v)] as const))
				rows.push(Object.fromEntries(all))
			}
			stores.push({ name, keyPath, autoIncrement, indices, rows })
		}
		const { version } = db
		db.close()
		return { version, stores }
	}, DATABASE)
}

/** Lays down what was stored once, in a browser that has nothing yet, before the application is opened. */
export async function layDown(page: Page, stored: Stored): Promise<void> {
	// A file of the application's own origin that runs nothing.
	await page.goto('/icon.svg')
	await page.evaluate(
		async ({ database, stored }) => {
			const unpacked = async (value: unknown) =>
				typeof value === 'object' && value !== null && 'file' in value
					? await (await fetch(String(value.file))).blob()
					: value
			const filled = await Promise.all(
				stored.stores.map(async ({ rows, ...store }) => ({
					...store,
					rows: await Promise.all(
						rows.map(async (row) => {
							const all = Object.entries(row).map(async ([k, v]) => [k, await unpacked(v)] as const)
							return Object.fromEntries(await Promise.all(all))
						}),
					),
				})),
			)
			await new Promise<void>((resolve, reject) => {
				// A page that was open before may have made an empty one.
				indexedDB.deleteDatabase(database)
				const opening = indexedDB.open(database, stored.version)
				opening.onerror = () => reject(opening.error)
				opening.onupgradeneeded = () => {
					for (const { name, keyPath, autoIncrement, indices, rows } of filled) {
						const store = opening.result.createObjectStore(name, { keyPath, autoIncrement })
						for (const { name, keyPath, multiEntry } of indices)
							store.createIndex(name, keyPath, { multiEntry })
						for (const row of rows) store.put(row)
					}
				}
				opening.onsuccess = () => {
					opening.result.close()
					resolve()
				}
			})
		},
		{ database: DATABASE, stored },
	)
}
