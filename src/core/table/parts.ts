import { strokeArea } from '../artwork/strokeArea'
import { combineAreas } from '../combine/combine'
import { type Area, filledArea } from '../combine/divide'
import { contains } from '../combine/winding'
import { type Box, boxesTouch } from '../geometry/box'
import { item } from '../geometry/numbers'
import { piecesBox } from '../path/arrangePieces'
import { asSeen } from '../path/bridges'
import { boundsOf, isFilled } from '../path/contour'
import { indexBoxes, ringedOf } from '../path/enclosing'
import { type Contour, type Group, newPiece, type Piece, type TableOperation } from '../path/model'
import { nestingOf } from '../path/nesting'
import { operationOf } from '../path/operations'
import { isOfLines } from '../path/paint'
import { measured } from '../path/stretches'

/** How what is seen on a sheet becomes what is cut. */
export interface SeenWish {
	/** Pieces that lie over each other: as one silhouette; the upper cut out of the lower; each whole. */
	readonly overlaps: (typeof OVERLAPS)[number]
	/** Lines with a width: as pieces of that width; as lines along their middle; left out. */
	readonly strokes: (typeof STROKES)[number]
}

export const OVERLAPS = ['one', 'upper', 'whole'] as const
export const STROKES = ['pieces', 'lines', 'nothing'] as const

export const FIRST_SEEN: SeenWish = { overlaps: 'one', strokes: 'pieces' }

/** What comes off the table in one: what is cut out, and the lines on it, which go with it wherever it is laid. */
export interface Part {
	/** Closed outlines; none where it is lines alone. */
	readonly piece: Piece
	readonly lines: readonly TableLine[]
}

/** A line that the head goes along, its middle on it. */
export interface TableLine {
	/** The name of its piece. */
	readonly piece: string
	readonly operation: 'cut' | 'score'
	readonly contour: Contour
}

/**
 * The parts that pieces are cut into: what is seen of them, once, however they are drawn. Fills and strokes are
 * cut as they cover the sheet; what lies over each other is one, or cut by the upper; lines are lines.
 * @param pieces in the order of drawing; those that are hidden are left out
 */
export function tableParts(
	pieces: readonly Piece[],
	wish: SeenWish,
	groups: readonly Group[] = [],
): Part[] {
	const shown = pieces
		.filter(({ hidden }) => !hidden)
		.map(asSeen)
		.map((piece) => seenOf(piece, operationOf(piece, groups), wish))
	const solids = shown.flatMap(({ solid }) => (solid ? [solid] : []))
	const laid =
		wish.overlaps === 'one'
			? asOne(solids)
			: wish.overlaps === 'upper'
				? cutByUpper(solids)
				: solids
	return withLines(
		laid,
		shown.flatMap(({ lines }) => lines),
	)
}

interface Seen {
	readonly solid: Piece | null
	readonly lines: readonly TableLine[]
}

const NOTHING_SEEN: Seen = { solid: null, lines: [] }

/** What of a piece is cut out, and what are lines. */
function seenOf(piece: Piece, operation: TableOperation | undefined, wish: SeenWish): Seen {
	const runs = piece.contours.filter(({ nodes, closed }) => nodes.length > (closed ? 0 : 1))
	const along = (contours: readonly Contour[], how: TableLine['operation']) =>
		contours.map((contour): TableLine => ({ piece: piece.name, operation: how, contour }))
	if (operation === 'nothing') return NOTHING_SEEN
	if (operation === 'score') return { solid: null, lines: along(runs, 'score') }
	if (isOfLines(piece)) {
		// Who says that a line is cut means along it: what it encloses comes out.
		if (operation === 'cut') {
			const closed = runs.filter(isFilled)
			const open = runs.filter((contour) => !isFilled(contour))
			const solid = closed.length > 0 ? { ...piece, contours: closed } : null
			return { solid, lines: along(open, 'cut') }
		}
		if (wish.strokes === 'lines') return { solid: null, lines: along(runs, 'score') }
		if (wish.strokes === 'nothing') return NOTHING_SEEN
		return { solid: solidOf(piece, strokeArea(runs, piece.stroke)), lines: [] }
	}
	if (piece.fill.kind === 'none') return NOTHING_SEEN
	const slits = operation === 'cut' ? runs.filter((contour) => !isFilled(contour)) : []
	return { solid: withStroke(piece, wish, slits), lines: along(slits, 'cut') }
}

/** A filled piece as far as its stroke covers; as it is where it has none that counts. */
function withStroke(piece: Piece, { strokes }: SeenWish, slits: readonly Contour[]): Piece | null {
	const { stroke, contours } = piece
	const rest = slits.length > 0 ? contours.filter((contour) => !slits.includes(contour)) : contours
	if (strokes !== 'pieces' || stroke.paint.kind === 'none' || !(stroke.width > 0))
		return rest === contours ? piece : rest.length > 0 ? { ...piece, contours: rest } : null
	const line: Area = { contours: strokeArea(contours, stroke), rule: 'nonzero' }
	return solidOf(piece, combineAreas('merge', [filledArea(piece), line]))
}

/** @returns nothing where nothing is left */
function solidOf(piece: Piece, contours: readonly Contour[]): Piece | null {
	return contours.length > 0 ? { ...piece, contours, fillRule: 'nonzero' } : null
}

/** Pieces that lie on or against each other as one piece each, by the name of the largest. */
function asOne(solids: readonly Piece[]): Piece[] {
	const lots = solids.map((_, k) => k)
	const lotOf = (k: number): number => (lots[k] === k ? k : lotOf(item(lots, k)))
	for (const [a, b] of neighbours(solids)) {
		const [one, other] = [lotOf(a), lotOf(b)]
		if (one !== other && areJoined(item(solids, a), item(solids, b)))
			lots[Math.max(one, other)] = Math.min(one, other)
	}
	return solids.flatMap((solid, k) => {
		if (lotOf(k) !== k) return []
		const own = solids.filter((_, n) => lotOf(n) === k)
		if (own.length === 1) return [solid]
		const largest = own.toSorted((a, b) => extent(b) - extent(a))[0] ?? solid
		return solidOf(largest, combineAreas('merge', own.map(filledArea))) ?? []
	})
}

/** Whether two pieces together are fewer parts than each by itself. */
function areJoined(a: Piece, b: Piece): boolean {
	const both = combineAreas('merge', [filledArea(a), filledArea(b)])
	return partCount(both) < partCount(plainly(a)) + partCount(plainly(b))
}

const plainly = (piece: Piece) => combineAreas('merge', [filledArea(piece)])

function partCount(contours: readonly Contour[]): number {
	return nestingOf({ contours, fillRule: 'nonzero' }).filter(({ role }) => role !== 'opening')
		.length
}

/** Every piece without what those above it cover. */
function cutByUpper(solids: readonly Piece[]): Piece[] {
	const above = new Map<number, Piece[]>()
	for (const [a, b] of neighbours(solids)) {
		const [lower, upper] = [item(solids, a), item(solids, b)]
		if (combineAreas('overlap', [filledArea(lower), filledArea(upper)]).length === 0) continue
		above.set(a, [...(above.get(a) ?? []), upper])
	}
	return solids.flatMap((solid, k) => {
		const over = above.get(k)
		if (!over) return [solid]
		return (
			solidOf(solid, combineAreas('cut-out', [filledArea(solid), ...over.map(filledArea)])) ?? []
		)
	})
}

/** Pairs of pieces whose boxes touch, by their numbers, the lower one first. */
function neighbours(solids: readonly Piece[]): (readonly [lower: number, upper: number])[] {
	const boxes = solids.map((solid) => piecesBox([solid]))
	const index = indexBoxes(boxes)
	return boxes.flatMap(({ minX, minY, maxX, maxY }, a) =>
		index
			.search(minX, minY, maxX, maxY, (b) => b > a)
			.sort((p, q) => p - q)
			.map((b) => [a, b] as const),
	)
}

function extent(piece: Piece): number {
	return Math.max(0, ...piece.contours.map((contour) => Math.abs(ringedOf(contour).area)))
}

/**
 * Parts with the lines that lie on them, each as far as it lies there: what lies on two goes with both. What lies
 * on none is a part of its own, piece by piece.
 */
function withLines(solids: readonly Piece[], lines: readonly TableLine[]): Part[] {
	const boxes = solids.map((solid) => piecesBox([solid]))
	const on = new Map<Piece | string, TableLine[]>()
	for (const line of lines)
		for (const { contour, under } of laidOn(line.contour, solids, boxes)) {
			const key = under ?? line.piece
			on.set(key, [...(on.get(key) ?? []), { ...line, contour }])
		}
	const bare = [...on].flatMap(([under, own]): Part[] =>
		typeof under === 'string' ? [{ piece: emptyPiece(under), lines: own }] : [],
	)
	return [...solids.map((piece) => ({ piece, lines: on.get(piece) ?? [] })), ...bare]
}

/** A line is looked at in so many places, and where it comes onto another part is found by so many halvings. */
const PLACES = 200
const HALVINGS = 24

/** A line, cut where it comes from one part onto another; what lies uppermost counts. */
function laidOn(
	contour: Contour,
	solids: readonly Piece[],
	boxes: readonly Box[],
): { readonly contour: Contour; readonly under: Piece | undefined }[] {
	const box = boundsOf(contour)
	const near = solids
		.filter((_, k) => boxesTouch(item(boxes, k), box))
		.map((solid) => ({
			solid,
			area: filledArea(solid),
		}))
	const { length, at, stretch } = measured(contour)
	const underAt = (along: number) => {
		const p = at(along)
		return near.findLast(({ area }) => contains(area.contours, p, area.rule))?.solid
	}
	const found: { from: number; under: Piece | undefined }[] = []
	for (let k = 0; k < PLACES; k++) {
		const along = ((k + 0.5) / PLACES) * length
		const under = underAt(along)
		const last = found.at(-1)
		if (last && last.under === under) continue
		let [low, high] = [last ? ((k - 0.5) / PLACES) * length : 0, last ? along : 0]
		for (let n = 0; n < HALVINGS && high > low; n++) {
			const middle = (low + high) / 2
			if (underAt(middle) === under) high = middle
			else low = middle
		}
		found.push({ from: high, under })
	}
	// Where it reaches beyond a part, or over its openings, it is that part's all the same.
	const owned = found
		.map(({ from, under }, k) => ({
			from,
			under: under ?? found[k - 1]?.under ?? found[k + 1]?.under,
		}))
		.filter((one, k, all) => k === 0 || one.under !== all[k - 1]?.under)
	const [only] = owned
	if (owned.length < 2) return [{ contour, under: only?.under }]
	return owned.map(({ from, under }, k) => ({
		contour: stretch(from, owned[k + 1]?.from ?? length),
		under,
	}))
}

/** Stands for lines that lie on nothing. */
function emptyPiece(name: string): Piece {
	return { ...newPiece(name, []), id: `lines of ${name}` }
}
