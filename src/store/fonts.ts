import type { FontSays } from '@/core/letters'
import type { SkiagramDatabase, StoredFont } from './database'

/** A font that words are set in is no longer kept here. */
export class FontMissing extends Error {
	constructor() {
		super(
			'This font is no longer kept in this browser: bring it in again, or choose another. The words stay as they are.',
		)
		this.name = 'FontMissing'
	}
}

/** What a font's file is known by: its sum (SHA-256), in hexadecimals. */
export async function fontId(file: Blob): Promise<string> {
	const sum = await crypto.subtle.digest('SHA-256', await file.arrayBuffer())
	return Array.from(new Uint8Array(sum), (byte) => byte.toString(16).padStart(2, '0')).join('')
}

/** Fonts that somebody brought, by their bytes: the same file is kept once. */
export function fontsIn({ fonts }: Pick<SkiagramDatabase, 'fonts'>) {
	return {
		all: (): Promise<StoredFont[]> => fonts.orderBy('family').toArray(),

		/** @throws {FontMissing} */
		fileOf: async (id: string): Promise<Blob> => {
			const font = await fonts.get(id)
			if (!font) throw new FontMissing()
			return font.file
		},

		/** @returns the font as it is kept */
		add: async (file: Blob, says: FontSays): Promise<StoredFont> => {
			const font: StoredFont = { id: await fontId(file), ...says, file }
			await fonts.put(font)
			return font
		},

		/** Words that are set in it keep their outlines. */
		remove: (id: string): Promise<void> => fonts.delete(id),
	}
}

export type Fonts = ReturnType<typeof fontsIn>
