import * as z from 'zod/mini'
import { LENGTH_UNITS } from '../geometry/lengths'
import { item } from '../geometry/numbers'
import { changeOf } from '../path/changeOf'
import { settleGroups } from '../path/groups'
import {
	type Contour,
	CRITERIA,
	emptySheet,
	FIGURES,
	LETTER_LINES,
	NEUTRAL_TONE,
	newPiece,
	type Piece,
	type Sheet,
	TABLE_OPERATIONS,
} from '../path/model'
import { isSound, isSoundContour, SHEET_REACH_PX } from '../path/reach'
import { upToDate } from './sheetVersions'

/**
 * What a stored sheet must look like to be read back; the same is asked of every edit, so that none
 * is stored that would not be read. Numbers lie within a sheet's reach. What sheets of an earlier
 * day did not hold yet has a default; what those of a later day hold beyond this is kept.
 */

const number = z.number().check(z.gte(-SHEET_REACH_PX), z.lte(SHEET_REACH_PX))
const point = z.tuple([number, number])
const share = number.check(z.gte(0), z.lte(1))
const length = number.check(z.gte(0))
const id = z.string().check(z.minLength(1))
const colour = z.string().check(z.regex(/^#[0-9a-f]{6}$/))

const KINDS = ['corner', 'smooth', 'symmetric', 'cusp'] as const

const node = z.looseObject({
	id,
	at: point,
	in: z.exactOptional(point),
	out: z.exactOptional(point),
	kind: z.enum(KINDS),
})

const contour = z.looseObject({
	id,
	nodes: z.array(node).check(z.minLength(1)),
	closed: z.boolean(),
	filled: z.exactOptional(z.boolean()),
	thinned: z.exactOptional(
		z.looseObject({ by: number, print: z.number(), only: z.exactOptional(z.array(id)) }),
	),
	bridges: z.exactOptional(
		z.array(z.looseObject({ along: share, width: number.check(z.positive()) })),
	),
})

const stops = z.array(z.looseObject({ at: share, colour, alpha: z.exactOptional(share) })).check(
	z.minLength(1),
	z.refine(
		(all) => all.every((stop, n) => n === 0 || stop.at >= item(all, n - 1).at),
		'stops must rise',
	),
)

const paint = z.discriminatedUnion('kind', [
	z.looseObject({ kind: z.literal('none') }),
	z.looseObject({ kind: z.literal('solid'), colour, alpha: z.exactOptional(share) }),
	z.looseObject({ kind: z.literal('linear'), from: point, to: point, stops }),
	z.looseObject({
		kind: z.literal('radial'),
		centre: point,
		along: point,
		across: point,
		focus: z.exactOptional(point),
		stops,
	}),
	z.looseObject({
		kind: z.literal('pattern'),
		figure: z.enum(FIGURES),
		spacing: number.check(z.positive()),
		weight: length,
		angle: number,
		at: point,
		colour,
		ground: z.exactOptional(colour),
		alpha: z.exactOptional(share),
	}),
])

const stroke = z.looseObject({
	paint,
	width: length,
	cap: z.exactOptional(z.enum(['butt', 'round', 'square'])),
	join: z.exactOptional(z.enum(['miter', 'round', 'bevel'])),
	miterLimit: z.exactOptional(length),
	dashes: z.exactOptional(z.array(length)),
	dashOffset: z.exactOptional(number),
})

const place = z.tuple([number, number, number, number, number, number])
const host = { piece: id, contour: id }

const setting = z.discriminatedUnion('kind', [
	z.looseObject({ kind: z.literal('free'), place }),
	z.looseObject({
		kind: z.literal('along'),
		...host,
		between: z.exactOptional(z.tuple([id, id])),
		start: number,
		offset: number,
		reversed: z.boolean(),
		under: z.boolean(),
		upright: z.boolean(),
		fit: z.enum(['none', 'spread', 'stretch']),
	}),
	z.looseObject({
		kind: z.literal('between'),
		top: z.looseObject(host),
		bottom: z.looseObject(host),
	}),
	z.looseObject({ kind: z.literal('within'), ...host, margin: number }),
])

const lettering = z.looseObject({
	text: z.string(),
	font: z.looseObject({
		id,
		family: z.string(),
		style: z.string(),
		weight: z.exactOptional(number),
	}),
	size: number.check(z.positive()),
	spacing: number,
	leading: number,
	align: z.enum(['left', 'middle', 'right']),
	setting,
	bridges: z.exactOptional(z.looseObject({ width: number.check(z.positive()) })),
	shaped: z.looseObject({
		em: number.check(z.positive()),
		ascent: number,
		descent: number,
		capHeight: number,
		xHeight: number,
		slant: number,
		lines: z.array(
			z.looseObject({
				from: number,
				to: number,
				letters: z.array(
					z.looseObject({
						glyph: z.string(),
						advance: number,
						dx: number,
						dy: number,
						from: number,
						to: number,
						rtl: z.boolean(),
					}),
				),
			}),
		),
		glyphs: z.record(z.string(), z.string()),
		missing: z.array(z.string()),
	}),
})

const piece = z.looseObject({
	id,
	name: z.string(),
	contours: z.array(contour).check(z.minLength(1)),
	bridged: z.exactOptional(z.array(contour).check(z.minLength(1))),
	fillRule: z.enum(['nonzero', 'evenodd']),
	fill: paint,
	stroke,
	paintStays: z.exactOptional(z.boolean()),
	strokeBelow: z.exactOptional(z.boolean()),
	allowance: z.exactOptional(length),
	lifted: z.exactOptional(
		z.looseObject({
			round: z.union([
				z.looseObject({
					box: z.looseObject({ minX: number, minY: number, maxX: number, maxY: number }),
				}),
				z.looseObject({ lasso: z.array(point) }),
			]),
			dabs: z.array(
				z.looseObject({
					side: z.enum(['inside', 'outside']),
					points: z.array(point),
					radius: length,
				}),
			),
			prints: z.array(z.number()),
		}),
	),
	lettering: z.exactOptional(lettering),
	opacity: share,
	group: z.exactOptional(id),
	operation: z.exactOptional(z.enum(TABLE_OPERATIONS)),
	hidden: z.boolean(),
	locked: z.boolean(),
})

const group = z.looseObject({
	id,
	name: z.string(),
	within: z.exactOptional(id),
	hides: z.exactOptional(z.array(id)),
	locks: z.exactOptional(z.array(id)),
	operation: z.exactOptional(z.enum(TABLE_OPERATIONS)),
})

const pieces = z.array(piece)

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

const photo = z.looseObject({
	id,
	blob: z.string().check(z.minLength(1)),
	name: z.string(),
	width: number.check(z.positive()),
	height: number.check(z.positive()),
	place,
	strength: share,
	tone: z._default(tone, NEUTRAL_TONE),
	hidden: z.boolean(),
	locked: z._default(z.boolean(), false),
})

const guide = z.looseObject({
	id,
	axis: z.enum(['x', 'y']),
	at: number,
	line: z.exactOptional(z.enum(LETTER_LINES)),
})

const letterform = z.looseObject({
	overshoot: z.exactOptional(number.check(z.nonnegative())),
	stem: z.exactOptional(number.check(z.positive())),
	slant: z.exactOptional(number.check(z.gt(-80), z.lt(80))),
})

const lesson = z.looseObject({
	id,
	task: z.string().check(z.minLength(1)),
	within: number.check(z.positive()),
	nodes: number.check(z.positive()),
	graded: z.array(z.enum(CRITERIA)).check(z.minLength(1)),
	answer: pieces.check(z.minLength(1)),
})

const sheet = z.looseObject({
	id,
	name: z.string(),
	width: number.check(z.positive()),
	height: number.check(z.positive()),
	mmPerPx: z.exactOptional(number.check(z.positive())),
	unit: z._default(z.enum(LENGTH_UNITS), 'px'),
	photos: z.array(photo),
	pieces,
	groups: z.exactOptional(z.array(group)),
	aside: z.exactOptional(z.array(id)),
	guides: z._default(z.array(guide), []),
	guidesHidden: z._default(z.boolean(), false),
	guidesLocked: z._default(z.boolean(), false),
	letterform: z.exactOptional(letterform),
	line: z._default(
		z.looseObject({
			colour: z.nullable(colour),
			width: number.check(z.positive()),
			strength: z._default(share, 1),
		}),
		{ ...emptySheet('', 1, 1).line },
	),
	background: z.exactOptional(paint),
	left: z.exactOptional(z.array(id)),
	drawnIn: z.exactOptional(z.enum(['last', 'photo'])),
	lastLook: z.exactOptional(
		z.looseObject({
			fill: paint,
			stroke,
			strokeBelow: z.exactOptional(z.boolean()),
			opacity: share,
		}),
	),
	practice: z.exactOptional(id),
	lesson: z.exactOptional(lesson),
	mirror: z.exactOptional(z.looseObject({ from: point, to: point })),
})

/** What the schema makes of a stored sheet: a test of types holds it equal to the model. */
export type StoredSheet = z.output<typeof sheet>

/** Whether what an edit changed can be stored and read back. */
export function isSoundChange(next: Sheet, since: Sheet): boolean {
	const steps = soundChangeSteps(next, since)
	for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}

/** So many pieces are looked at between two rests. */
const STEP = 250

/** Like {@link isSoundChange}, resting now and then: for large sheets beside other work. */
export function* soundChangeSteps(next: Sheet, since: Sheet): Generator<void, boolean> {
	const { gone, come } = changeOf(since.pieces, next.pieces)
	const byId = new Map(gone.map((piece) => [piece.id, piece]))
	const changed = come.map((k) => {
		const piece = item(next.pieces, k)
		return { piece, before: byId.get(piece.id) }
	})
	for (let from = 0; from < changed.length; from += STEP) {
		const some = changed.slice(from, from + STEP)
		if (!some.every(({ piece, before }) => hasSoundOutlines(piece, before))) return false
		const shells = some.flatMap(({ piece, before }) => shellOf(piece, before))
		if (!pieces.safeParse(shells).success) return false
		yield
	}
	const same = (Object.keys(next) as (keyof Sheet)[]).every(
		(key) => key === 'pieces' || next[key] === since[key],
	)
	return same || sheet.safeParse({ ...next, pieces: [] }).success
}

function hasSoundOutlines({ contours }: Piece, before: Piece | undefined): boolean {
	return contours.every((c, i) => c === before?.contours[i] || isSoundContour(c))
}

/** A piece for what holds of it as a whole, where that changed. */
function shellOf(piece: Piece, before: Piece | undefined): Piece[] {
	const keys = Object.keys(piece) as (keyof Piece)[]
	const same = before && keys.every((key) => key === 'contours' || piece[key] === before[key])
	return same ? [] : [{ ...piece, contours: SOME_OUTLINE }]
}

const SOME_OUTLINE = [
	{ id: 'x', closed: false, nodes: [{ id: 'x', at: [0, 0], kind: 'corner' }] },
] as const

/**
 * Checks a value read from storage or from a file.
 * @throws {z.core.$ZodError} naming what does not fit
 */
export function parseSheet(stored: unknown): Sheet {
	const value = upToDate(stored)
	const shell = withoutOutlines(value)
	if (!shell) return sheet.parse(value)
	const { pieces, ...rest } = sheet.parse(shell.sheet)
	return {
		...rest,
		pieces: pieces.map((piece, i) => ({ ...piece, contours: shell.outlines[i] ?? [] })),
	}
}

/**
 * As much of a damaged sheet as can be read: every photo, guide and outline that fits by itself.
 * @returns the sheet, and how many things were lost
 * @throws {TypeError} where the value is no sheet at all
 */
export function salvageSheet(stored: unknown): { sheet: Sheet; lost: number } {
	const value = upToDate(stored)
	if (!isRecord(value) || !Array.isArray(value.pieces))
		throw new TypeError('The file holds no sheet.')
	let lost = 0
	const fitting = <T>(list: unknown, keep: (item: unknown) => T | undefined): T[] =>
		(Array.isArray(list) ? list : []).flatMap((item) => {
			const kept = keep(item)
			if (kept === undefined) lost++
			return kept ?? []
		})
	const pieces = fitting(value.pieces, (item) => {
		if (!isRecord(item)) return undefined
		const contours = fitting(item.contours, (c) =>
			isPlainOutline(c) || contour.safeParse(c).success ? (c as Contour) : undefined,
		)
		if (contours.length === 0) return undefined
		const name = typeof item.name === 'string' ? item.name : 'Piece'
		const fresh = newPiece(name, contours)
		for (const candidate of [item, { ...item, stroke: fresh.stroke }, fresh]) {
			const shell = piece.safeParse({ ...fresh, ...candidate, contours: SOME_OUTLINE })
			if (shell.success) return { ...shell.data, contours } as Piece
		}
		return undefined
	})
	const { name, width, height } = value
	const side = (v: unknown) => (typeof v === 'number' && v > 0 && isSound(v) ? v : 1000)
	const plain = {
		...emptySheet(typeof name === 'string' && name ? name : 'Recovered', side(width), side(height)),
		photos: fitting(value.photos, (item) => photo.safeParse(item).data),
		guides: fitting(value.guides, (item) => guide.safeParse(item).data),
		pieces,
	}
	let rest = sheet.parse({ ...plain, pieces: [] })
	for (const key of SETTINGS)
		if (value[key] !== undefined)
			rest = sheet.safeParse({ ...rest, [key]: value[key] }).data ?? rest
	const groups = fitting(value.groups, (item) => group.safeParse(item).data)
	return { sheet: settleGroups({ ...rest, pieces, groups }), lost }
}

/** What is said of a sheet as a whole, each by itself. */
const SETTINGS = [
	'mmPerPx',
	'unit',
	'guidesHidden',
	'guidesLocked',
	'letterform',
	'line',
	'background',
	'aside',
	'left',
	'drawnIn',
	'lastLook',
	'mirror',
	'practice',
	'lesson',
] as const satisfies readonly (keyof Sheet)[]

/**
 * Outlines are most of a sheet, and are looked at by hand, some fifty times as fast as by schema.
 * @returns the sheet with a stand-in for them; `null` where something is unusual about them
 */
function withoutOutlines(value: unknown): { sheet: unknown; outlines: Contour[][] } | null {
	if (!isRecord(value) || !Array.isArray(value.pieces)) return null
	const outlines: Contour[][] = []
	for (const piece of value.pieces) {
		if (!isRecord(piece) || !Array.isArray(piece.contours)) return null
		if (piece.contours.length === 0 || !piece.contours.every(isPlainOutline)) return null
		outlines.push(piece.contours)
	}
	const pieces = value.pieces.map((piece) => ({ ...piece, contours: SOME_OUTLINE }))
	return { sheet: { ...value, pieces }, outlines }
}

function isPlainOutline(value: unknown): value is Contour {
	return (
		isRecord(value) &&
		isId(value.id) &&
		typeof value.closed === 'boolean' &&
		(value.filled === undefined || typeof value.filled === 'boolean') &&
		((value.thinned === undefined && value.bridges === undefined) ||
			contour.safeParse(value).success) &&
		Array.isArray(value.nodes) &&
		value.nodes.length > 0 &&
		value.nodes.every(isPlainNode)
	)
}

function isPlainNode(value: unknown): boolean {
	return (
		isRecord(value) &&
		isId(value.id) &&
		isPlainPoint(value.at) &&
		(value.in === undefined || isPlainPoint(value.in)) &&
		(value.out === undefined || isPlainPoint(value.out)) &&
		KINDS.some((kind) => kind === value.kind)
	)
}

function isPlainPoint(value: unknown): boolean {
	return (
		Array.isArray(value) &&
		value.length === 2 &&
		value.every((v) => typeof v === 'number' && isSound(v))
	)
}

function isId(value: unknown): boolean {
	return typeof value === 'string' && value !== ''
}

function isRecord(value: unknown): value is Record<string, unknown> {
	return typeof value === 'object' && value !== null && !Array.isArray(value)
}
