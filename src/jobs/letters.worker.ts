import type { FontRef, ShapedText } from '@/core'
import type { FontSays } from '@/core/letters'
import { exposed } from './exposed'
import { letters, opened } from './openFonts'

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
