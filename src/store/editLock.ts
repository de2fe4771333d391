/** Sheets that this tab has, until it lets them go. */
const own = new Map<string, Promise<void>>()

/**
 * One tab edits a sheet at a time (Web Locks).
 * @param lost called when another tab takes the sheet over
 * @returns whether this tab has the sheet; `release` gives it back
 */
export async function claimSheet(
	id: string,
	o: { takeOver: boolean; lost: () => void },
): Promise<{ mine: boolean; release: () => void }> {
	if (!('locks' in navigator)) return { mine: true, release: () => {} }
	const name = `skiagram:sheet:${id}`
	// A sheet that this tab is just own is saved to its end first.
	if (!o.takeOver) await own.get(name)
	return new Promise((resolve) => {
		let release = () => {}
		const held = new Promise<void>((done) => {
			release = done
		})
		const options = o.takeOver ? { steal: true } : { ifAvailable: true }
		navigator.locks
			.request(name, options, (lock) => {
				if (lock) own.set(name, held)
				resolve({ mine: lock !== null, release })
				return lock ? held : undefined
			})
			.catch(() => o.lost())
			.finally(() => {
				if (own.get(name) === held) own.delete(name)
			})
	})
}

/** Waits until no tab works on a sheet any more. @returns what stops waiting */
export function whenFree(id: string, free: () => void): () => void {
	if (!('locks' in navigator)) return () => {}
	const controller = new AbortController()
	navigator.locks
		.request(`skiagram:sheet:${id}`, { signal: controller.signal }, free)
		.catch(() => {})
	return () => controller.abort()
}

/** Another tab works on the sheet: only there can it be changed. */
export class SheetBusy extends Error {
	constructor() {
		super('The sheet is open in another tab.')
		this.name = 'SheetBusy'
	}
}

/**
 * Does something with a stored sheet while no tab works on it.
 * @throws {SheetBusy} where one does
 */
export async function withSheet<T>(id: string, work: () => Promise<T>): Promise<T> {
	const { mine, release } = await claimSheet(id, { takeOver: false, lost: () => {} })
	if (!mine) throw new SheetBusy()
	try {
		return await work()
	} finally {
		release()
	}
}
