/** How long a slice of work may take, ms: the page stays as quick as it was. */
const SLICE_MS = 12

/**
 * Does long work bit by bit, beside everything else that goes on in the page.
 * @param steps yields wherever it can rest
 * @param o.stopped whether nobody wants the result any more
 * @returns what the work comes to; `null` where it was given up
 */
export async function inSlices<T>(
	steps: Generator<void, T>,
	{ stopped = () => false }: { readonly stopped?: () => boolean } = {},
): Promise<T | null> {
	while (!stopped()) {
		for (const until = performance.now() + SLICE_MS; performance.now() < until; ) {
			const step = steps.next()
			if (step.done) return step.value
		}
		await rest()
	}
	return null
}

interface Scheduling {
	readonly scheduler?: { readonly yield?: () => Promise<void> }
}

/** Lets the page do what waits, and goes on at once after that. */
function rest(): Promise<void> {
	const { scheduler } = globalThis as Scheduling
	return scheduler?.yield?.() ?? new Promise((resolve) => setTimeout(resolve))
}
