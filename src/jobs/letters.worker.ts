import type { FontRef, ShapedText } from '@/core'
import type { FontSays, OpenFont } from '@/core/letters'
import { exposed } from './exposed'
import { SHIPPED_FILES } from './fontFiles'

/** HarfBuzz makes whoever imports it wait: what is asked meanwhile would not be heard. */
const letters = () => import('@/core/letters')

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

function opened(
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

const endpoint = {
	shape: async (
		font: FontRef,
		file: Blob | null,
		text: string,
		ligatures: boolean,
	): Promise<ShapedText> => {
		const [{ shapeText }, known] = await Promise.all([letters(), opened(font, file)])
		return shapeText(known, text, { ligatures })
	},

	/** What is said of a font that somebody brought. */
	says: async (file: Blob): Promise<FontSays> => {
		const { openFont } = await letters()
		return (await openFont([new Uint8Array(await file.arrayBuffer())])).says
	},
}

export type LettersWorker = typeof endpoint

exposed(endpoint)
