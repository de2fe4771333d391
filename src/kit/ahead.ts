/** Parts that are fetched when they are needed are fetched ahead once nothing else is to be done. */

type Load = () => Promise<unknown>

/** What nobody has asked for yet. */
const waiting = new Set<Load>()
let begun = false
let wake = () => {}

/** Nothing is fetched ahead before the page stood so long, ms: what is opened comes first. */
const FIRST_MS = 5000

/** A part that may be needed. @returns what fetches it */
export function mayBeNeeded<T>(load: () => Promise<T>): () => Promise<T> {
	const ahead: Load = () => load()
	waiting.add(ahead)
	wake()
	return () => {
		waiting.delete(ahead)
		return load()
	}
}

/** Begins to fetch what may be needed, one part after the other; what does not arrive is left until it is asked for. */
export function fetchAhead(): void {
	if (begun || savesData()) return
	begun = true
	let busy = true
	const next = () => {
		const [load] = waiting
		busy = load !== undefined
		if (!load) return
		waiting.delete(load)
		whenIdle(() => void load().then(next, next))
	}
	// Parts that come bring others that may be needed.
	wake = () => {
		if (!busy) {
			busy = true
			next()
		}
	}
	setTimeout(next, FIRST_MS)
}

function whenIdle(work: () => void): void {
	if ('requestIdleCallback' in window) requestIdleCallback(work, { timeout: 2000 })
	else setTimeout(work, 200)
}

const savesData = (): boolean =>
	Reflect.get(Reflect.get(navigator, 'connection') ?? {}, 'saveData') === true
