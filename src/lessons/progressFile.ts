import * as z from 'zod/mini'
import type { StoredGrade } from '@/store/database'

const KIND = 'skiagram-progress'

const whole = z.number().check(z.gte(0), z.lte(1e6))

/** Results as they go out. What a later day adds to them is no obstacle. */
const progress = z.object({
	kind: z.literal(KIND),
	grades: z.array(
		z.object({
			drill: z.string().check(z.minLength(1), z.maxLength(80)),
			at: z.number().check(z.gte(0), z.lte(8.64e15)),
			done: z.boolean(),
			share: z.number().check(z.gte(0), z.lte(1)),
			nodes: whole,
			best: whole,
			deviation: whole,
			actions: z.exactOptional(whole),
			seconds: z.exactOptional(z.number().check(z.gte(0))),
		}),
	),
})

/** Results as a file's text. */
export function progressFile(grades: readonly StoredGrade[]): string {
	const plain = grades.map(({ key: _, ...grade }) => grade)
	return JSON.stringify({ kind: KIND, grades: plain }, null, '\t')
}

/** The results in a file's text; `null` where it holds none. */
export function readProgress(text: string): StoredGrade[] | null {
	try {
		return progress.safeParse(JSON.parse(text)).data?.grades ?? null
	} catch {
		return null
	}
}
