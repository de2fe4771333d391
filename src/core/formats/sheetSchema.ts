import { z } from 'zod'
import type { Sheet } from '../path/model'

/** What a stored sheet must look like to be read back. Numbers must be finite. */

const number = z.number()
const point = z.tuple([number, number])
const share = number.min(0).max(1)
const id = z.string().min(1)
const colour = z.string().regex(/^#[0-9a-f]{6}$/)

const node = z.object({
	id,
	at: point,
	in: point.exactOptional(),
	out: point.exactOptional(),
	kind: z.enum(['corner', 'smooth', 'symmetric', 'cusp']),
})

const contour = z.object({ id, nodes: z.array(node).min(1), closed: z.boolean() })

const paint = z.discriminatedUnion('kind', [
	z.object({ kind: z.literal('none') }),
	z.object({ kind: z.literal('solid'), colour }),
])

const piece = z.object({
	id,
	name: z.string(),
	contours: z.array(contour).min(1),
	fillRule: z.enum(['nonzero', 'evenodd']),
	fill: paint,
	stroke: z.object({ paint, width: number.min(0) }),
	opacity: share,
	hidden: z.boolean(),
	locked: z.boolean(),
})

const photo = z.object({
	id,
	blob: z.string().min(1),
	name: z.string(),
	width: number.positive(),
	height: number.positive(),
	place: z.tuple([number, number, number, number, number, number]),
	strength: share,
	hidden: z.boolean(),
})

const sheet = z.object({
	id,
	name: z.string(),
	width: number.positive(),
	height: number.positive(),
	photos: z.array(photo),
	pieces: z.array(piece),
})

/**
 * Checks a value read from storage or from a file.
 * @throws {z.ZodError} naming what does not fit
 */
export function parseSheet(value: unknown): Sheet {
	return sheet.parse(value)
}
