import { type Affine, composeAffine } from '../geometry/affine'
import { boxOf } from '../geometry/box'
import { byteAt, item } from '../geometry/numbers'
import { turnAbout } from '../geometry/placement'
import type { Point } from '../geometry/point'
import { flattenContour, isFilled } from '../path/contour'
import type { Piece } from '../path/model'
import { transformContour } from '../path/pieces'
import type { Bed } from './bed'
import type { Part } from './parts'

export interface NestOptions {
	/** How many of each piece. */
	readonly copies: number
	/** Between pieces, and to the bed's edge, mm. */
	readonly gap: number
	/** Whether pieces may be turned, by quarters. */
	readonly turns: boolean
}

export interface Nested {
	/** Laid on the bed, mm, y down. */
	readonly pieces: readonly Piece[]
	/** How many did not find room. */
	readonly left: number
	/** How much of the strip of the bed that they take up they cover, 0 to 1. */
	readonly cover: number
}

/** A part where it is cut. */
export interface LaidPart {
	/** mm, as it was given */
	readonly part: Part
	/** Of its copies which, from 0. */
	readonly copy: number
	/** From its own mm to the bed's, y down; it moves and turns. */
	readonly map: Affine
}

export interface NestedParts extends Pick<Nested, 'left' | 'cover'> {
	readonly laid: readonly LaidPart[]
}

/** The bed is looked at in squares so wide, mm. */
const CELL_MM = 1.5

/** Pieces laid on the bed; see {@link nestParts}. @param pieces in mm */
export function nest(pieces: readonly Piece[], bed: Bed, o: NestOptions): Nested {
	const parts = pieces.map((piece): Part => ({ piece, lines: [] }))
	const { laid, ...rest } = nestParts(parts, bed, o)
	return { ...rest, pieces: laid.map(laidPiece) }
}

/** What is cut out of a part, where it is cut. */
export function laidPiece({ part: { piece }, copy, map }: LaidPart): Piece {
	return {
		...piece,
		id: copy === 0 ? piece.id : `${piece.id} ${copy + 1}`,
		name: nameOfCopy(piece.name, copy),
		contours: piece.contours.map((contour) => transformContour(contour, map)),
	}
}

export const nameOfCopy = (name: string, copy: number): string =>
	copy === 0 ? name : `${name} ${copy + 1}`

/**
 * Lays copies of parts side by side on the bed with little waste: the largest first, each into the
 * openings and bays of those that lie already, or else as near to the bed's lower left as it fits,
 * in the turn in which it takes the least height (bottom-left fill over a raster; Baker, Coffman &
 * Rivest, 1980).
 * @param parts in mm
 * @param tell how far it is, 0 to 1
 */
export function nestParts(
	parts: readonly Part[],
	bed: Bed,
	o: NestOptions,
	tell: (share: number) => void = () => {},
): NestedParts {
	// Half a gap goes with each part: the other half is kept free along the edge.
	const free = (side: number) => Math.max(0, Math.floor((side - o.gap) / CELL_MM))
	const size = { columns: free(bed.width), rows: free(bed.height) }
	const raster = (value: 0 | 1) =>
		Array.from({ length: size.rows }, () => new Uint8Array(size.columns).fill(value))
	const taken = raster(0)
	/** 0 where the waste of an opening, or of a bay, is free. */
	const solid = raster(1)
	/** Where such waste is. */
	const wastes: Window[] = []
	const whole: Window = { x: 0, y: 0, columns: size.columns, rows: size.rows }
	const shapes = parts
		.map((part) => ({ part, cells: shapesOf(part, o) }))
		.flatMap((one) => Array.from({ length: o.copies }, (_, copy) => ({ ...one, copy })))
		.toSorted((a, b) => areaOf(b.cells[0]) - areaOf(a.cells[0]))
	/** From where on a shape may find room: below it found none, and since then only more was taken. */
	const tried = new Map<Shape, Cell | null>()
	const laid: LaidPart[] = []
	let covered = 0
	let left = 0
	for (const [n, { part, copy, cells }] of shapes.entries()) {
		tell(n / shapes.length)
		const best = lowest(cells, solid, wastes) ?? lowest(cells, taken, [whole], tried)
		if (!best) {
			left++
			continue
		}
		const { shape, x, y } = best
		mark(shape.rows, best, taken)
		mark(shape.rows, best, solid)
		if (hollowOut(shape.hollows, best, solid, taken))
			wastes.push({ x, y, columns: shape.columns, rows: shape.rows.length })
		covered += shape.area
		laid.push({ part, copy, map: onBed(shape.map, best, bed, o.gap / 2) })
	}
	const highest = taken.findLastIndex((row) => row.some(Boolean)) + 1
	const strip = highest * CELL_MM * bed.width
	return { laid, left, cover: strip > 0 ? covered / strip : 0 }
}

/** A part of the bed, in squares. */
interface Window extends Cell {
	readonly columns: number
	readonly rows: number
}

/** Where a part comes to lie lowest, of all turns; nothing where it does not fit. */
function lowest(
	turns: readonly Shape[],
	blocked: readonly Uint8Array[],
	windows: readonly Window[],
	tried?: Map<Shape, Cell | null>,
) {
	return turns
		.flatMap((shape) =>
			windows.flatMap((window) => {
				const from = tried?.get(shape)
				const place = from === null ? null : firstPlace(shape, blocked, window, from)
				tried?.set(shape, place)
				return place ? [{ shape, ...place }] : []
			}),
		)
		.sort((a, b) => a.y + a.shape.rows.length - b.y - b.shape.rows.length || a.x - b.x)[0]
}

/** For each row of squares, from the lowest up, from where to where. */
type Rows = readonly (readonly (readonly [from: number, to: number])[])[]

/** A turned part as squares. */
interface Shape {
	/** Turns the part, and lays its lower left corner at the origin, y up. */
	readonly map: Affine
	/** What it takes with its gap, and what lies between its parts. */
	readonly rows: Rows
	readonly hollows: Rows
	/** The widest row, squares. */
	readonly columns: number
	/** mm² */
	readonly area: number
}

function shapesOf(part: Part, { gap, turns }: NestOptions): Shape[] {
	const angles = turns ? [0, Math.PI / 2, Math.PI, -Math.PI / 2] : [0]
	return angles.map((angle) => shapeOf(part, angle, gap))
}

function shapeOf({ piece, lines }: Part, angle: number, gap: number): Shape {
	// The bed's y goes up.
	const turned = composeAffine(turnAbout([0, 0], angle), [1, 0, 0, -1, 0, 0])
	const rings = [...piece.contours.filter(isFilled), ...lines.map(({ contour }) => contour)].map(
		(contour) => flattenContour(transformContour(contour, turned), 0.1),
	)
	const { minX, minY, maxX, maxY } = boxOf(rings.flat())
	const origin: Point = [minX - gap / 2, minY - gap / 2]
	const height = Math.ceil((maxY - minY + gap) / CELL_MM)
	const both = Array.from({ length: height }, (_, row) =>
		cellsIn(rings, origin, row, gap / 2, maxX - minX + gap),
	)
	const rows = both.map(({ solid }) => spansOf(solid))
	const hollows = both.map(({ open }) => spansOf(open))
	const area = rows.flat().reduce((sum, [from, to]) => sum + (to - from) * CELL_MM ** 2, 0)
	const columns = Math.max(0, ...rows.flatMap((spans) => spans.map(([, to]) => to)))
	const map = composeAffine([1, 0, 0, 1, -origin[0], -origin[1]], turned)
	return { map, rows, hollows, columns, area }
}

/** Lines across a row at which the shape is looked at, and how far beside it a gap reaches. */
const LINES = 4

/** The squares of a row that a piece takes, and those that lie between its parts on every line. */
function cellsIn(
	rings: readonly (readonly Point[])[],
	[ox, oy]: Point,
	row: number,
	beside: number,
	width: number,
): { readonly solid: Uint8Array; readonly open: Uint8Array } {
	const cells = new Uint8Array(Math.ceil(width / CELL_MM) + 1)
	/** On how many lines a square lies between two parts. */
	const between = new Uint8Array(cells.length)
	const [low, high] = [row * CELL_MM - beside, (row + 1) * CELL_MM + beside]
	for (let n = 0; n <= LINES; n++) {
		const y = oy + low + ((high - low) * n) / LINES
		const crossings: number[] = []
		for (const ring of rings)
			for (let i = 0; i < ring.length; i++) {
				const [ax, ay] = ring[i] as Point
				const [bx, by] = ring[(i + 1) % ring.length] as Point
				if (ay > y !== by > y) crossings.push(ax + ((y - ay) / (by - ay)) * (bx - ax))
			}
		crossings.sort((a, b) => a - b)
		// What lies in an opening is left free of others: one span from edge to edge of each part.
		for (let k = 0; k + 1 < crossings.length; k += 2) {
			const from = Math.floor((item(crossings, k) - ox - beside) / CELL_MM)
			const to = Math.ceil((item(crossings, k + 1) - ox + beside) / CELL_MM)
			cells.fill(1, Math.max(0, from), Math.min(cells.length, to))
			const next = crossings[k + 2]
			const until = next === undefined ? to : Math.floor((next - ox - beside) / CELL_MM)
			for (let x = Math.max(0, to); x < Math.min(cells.length, until); x++)
				between[x] = byteAt(between, x) + 1
		}
	}
	// Edges that run within the row are in it, however thin.
	for (const ring of rings)
		for (const [x, y] of ring)
			if (y - oy >= low && y - oy <= high) {
				const at = Math.floor((x - ox) / CELL_MM)
				cells.fill(1, Math.max(0, at), Math.min(cells.length, at + 1))
			}
	const open = between.map((lines, x) => (lines > LINES && !cells[x] ? 1 : 0))
	return { solid: cells, open }
}

function spansOf(cells: Uint8Array): (readonly [number, number])[] {
	const spans: [number, number][] = []
	for (let x = 0; x < cells.length; x++) {
		if (!cells[x]) continue
		const last = spans.at(-1)
		if (last && last[1] === x) last[1] = x + 1
		else spans.push([x, x + 1])
	}
	return spans
}

function areaOf(shape: Shape | undefined): number {
	return shape?.area ?? 0
}

/** The lowest place in a part of the bed where a shape fits, of these the leftmost. */
function firstPlace(
	{ rows, columns }: Shape,
	taken: readonly Uint8Array[],
	window: Window,
	from: Cell = window,
): Cell | null {
	const right = window.x + window.columns - columns
	for (let y = from.y; y + rows.length <= window.y + window.rows; y++)
		for (let x = y === from.y ? from.x : window.x; x <= right; ) {
			const blocked = blockedUntil(rows, taken, x, y)
			if (blocked === null) return { x, y }
			x = blocked
		}
	return null
}

/** `null` where the shape fits; else the next place that is worth a try. */
function blockedUntil(
	rows: Rows,
	taken: readonly Uint8Array[],
	x: number,
	y: number,
): number | null {
	for (const [n, spans] of rows.entries()) {
		const row = taken[y + n]
		if (!row) return Number.POSITIVE_INFINITY
		for (const [from, to] of spans)
			for (let k = x + to - 1; k >= x + from; k--) if (row[k]) return k - from + 1
	}
	return null
}

interface Cell {
	readonly x: number
	readonly y: number
}

function mark(rows: Rows, { x, y }: Cell, raster: readonly Uint8Array[]): void {
	for (const [n, spans] of rows.entries())
		for (const [from, to] of spans) raster[y + n]?.fill(1, x + from, x + to)
}

/** What lies between a part's outlines is free, but for what lay there already. @returns whether there is any */
function hollowOut(
	rows: Rows,
	{ x, y }: Cell,
	solid: readonly Uint8Array[],
	taken: readonly Uint8Array[],
): boolean {
	for (const [n, spans] of rows.entries())
		for (const [from, to] of spans)
			for (let k = x + from; k < x + to; k++) {
				const row = solid[y + n]
				if (row) row[k] = taken[y + n]?.[k] ?? 1
			}
	return rows.some((spans) => spans.length > 0)
}

/** From a part's own mm to where its squares lie: from the bed's lower left, y up, to its upper left, y down. */
function onBed(map: Affine, { x, y }: Cell, bed: Bed, edge: number): Affine {
	return composeAffine(
		[1, 0, 0, -1, 0, bed.height],
		composeAffine([1, 0, 0, 1, edge + x * CELL_MM, edge + y * CELL_MM], map),
	)
}
