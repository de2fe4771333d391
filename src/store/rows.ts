import * as z from 'zod/mini'
import type { Binned, SheetSummary } from './database'

/** Which stored rows are what they should be: a store may be torn, or written by another program. */

export const summary = z.looseObject({
	id: z.string(),
	name: z.string(),
	editedAt: z.number(),
	width: z.number().check(z.positive()),
	height: z.number().check(z.positive()),
	pieces: z.number(),
	nodes: z.number(),
	photo: z.nullable(z.string()),
	artwork: z.array(z.looseObject({ d: z.string(), rule: z.string(), colour: z.string() })),
})

/** Whether a row passes its schema. */
export const fits =
	<T>(schema: z.ZodMiniType) =>
	(row: unknown): row is T =>
		schema.safeParse(row).success

/** Whether a stored row is one that home can show. */
export const isSummary = fits<SheetSummary>(summary)
export function isBinned(row: unknown): row is Binned {
	const { id, at, document, summary: shown } = (row ?? {}) as Partial<Binned>
	const sound = typeof id === 'string' && typeof at === 'number' && isSummary(shown)
	return sound && typeof document?.id === 'string' && typeof document.json === 'string'
}
