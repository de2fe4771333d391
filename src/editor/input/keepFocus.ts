/** After something was done its controls may change for so long: then one looks where the focus is, ms. */
const LOOKS_MS = [0, 150, 600, 2000] as const

/**
 * Keeps the focus from being lost: where what has it goes, or can no longer be used, it goes to what took its
 * place, to what stands there now in the same list, else to the canvas.
 * @returns what ends it
 */
export function keepFocus(canvas: HTMLElement): () => void {
	const bound = new AbortController()
	let held: Held | null = null
	let timers: ReturnType<typeof setTimeout>[] = []

	const look = () => {
		// Left by one's own doing it is not lost: a press beside everything lets go of it.
		if (document.activeElement !== document.body || !held) return
		const { element } = held
		const lost = !element.isConnected || element.matches(':disabled') || !isShown(element)
		if (!lost) return
		const next = successorOf(held)
		held = null
		;(next ?? canvas).focus({ preventScroll: true })
	}
	const lookSoon = () => {
		for (const timer of timers) clearTimeout(timer)
		timers = LOOKS_MS.map((ms) => setTimeout(look, ms))
	}
	const { signal } = bound
	const hold = (target: EventTarget | null) => {
		if (target instanceof HTMLElement && target !== document.body) held = holding(target)
	}
	hold(document.activeElement)
	document.addEventListener('focusin', ({ target }) => hold(target), { signal })
	for (const event of ['click', 'keyup'] as const)
		document.addEventListener(event, lookSoon, { signal, capture: true })
	return () => {
		for (const timer of timers) clearTimeout(timer)
		bound.abort()
	}
}

/** What has the focus, and how it is found again when it is drawn anew. */
interface Held {
	readonly element: HTMLElement
	readonly name: string
	/** The list it stands in, and at which place. */
	readonly list: Element | null
	readonly place: number
}

function holding(element: HTMLElement): Held {
	const list = element.closest('ul, ol, [role="list"], [role="tree"], [role="grid"]')
	const row = list && [...list.children].findIndex((child) => child.contains(element))
	return { element, name: nameOf(element), list, place: row ?? 0 }
}

const nameOf = (element: Element) =>
	element.getAttribute('aria-label') ?? element.textContent?.trim() ?? ''

const FOCUSABLE =
	'button:not(:disabled), a[href], input:not(:disabled), select:not(:disabled), [tabindex]:not([tabindex="-1"])'

function successorOf({ element, name, list, place }: Held): HTMLElement | undefined {
	if (element.isConnected) return undefined
	const same = [...document.querySelectorAll<HTMLElement>(element.tagName)].find(
		(other) => name !== '' && nameOf(other) === name && other.matches(FOCUSABLE) && isShown(other),
	)
	if (same) return same
	if (!list?.isConnected) return undefined
	const rows = [...list.children]
	const row = rows[Math.min(place, rows.length - 1)]
	return row?.querySelector<HTMLElement>(FOCUSABLE) ?? undefined
}

const isShown = (element: HTMLElement) => element.getClientRects().length > 0
