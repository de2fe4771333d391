import * as z from 'zod/mini'
import type { Collection, StoredStep, StoredVersion } from './database'
import { fits, summary } from './rows'

/** The same of rows that are read once a sheet stands. */

const step = z.looseObject({
	sheet: z.string(),
	n: z.number(),
	label: z.string(),
	back: z.string(),
	forth: z.string(),
	photos: z.array(z.string()),
})

const version = z.looseObject({
	id: z.string(),
	sheet: z.string(),
	at: z.number(),
	name: z.optional(z.string()),
	before: z.optional(z.string()),
	summary,
	length: z.number(),
	photos: z.array(z.string()),
})

const collection = z.looseObject({
	id: z.string(),
	name: z.string(),
	at: z.number(),
	sheets: z.array(z.string()),
	boxes: z.optional(
		z.array(
			z.looseObject({
				sheet: z.string(),
				box: z.object({ minX: z.number(), minY: z.number(), maxX: z.number(), maxY: z.number() }),
			}),
		),
	),
	toJudge: z.optional(z.array(z.string())),
})

export const isStep = fits<StoredStep>(step)
export const isVersion = fits<StoredVersion>(version)
export const isCollection = fits<Collection>(collection)
