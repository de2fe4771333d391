import type { Box } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'

/** Where a segment passes a vertex. */
export interface Station {
	readonly source: number
	readonly t: number
}

/** A stretch of a segment that lies on the straight line from one vertex to another. */
export interface Passage {
	readonly source: number
	readonly from: number
	readonly to: number
}

/** Coordinates are whole numbers between plus and minus this, so that cross products are exact. */
const HALF_SIDE = 2 ** 25
/** Points nearer to each other than this, in steps of the lattice, are one vertex. */
export const WELD_STEPS = 512

/**
 * The whole-numbered points of an arrangement, and which segments pass through each of them where.
 * It grows while polygons are clipped: every crossing becomes a vertex that knows its segments.
 */
export class Lattice {
	private readonly xs: number[] = []
	private readonly ys: number[] = []
	private readonly passing: Station[][] = []
	private readonly byPlace = new Map<number, number>()
	private readonly byCell = new Map<number, number[]>()
	private readonly cos: number
	private readonly sin: number
	/** How many edges came out of the clipper that lie on no segment, or lead back at once. */
	faults = 0
	/** The vertices along each segment, by rising t, the ends included. */
	readonly breaks: { t: number; vertex: number }[][] = []

	/**
	 * @param centre of the box round everything, px
	 * @param steps per px; a power of two, so that scaling loses nothing
	 * @param turn by which the lattice lies turned, in radians
	 */
	private constructor(
		private readonly centre: Point,
		readonly steps: number,
		turn: number,
	) {
		this.cos = Math.cos(turn)
		this.sin = Math.sin(turn)
	}

	/** A lattice as fine as a box allows, turned by an angle in radians. */
	static over({ minX, minY, maxX, maxY }: Box, turn: number): Lattice {
		const half = Math.hypot(maxX - minX, maxY - minY) / 2 || 1
		const steps = 2 ** Math.floor(Math.log2((HALF_SIDE - 2 * WELD_STEPS) / half))
		return new Lattice([(minX + maxX) / 2, (minY + maxY) / 2], steps, turn)
	}

	/** The vertex for a point (px): one that is there already and near, or a new one. */
	weld(px: number, py: number): number {
		const dx = (px - this.centre[0]) * this.steps
		const dy = (py - this.centre[1]) * this.steps
		const x = Math.round(dx * this.cos - dy * this.sin)
		const y = Math.round(dx * this.sin + dy * this.cos)
		const column = Math.floor(x / CELL)
		const row = Math.floor(y / CELL)
		const besideX = x - column * CELL < CELL / 2 ? column - 1 : column + 1
		const besideY = y - row * CELL < CELL / 2 ? row - 1 : row + 1
		for (const c of [column, besideX])
			for (const r of [row, besideY])
				for (const vertex of this.byCell.get(cellKey(c, r)) ?? NONE)
					if (this.isNear(vertex, x, y)) return vertex
		const vertex = this.vertexAt(x, y)
		const key = cellKey(column, row)
		const cell = this.byCell.get(key)
		if (cell) cell.push(vertex)
		else this.byCell.set(key, [vertex])
		return vertex
	}

	private isNear(vertex: number, x: number, y: number): boolean {
		const dx = this.x(vertex) - x
		const dy = this.y(vertex) - y
		return dx * dx + dy * dy < WELD_STEPS * WELD_STEPS
	}

	/** Whether two vertices lie so near that what is between them is nothing. */
	areNear(a: number, b: number): boolean {
		return this.isNear(a, this.x(b), this.y(b))
	}

	/** The vertex at a place of the lattice, made where there is none. */
	vertexAt(x: number, y: number): number {
		const key = (x + HALF_SIDE) * (2 * HALF_SIDE) + (y + HALF_SIDE)
		const known = this.byPlace.get(key)
		if (known !== undefined) return known
		const vertex = this.xs.push(x) - 1
		this.ys.push(y)
		this.passing.push([])
		this.byPlace.set(key, vertex)
		return vertex
	}

	x(vertex: number): number {
		return item(this.xs, vertex)
	}

	y(vertex: number): number {
		return item(this.ys, vertex)
	}

	/** The place of a vertex, px. */
	point(vertex: number): Point {
		const x = this.x(vertex) / this.steps
		const y = this.y(vertex) / this.steps
		return [
			x * this.cos + y * this.sin + this.centre[0],
			y * this.cos - x * this.sin + this.centre[1],
		]
	}

	stations(vertex: number): readonly Station[] {
		return this.passing[vertex] ?? []
	}

	/** Notes that a segment passes a vertex at `t`. */
	pass(vertex: number, source: number, t: number): void {
		const stations = this.passing[vertex]
		if (stations && !stations.some((s) => s.source === source && s.t === t))
			stations.push({ source, t })
	}

	/** The segments that run along the straight line between two vertices. */
	spans(a: number, b: number): Passage[] {
		const found: Passage[] = []
		for (const { source, t: from } of this.stations(a)) {
			let best: Passage | null = null
			for (const { source: other, t: to } of this.stations(b)) {
				if (other !== source || from === to || !this.isDirect(source, from, to, a, b)) continue
				if (!best || Math.abs(to - from) < Math.abs(best.to - best.from))
					best = { source, from, to }
			}
			if (best) found.push(best)
		}
		return found
	}

	/** Whether a segment does not leave the line between two vertices from one place to another. */
	isDirect(source: number, from: number, to: number, a: number, b: number): boolean {
		const low = Math.min(from, to)
		const high = Math.max(from, to)
		for (const { t, vertex } of this.breaks[source] ?? [])
			if (t > low && t < high && vertex !== a && vertex !== b && !this.lieBetween(vertex, a, b))
				return false
		return true
	}

	private lieBetween(vertex: number, a: number, b: number): boolean {
		const dx = this.x(b) - this.x(a)
		const dy = this.y(b) - this.y(a)
		const px = this.x(vertex) - this.x(a)
		const py = this.y(vertex) - this.y(a)
		const size = Math.sqrt(dx * dx + dy * dy)
		const along = px * dx + py * dy
		return size > 0 && along >= 0 && along <= size * size && Math.abs(dx * py - dy * px) <= 2 * size
	}
}

const NONE: readonly number[] = []

const CELL = 2 * WELD_STEPS

function cellKey(column: number, row: number): number {
	return column * 2 ** 20 + row
}
