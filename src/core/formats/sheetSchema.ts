import * as z from 'zod/mini'
import type { Sheet } from '../path/model'

/** What a stored sheet must look like to be read back. Numbers must be finite. */

const number = z.number()
const point = z.tuple([number, number])
const share = number.check(z.gte(0), z.lte(1))
const id = z.string().check(z.minLength(1))
const colour = z.string().check(z.regex(/^#[0-9a-f]{6}$/))

const node = z.object({
	id,
	at: point,
	in: z.exactOptional(point),
	out: z.exactOptional(point),
	kind: z.enum(['corner', 'smooth', 'symmetric', 'cusp']),
})

const contour = z.object({ id, nodes: z.array(node).check(z.minLength(1)), closed: z.boolean() })

const paint = z.discriminatedUnion('kind', [
	z.object({ kind: z.literal('none') }),
	z.object({ kind: z.literal('solid'), colour }),
])

const piece = z.object({
	id,
	name: z.string(),
	contours: z.array(contour).check(z.minLength(1)),
	fillRule: z.enum(['nonzero', 'evenodd']),
	fill: paint,
	stroke: z.object({ paint, width: number.check(z.gte(0)) }),
	opacity: share,
	hidden: z.boolean(),
	locked: z.boolean(),
})

const photo = z.object({
	id,
	blob: z.string().check(z.minLength(1)),
	name: z.string(),
	width: number.check(z.positive()),
	height: number.check(z.positive()),
	place: z.tuple([number, number, number, number, number, number]),
	strength: share,
	hidden: z.boolean(),
})

const sheet = z.object({
	id,
	name: z.string(),
	width: number.check(z.positive()),
	height: number.check(z.positive()),
	photos: z.array(photo),
	pieces: z.array(piece),
})

/**
 * Checks a value read from storage or from a file.
 * @throws {z.core.$ZodError} naming what does not fit
 */
export function parseSheet(value: unknown): Sheet {
	return sheet.parse(value)
}
