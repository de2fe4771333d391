import type { FontRef } from '@/core'
import type { OpenFont } from '@/core/letters'
import { SHIPPED_FILES } from './fontFiles'

/** HarfBuzz makes whoever imports it wait: what is asked meanwhile would not be heard. */
export const letters = () => import('@/core/letters')

/** So many fonts are kept open, those set in last. */
const MOST_OPEN = 12
const open = new Map<string, Promise<OpenFont>>()

/** Those that come with Skiagram by name, others by their bytes. */
async function bytesOf(id: string, file: Blob | null): Promise<Uint8Array[]> {
	if (file) return [new Uint8Array(await file.arrayBuffer())]
	const urls = SHIPPED_FILES[id]
	if (!urls) throw new Error('The font is not here.')
	return Promise.all(
		urls.map(async (url) => {
			const answer = await fetch(url)
			if (!answer.ok) throw new Error(`A font could not be loaded (${answer.status}).`)
			return new Uint8Array(await answer.arrayBuffer())
		}),
	)
}

/** A font opened, in a worker; what was opened stays so for a while. */
export function opened(
	{ id, weight }: Pick<FontRef, 'id' | 'weight'>,
	file: Blob | null,
): Promise<OpenFont> {
	const key = `${id} ${weight ?? ''}`
	const known =
		open.get(key) ??
		Promise.all([letters(), bytesOf(id, file)]).then(([{ openFont }, files]) =>
			openFont(files, weight),
		)
	open.delete(key)
	open.set(key, known)
	// What did not arrive is asked for anew.
	known.catch(() => open.delete(key))
	const [oldest] = open.keys()
	if (open.size > MOST_OPEN && oldest !== undefined) open.delete(oldest)
	return known
}
