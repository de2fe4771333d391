import type { FontSays } from '@/core/letters'
import type { SkiagramDatabase, StoredFont } from './database'

/** Fonts that somebody brought, by their bytes: the same file is kept once. */
export function fontsIn({ fonts }: Pick<SkiagramDatabase, 'fonts'>) {
	return {
		all: (): Promise<StoredFont[]> => fonts.orderBy('family').toArray(),

		get: (id: string): Promise<StoredFont | undefined> => fonts.get(id),

		/** @returns the font as it is kept */
		add: async (file: Blob, says: FontSays): Promise<StoredFont> => {
			const sum = await crypto.subtle.digest('SHA-256', await file.arrayBuffer())
			const id = Array.from(new Uint8Array(sum), (byte) => byte.toString(16).padStart(2, '0')).join(
				'',
			)
			const font: StoredFont = { id, ...says, file }
			await fonts.put(font)
			return font
		},

		/** Words that are set in it keep their outlines. */
		remove: (id: string): Promise<void> => fonts.delete(id),
	}
}

export type Fonts = ReturnType<typeof fontsIn>
