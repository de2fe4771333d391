import * as z from 'zod/mini'
import { LENGTH_UNITS } from '../measure/lengths'
import { emptySheet, NEUTRAL_TONE, type Sheet } from '../path/model'

/**
 * What a stored sheet must look like to be read back. Numbers must be finite. What sheets of an
 * earlier day did not hold yet has a default.
 */

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

const contour = z.object({
	id,
	nodes: z.array(node).check(z.minLength(1)),
	closed: z.boolean(),
	thinned: z.exactOptional(
		z.object({ by: number, print: number, only: z.exactOptional(z.array(id)) }),
	),
})

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

const level = number.check(z.gte(0), z.lte(255))

const tone = z
	.object({
		grey: z.boolean(),
		black: level,
		white: level,
		midtone: number.check(z.gt(0), z.lt(1)),
		local: share,
		saturation: number.check(z.gte(0)),
	})
	.check(z.refine(({ black, white }) => black < white, 'black must lie below white'))

const photo = z.object({
	id,
	blob: z.string().check(z.minLength(1)),
	name: z.string(),
	width: number.check(z.positive()),
	height: number.check(z.positive()),
	place: z.tuple([number, number, number, number, number, number]),
	strength: share,
	tone: z._default(tone, NEUTRAL_TONE),
	hidden: z.boolean(),
	locked: z._default(z.boolean(), false),
})

const guide = z.object({ id, axis: z.enum(['x', 'y']), at: number })

const sheet = z.object({
	id,
	name: z.string(),
	width: number.check(z.positive()),
	height: number.check(z.positive()),
	mmPerPx: z.exactOptional(number.check(z.positive())),
	unit: z._default(z.enum(LENGTH_UNITS), 'px'),
	photos: z.array(photo),
	pieces: z.array(piece),
	guides: z._default(z.array(guide), []),
	guidesHidden: z._default(z.boolean(), false),
	guidesLocked: z._default(z.boolean(), false),
	line: z._default(
		z.object({
			colour: z.nullable(colour),
			width: number.check(z.positive()),
			strength: z._default(share, 1),
		}),
		emptySheet('', 1, 1).line,
	),
	mirror: z.exactOptional(z.object({ from: point, to: point })),
})

/**
 * Checks a value read from storage or from a file.
 * @throws {z.core.$ZodError} naming what does not fit
 */
export function parseSheet(value: unknown): Sheet {
	return sheet.parse(value)
}
